import { screen } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { refused, stub } from '$lib/api/stub';
import { signedIn } from '../../test/signedIn';
import { within } from '../../test/within';
import EndQuote from './EndQuote.svelte';
import Revisions from './Revisions.svelte';
import { called } from './called';
import { difference, isNothing } from './difference';

const calls = stub('GET', 'POST');
const NOTHING = { quantity: '0.00', price: '0.00', discount: '0.00', added: '0.00', removed: '0.00' };
const stand = (quantity: string, unitPrice = '100') => ({ quantity, unitPrice, finalAmount: '1.00' });
const Q = {
  id: 9,
  number: 'Q-1009',
  revision: 2,
  version: 4,
  of: { opportunityId: 70, opportunityNumber: 'O-1070' },
  worksheet: {
    lines: [
      { id: '2', typed: { id: '2', description: 'Printer', optional: true, alternativeSet: null } },
      {
        id: '3',
        typed: { id: '3', description: 'Steel', optional: false, alternativeSet: 'floor', chosen: false }
      },
      {
        id: '4',
        typed: { id: '4', description: 'Aluminium', optional: false, alternativeSet: 'floor', chosen: true }
      }
    ]
  },
  siblings: [
    { id: 9, number: 'Q-1009', revision: 2, state: 'draft' },
    { id: 8, number: 'Q-1009', revision: 1, state: 'superseded' }
  ]
};

beforeEach(() => {
  signedIn('rep');
  calls.POST.mockReset().mockResolvedValue(undefined);
  calls.GET.mockReset().mockResolvedValue({
    before: 'Q-1009',
    after: 'Q-1009, revision 2',
    lines: [],
    totals: {
      before: '1.00',
      after: '1.00',
      change: '0.00',
      parts: NOTHING,
      marginBefore: null,
      marginAfter: null
    }
  });
});

describe('a quote', () => {
  it('is called by its number, and by its revision after the first', () => {
    expect(called({ number: 'Q-1', revision: 1 })).toBe('Q-1');
    expect(called({ number: 'Q-1', revision: 3 })).toBe('Q-1, revision 3');
  });
});

describe('what differs in a line', () => {
  it('is told in words', () => {
    expect(difference({ before: null, after: stand('1'), parts: NOTHING })).toEqual(['added']);
    expect(difference({ before: stand('1'), after: null, parts: NOTHING })).toEqual(['removed']);
    expect(difference({ before: stand('1'), after: stand('1'), parts: NOTHING })).toEqual([]);
    expect(
      difference({
        before: stand('1'),
        after: stand('2', '90'),
        parts: { ...NOTHING, discount: '-4.00' }
      })
    ).toEqual(['quantity', 'price', 'discount']);
  });

  it('is nothing where it comes to none, with any minor digits', () => {
    expect(['0', '0.00', '-0.00', '0.000'].every(isNothing)).toBe(true);
    expect(['0.01', '-1', '10'].some(isNothing)).toBe(false);
  });
});

describe('the revisions of a quote', () => {
  it('are each a click away, and compared with the one that is shown', async () => {
    within(Revisions, { q: Q });
    expect(screen.getByText('Q-1009, revision 2')).toBeInTheDocument();
    expect(screen.getByRole('link', { name: 'Q-1009' })).toHaveAttribute('href', '/quotes/8');
    await userEvent.click(screen.getAllByRole('button', { name: 'Compare' })[0] as HTMLElement);
    expect(await screen.findByText('No line differs.')).toBeInTheDocument();
    expect(calls.GET).toHaveBeenCalledWith('/api/quotes/{id}/compared', {
      params: { path: { id: 9 }, query: { with: 8 } }
    });
    expect(screen.queryByText('Margin')).toBeNull();
  });

  it('are compared with the opportunity as it is now', async () => {
    within(Revisions, { q: Q });
    await userEvent.click(screen.getAllByRole('button', { name: 'Compare' }).at(-1) as HTMLElement);
    await vi.waitFor(() =>
      expect(calls.GET).toHaveBeenCalledWith('/api/quotes/{id}/compared', {
        params: { path: { id: 9 }, query: { with: 0 } }
      })
    );
  });
});

describe('the end of a quote', () => {
  it.each([
    [
      'accepted',
      'How and by whom',
      'Note acceptance',
      { words: 'By phone', options: [], alternatives: { floor: '4' } }
    ],
    ['declined', 'Reason', 'Note refusal', { words: 'By phone' }],
    ['withdrawn', 'Reason', 'Withdraw', { words: 'By phone' }]
  ])('is %s, with a word to it', async (how, label, button, body) => {
    const onDone = vi.fn();
    within(EndQuote, { q: Q, how, onDone });
    await userEvent.type(screen.getByLabelText(label), 'By phone');
    await userEvent.click(screen.getByRole('button', { name: button }));
    expect(calls.POST).toHaveBeenCalledWith(`/api/quotes/{id}/${how}`, {
      params: { path: { id: 9 }, header: { 'If-Match': '"4"' } },
      body
    });
    expect(onDone).toHaveBeenCalledTimes(1);
  });

  it('is accepted with what they take of its options and alternatives', async () => {
    within(EndQuote, { q: Q, how: 'accepted', onDone: vi.fn() });
    await userEvent.type(screen.getByLabelText('How and by whom'), 'x');
    await userEvent.click(screen.getByLabelText('Printer'));
    await userEvent.click(screen.getByLabelText('Steel'));
    await userEvent.click(screen.getByRole('button', { name: 'Note acceptance' }));
    expect(calls.POST).toHaveBeenCalledWith(
      '/api/quotes/{id}/accepted',
      expect.objectContaining({ body: { words: 'x', options: ['2'], alternatives: { floor: '3' } } })
    );
  });

  it('says what is missing, and keeps what was typed', async () => {
    calls.POST.mockResolvedValue(refused(['words', 'Required.']));
    within(EndQuote, { q: Q, how: 'declined', onDone: vi.fn() });
    await userEvent.click(screen.getByRole('button', { name: 'Note refusal' }));
    expect(await screen.findByText('Required.')).toBeInTheDocument();
  });
});
