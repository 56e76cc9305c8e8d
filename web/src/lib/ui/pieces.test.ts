import { render, screen } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { describe, expect, it, vi } from 'vitest';
import { Refusal } from '$lib/api/client';
import { dayIn, monthAfter, sameDayIn } from '$lib/opportunity/days';
import { parse, write } from '$lib/opportunity/narrowing';
import { placeOf } from '$lib/shell/places';
import Choice from './Choice.svelte';
import Field from './Field.svelte';
import More from './More.svelte';
import Notice from './Notice.svelte';
import { tone } from './tones';

describe('a field', () => {
  it('is found by its label, and says what is wrong with it', () => {
    render(Field, { label: 'Name', name: 'name', value: 'x', problem: 'Required.' });
    const input = screen.getByLabelText('Name');
    expect(input).toHaveAttribute('aria-invalid', 'true');
    expect(input).toHaveAccessibleDescription('Required.');
  });

  it('takes the focus where it is asked to, and can be a longer text', () => {
    render(Field, { label: 'Letter', name: 'letter', value: '', rows: 3, focus: true });
    expect(screen.getByLabelText('Letter').tagName).toBe('TEXTAREA');
    expect(screen.getByLabelText('Letter')).toHaveFocus();
    expect(screen.getByLabelText('Letter')).not.toHaveAttribute('aria-invalid');
  });
});

describe('a choice', () => {
  it('shows the words and keeps the key', async () => {
    render(Choice, {
      label: 'For',
      name: 'scope',
      value: 'a',
      options: [
        ['a', 'everyone'],
        ['b', 'one account']
      ]
    });
    await userEvent.selectOptions(screen.getByLabelText('For'), 'one account');
    expect(screen.getByLabelText('For')).toHaveValue('b');
  });
});

describe('what was refused', () => {
  it('is not there while nothing is', () => {
    render(Notice, { refusal: null });
    expect(screen.queryByRole('alert')).toBeNull();
  });

  it('is said as a whole, with what belongs to no field', () => {
    const problems = [
      { at: 'name', message: 'Empty.' },
      { at: 'lines', message: 'There is no line.' }
    ];
    render(Notice, { refusal: new Refusal(422, 'Not in order', 'Nothing was kept.', problems, null) });
    expect(screen.getByRole('alert')).toHaveTextContent('Not in order. Nothing was kept. There is no line.');
    expect(screen.getByRole('alert')).not.toHaveTextContent('Empty.');
  });
});

describe('the foot of a list', () => {
  it('is there only while there is more', () => {
    render(More, { list: { has: false, show: () => Promise.resolve() } });
    expect(screen.queryByRole('button')).toBeNull();
  });

  it('asks for one page at a time', async () => {
    let finish: () => void = () => undefined;
    const show = vi.fn(() => new Promise<void>((resolve) => (finish = resolve)));
    render(More, { list: { has: true, show } });
    const button = screen.getByRole('button', { name: 'Show more' });
    await userEvent.click(button);
    expect(button).toBeDisabled();
    await userEvent.click(button);
    expect(show).toHaveBeenCalledTimes(1);
    finish();
    await vi.waitFor(() => expect(button).toBeEnabled());
  });
});

describe('where a record is shown', () => {
  it.each([
    ['product', 4, 'BS 15/2', '/catalogue/BS%2015%2F2'],
    ['enquiry', 4, 'E-4', '/enquiries/4'],
    ['opportunity', 4, 'O-4', '/opportunities/4'],
    ['agreement', 4, 'G-4', '/renewals/4'],
    ['account', 4, 'A-4', '/accounts/4'],
    ['quote', 4, 'Q-4', '/quotes/4'],
    ['order', 4, 'S-4', '/orders/4']
  ])('%s', (kind, id, number, path) => expect(placeOf(kind, id, number)).toBe(path));
});

describe('the tone of a state', () => {
  it.each([
    ['clear', 'good'],
    ['watch', 'heed'],
    ['hold', 'bad'],
    ['stop', 'bad'],
    ['lost', 'bad'],
    ['draft', 'quiet'],
    ['whatever', 'quiet']
  ])('%s is %s', (state, wanted) => expect(tone(state)).toBe(wanted));
});

describe('days of the sheet', () => {
  it.each([
    ['2027-02', '2027-01-31', '2027-02-28'],
    ['2028-02', '2027-01-31', '2028-02-29'],
    ['2027-04', '2027-03-15', '2027-04-15']
  ])('in %s of %s is %s', (month, day, wanted) => expect(sameDayIn(month, day)).toBe(wanted));

  it('go on over the year', () => expect(monthAfter('2026-12')).toBe('2027-01'));

  it('have no aim in what is late, and the month after the last in what is later', () => {
    const columns = ['late', '2027-03', '2027-04', 'later'];
    expect(dayIn('late', columns, '2027-03-15')).toBeNull();
    expect(dayIn('2027-04', columns, '2027-03-31')).toBe('2027-04-30');
    expect(dayIn('later', columns, '2027-03-31')).toBe('2027-05-31');
  });
});

describe('what a list is narrowed to', () => {
  it('is read from an address without what is empty or unknown', () => {
    expect(parse('owner=3&mood=bad&q=&sort=-value')).toEqual({ owner: '3', sort: '-value' });
  });

  it('is written in one order whatever it was given in', () => {
    expect(write({ sort: '-value', owner: '3', q: 'a b' })).toBe('owner=3&q=a+b&sort=-value');
    expect(write(parse('group=stage&state=won'))).toBe('state=won&group=stage');
  });
});
