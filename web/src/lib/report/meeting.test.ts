import { screen } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { refused, stub } from '$lib/api/stub';
import { signedIn } from '../../test/signedIn';
import { within } from '../../test/within';
import AdoptForm from './AdoptForm.svelte';
import MovementItems from './MovementItems.svelte';
import Protocol from './Protocol.svelte';

const calls = stub('GET', 'POST', 'PUT');
const MEETING = {
  id: 4,
  holder: 'Helen Sorrel',
  mine: true,
  team: 'North',
  ownerId: null,
  processId: null,
  since: '2027-03-08',
  startedAt: '2027-03-15T08:00:00Z',
  endedAt: null as string | null,
  sentAt: null as string | null,
  items: 3,
  seen: 2
};
const item = (id: number, rest: object) => ({
  id,
  why: [],
  note: '',
  seenAt: null,
  number: 'O-' + id,
  title: 'Deal ' + id,
  account: 'Reed',
  owner: 'Mara Lind',
  state: 'open',
  value: '1000.00',
  decisions: [],
  ...rest
});
const ITEMS = [
  item(1, {
    seenAt: '2027-03-15T08:01:00Z',
    decisions: [
      {
        at: '2027-03-15T08:01:00Z',
        person: 'Helen Sorrel',
        what: 'expected close',
        before: '2027-03-01',
        after: '2027-05-20'
      }
    ]
  }),
  item(2, { seenAt: '2027-03-15T08:02:00Z' }),
  item(3, {})
];

beforeEach(() => {
  signedIn('manager');
  for (const call of [calls.GET, calls.POST, calls.PUT]) call.mockReset();
  calls.PUT.mockResolvedValue(undefined);
  calls.POST.mockResolvedValue(undefined);
});

describe('the protocol of a meeting', () => {
  it('tells what was decided, what was left, and what was not looked at', async () => {
    const onBack = vi.fn();
    const onChange = vi.fn();
    within(Protocol, { walk: { meeting: MEETING, items: ITEMS }, onBack, onChange });
    expect(screen.getByText('expected close: 2027-03-01 to 2027-05-20')).toBeTruthy();
    expect(screen.getByRole('link', { name: 'O-2' })).toBeTruthy();
    expect(screen.getByText('1 not looked at.')).toBeTruthy();
    expect(screen.queryByRole('button', { name: 'Send to the reps' })).toBeNull();
    await userEvent.click(screen.getByRole('button', { name: 'End the meeting' }));
    await vi.waitFor(() => expect(onChange).toHaveBeenCalled());
    await userEvent.click(screen.getByRole('button', { name: 'Back to the walk' }));
    expect(onBack).toHaveBeenCalled();
  });

  it('is sent by whoever held it, once it is over', async () => {
    const over = { ...MEETING, endedAt: '2027-03-15T09:00:00Z' };
    const { rerender } = within(Protocol, {
      walk: { meeting: over, items: ITEMS },
      onBack: null,
      onChange: vi.fn()
    });
    await userEvent.click(screen.getByRole('button', { name: 'Send to the reps' }));
    expect(calls.POST.mock.lastCall?.[0]).toBe('/api/meetings/{id}/protocol');
    await rerender({
      given: {
        walk: { meeting: { ...over, mine: false }, items: ITEMS },
        onBack: null,
        onChange: vi.fn()
      }
    });
    expect(screen.queryByRole('button', { name: 'Send to the reps' })).toBeNull();
  });
});

const RANGE = {
  expected: '1000.00',
  low: '800.00',
  middle: '1000.00',
  high: '1200.00',
  best: '2000.00',
  chance: '50'
};
const STAGE = {
  id: 1,
  name: 'Qualified',
  percent: '10',
  entered: 20,
  won: 12,
  observed: '60',
  low: '50',
  high: '70',
  adjusted: '57.82',
  open: 2,
  value: '900.00',
  weighted: '90.00',
  learnt: '520.38'
};

describe('learnt odds', () => {
  const process = { id: 7, name: 'New business', version: 3, stages: [STAGE] };
  const outlook = {
    from: '2027-01-01',
    to: '2027-03-31',
    goal: '3000.00',
    won: '500.00',
    set: RANGE,
    learnt: { ...RANGE, expected: '1500.00' },
    learntSince: '2025-03-15',
    mayAdopt: true,
    processes: [process]
  };

  it('are adopted as they are, or as they are typed over', async () => {
    const onDone = vi.fn();
    within(AdoptForm, { process, outlook, onDone });
    const odds = screen.getByLabelText<HTMLInputElement>('New odds of Qualified');
    expect(odds.value).toBe('57.82');
    await userEvent.clear(odds);
    await userEvent.type(odds, '55');
    await userEvent.click(screen.getByRole('button', { name: 'Adopt' }));
    await vi.waitFor(() => expect(onDone).toHaveBeenCalled());
    expect(calls.PUT.mock.lastCall).toEqual([
      '/api/outlook/odds/{id}',
      {
        params: { path: { id: 7 }, header: { 'If-Match': '"3"' } },
        body: { stages: [{ id: 1, percent: '55' }] }
      }
    ]);
  });

  it('are refused at their stage', async () => {
    calls.PUT.mockResolvedValue(refused(['stages[0].percent', 'From 0 to 100.']));
    within(AdoptForm, { process, outlook, onDone: vi.fn() });
    await userEvent.click(screen.getByRole('button', { name: 'Adopt' }));
    const odds = screen.getByLabelText<HTMLInputElement>('New odds of Qualified');
    await vi.waitFor(() => expect(odds.title).toBe('From 0 to 100.'));
  });
});

describe('what moved', () => {
  const moved = (id: number, part: string, was: object | null, is: object) => ({
    id,
    number: 'O-' + id,
    title: 'Deal ' + id,
    account: 'Reed',
    owner: 'Mara Lind',
    part,
    before: '100.00',
    after: '50.00',
    change: '-50.00',
    was: was && { value: '200.00', probability: '50', close: '2027-03-20', state: 'open', ...was },
    is: { value: '200.00', probability: '50', close: '2027-03-20', state: 'open', ...is }
  });
  const parts = Object.fromEntries(
    ['opening', 'opened', 'movedIn', 'value', 'odds', 'movedOut', 'paused', 'won', 'lost', 'closing'].map(
      (p) => [p, '0.00']
    )
  );
  const m = {
    since: '2027-03-08',
    until: '2027-03-15',
    from: '2027-01-01',
    to: '2027-03-31',
    weighted: parts,
    plain: parts,
    wonAmount: '0.00',
    wonCount: 0,
    itemCount: 3,
    items: [
      moved(1, 'odds', {}, { probability: '25' }),
      moved(2, 'value', { value: '400.00' }, {}),
      moved(3, 'opened', null, {})
    ]
  };

  it('is told from what to what, and narrowed to a part', async () => {
    const onAll = vi.fn();
    const { rerender } = within(MovementItems, { m, part: '', onAll });
    expect(screen.getByText(/odds 50.% to 25.%/)).toBeTruthy();
    expect(screen.getByText(/value 400.00 to 200.00/)).toBeTruthy();
    expect(screen.getByText(/expected 20 Mar/)).toBeTruthy();
    await rerender({ given: { m, part: 'value', onAll } });
    expect(screen.queryByText('O-1')).toBeNull();
    await userEvent.click(screen.getByRole('button', { name: 'All parts' }));
    expect(onAll).toHaveBeenCalled();
  });
});
