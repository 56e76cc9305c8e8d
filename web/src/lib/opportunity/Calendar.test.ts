import { screen } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { stub } from '$lib/api/stub';
import { signedIn } from '../../test/signedIn';
import { within } from '../../test/within';
import Month from './Month.svelte';

const calls = stub('GET', 'POST');
const step = (id: number, due: string, over: Record<string, unknown> = {}) => ({
  id,
  kind: 'call',
  subject: 'Ring',
  due,
  atTime: null,
  person: 'Mara Lind',
  done: false,
  number: 'O-1' + id,
  record: 'opportunity',
  recordId: id,
  account: 'Reed ' + id,
  ...over
});
let answer: Record<string, unknown>;

describe('the calendar', () => {
  beforeEach(() => {
    signedIn('rep');
    answer = { activities: [], closes: [], more: false };
    calls.POST.mockReset().mockResolvedValue({ url: 'http://ours.example/api/calendar/other.ics' });
    calls.GET.mockReset().mockImplementation((path) =>
      Promise.resolve(
        path === '/api/calendar'
          ? answer
          : path === '/api/calendar/link'
            ? { url: 'http://ours.example/api/calendar/key.ics' }
            : []
      )
    );
  });

  const asked = () => calls.GET.mock.calls.filter(([path]) => path === '/api/calendar').at(-1)?.[1];

  it('asks for whole weeks of this month, and for the next', async () => {
    within(Month, { person: 2, team: '' });
    expect(asked()).toEqual({
      params: { query: { from: '2027-03-01', to: '2027-04-04', person: 2, team: '' } }
    });
    await userEvent.click(screen.getByRole('button', { name: 'Next month' }));
    await vi.waitFor(() =>
      expect(asked()).toMatchObject({ params: { query: { from: '2027-03-29', to: '2027-05-02' } } })
    );
    await userEvent.click(screen.getByRole('button', { name: 'This month' }));
    await vi.waitFor(() => expect(asked()).toMatchObject({ params: { query: { from: '2027-03-01' } } }));
  });

  it('says in words what is late and done', async () => {
    answer = {
      activities: [step(1, '2027-03-10'), step(2, '2027-03-15', { done: true, atTime: '14:30' })],
      closes: [],
      more: false
    };
    within(Month, { person: 0, team: '' });
    expect(await screen.findByRole('link', { name: 'late call Reed 1' })).toHaveAttribute(
      'href',
      '/opportunities/1'
    );
    expect(screen.getByRole('link', { name: '14:30 call Reed 2' })).toHaveAttribute(
      'title',
      'Ring, Reed 2, Mara Lind, done'
    );
  });

  it('folds a full day, and unfolds it', async () => {
    answer = {
      activities: [1, 2, 3, 4, 5, 6].map((id) => step(id, '2027-03-20')),
      closes: [
        {
          id: 9,
          number: 'O-9',
          title: 'Scales',
          account: 'Tern',
          owner: 'Mara Lind',
          day: '2027-03-20',
          value: '1200.40'
        }
      ],
      more: false
    };
    within(Month, { person: 0, team: '' });
    expect(await screen.findByRole('link', { name: /closes 1.200 Tern/ })).toBeInTheDocument();
    expect(screen.queryByRole('link', { name: 'call Reed 6' })).toBeNull();
    await userEvent.click(screen.getByRole('button', { name: 'all 7' }));
    expect(screen.getByRole('link', { name: 'call Reed 6' })).toBeInTheDocument();
  });

  it('says so when there is more than it holds', async () => {
    answer = { activities: [], closes: [], more: true };
    within(Month, { person: 0, team: '' });
    expect(await screen.findByRole('status')).toHaveTextContent('Choose a user or a team');
  });

  it('plans an activity on the day that is pressed', async () => {
    within(Month, { person: 0, team: '' });
    await userEvent.click(await screen.findByRole('button', { name: 'Plan an activity on 22 Mar' }));
    expect(await screen.findByLabelText('Due')).toHaveValue('2027-03-22');
  });

  it('is only read by those who do not sell', () => {
    signedIn('credit-controller');
    within(Month, { person: 0, team: '' });
    expect(screen.queryByRole('button', { name: /Plan an activity/ })).toBeNull();
  });

  it('gives an address to subscribe to, and another that ends it', async () => {
    within(Month, { person: 0, team: '' });
    await userEvent.click(screen.getByRole('button', { name: 'Subscribe…' }));
    expect(await screen.findByDisplayValue(/key\.ics/)).toBeInTheDocument();
    await userEvent.click(screen.getByRole('button', { name: 'New address' }));
    expect(await screen.findByDisplayValue(/other\.ics/)).toBeInTheDocument();
  });
});
