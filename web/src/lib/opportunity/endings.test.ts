import { NEUTRAL } from '$lib/ui/format';
import { screen } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import type { Schemas } from '$lib/api/client';
import { refused, stub } from '$lib/api/stub';
import { session } from '$lib/shell/session.svelte';
import { within } from '../../test/within';
import EndForm from './EndForm.svelte';
import TeamForm from './TeamForm.svelte';

const calls = stub('GET', 'POST', 'PUT');
const O = {
  id: 7,
  ownerId: 2,
  version: 4,
  contacts: [{ id: 31, name: 'Ada Fallow' }],
  team: {
    tags: ['spring'],
    competitors: ['A rival'],
    people: [{ contactId: 31, name: 'Ada Fallow', role: 'user' }],
    shares: []
  }
} as unknown as Schemas['OpportunityView'];

const USED = { tags: ['spring', 'fair'], competitors: ['Another'], reasons: [], sources: [], campaigns: [] };
const USERS = [
  { id: 2, name: 'Mara', team: 'North' },
  { id: 3, name: 'Nils', team: 'North' }
];

beforeEach(() => {
  session.view = {
    me: null,
    needsSetup: false,
    demo: false,
    today: '2027-03-15',
    timeZone: 'UTC',
    writing: NEUTRAL
  };
  calls.GET.mockReset().mockImplementation((path) =>
    Promise.resolve(path === '/api/users' ? USERS : path === '/api/accounts' ? { rows: [] } : USED)
  );
  calls.POST.mockReset().mockResolvedValue(undefined);
  calls.PUT.mockReset().mockResolvedValue(undefined);
});

describe('how an opportunity ends', () => {
  it('is lost for a reason, to somebody or to nobody', async () => {
    const onChange = vi.fn();
    within(EndForm, { o: O, paused: false, open: true, onChange });
    await userEvent.type(screen.getByLabelText('Reason'), 'Price');
    await userEvent.click(screen.getByRole('button', { name: 'Close as lost' }));
    await vi.waitFor(() => expect(onChange).toHaveBeenCalled());
    expect(calls.POST).toHaveBeenCalledWith('/api/opportunities/{id}/lost', {
      params: { path: { id: 7 }, header: { 'If-Match': '"4"' } },
      body: { reason: 'Price', competitor: '' }
    });
  });

  it('rests for thirty days unless another day is given', async () => {
    within(EndForm, { o: O, paused: true, open: true, onChange: vi.fn() });
    expect(screen.getByLabelText('Until')).toHaveValue('2027-04-14');
    expect(screen.queryByLabelText(/To whom/)).toBeNull();
    await userEvent.click(screen.getByRole('button', { name: 'Put on hold' }));
    await vi.waitFor(() => expect(calls.POST).toHaveBeenCalled());
    expect(calls.POST.mock.calls[0]?.[0]).toBe('/api/opportunities/{id}/paused');
  });

  it('stays open with what is wrong when it is refused', async () => {
    calls.POST.mockResolvedValueOnce(refused(['reason', 'Required.']));
    within(EndForm, { o: O, paused: false, open: true, onChange: vi.fn() });
    await userEvent.click(screen.getByRole('button', { name: 'Close as lost' }));
    expect(await screen.findByText('Required.')).toBeInTheDocument();
    expect(screen.getByLabelText('Reason')).toHaveAttribute('aria-invalid', 'true');
  });
});

describe('who and what stands around an opportunity', () => {
  function body() {
    return (calls.PUT.mock.calls[0] as [string, { body: Record<string, unknown> }])[1].body;
  }

  it('is written as a whole, words apart by commas', async () => {
    const onChange = vi.fn();
    within(TeamForm, { o: O, open: true, onChange });
    await userEvent.type(screen.getByLabelText(/^Tags/), ', fair , ');
    await userEvent.click(screen.getByRole('button', { name: 'Save' }));
    await vi.waitFor(() => expect(onChange).toHaveBeenCalled());
    expect(body()).toEqual({
      tags: ['spring', 'fair'],
      competitors: ['A rival'],
      people: [{ contactId: 31, role: 'user' }],
      shares: []
    });
  });

  it('is shared with a colleague, never with its owner', async () => {
    within(TeamForm, { o: O, open: true, onChange: vi.fn() });
    await vi.waitFor(() => expect(calls.GET).toHaveBeenCalledWith('/api/users'));
    await vi.waitFor(async () => {
      await userEvent.click(screen.getByRole('button', { name: 'Add a colleague' }));
      expect(screen.getByLabelText('Share')).toHaveValue('20');
    });
    expect(screen.getByLabelText('Colleague')).toHaveTextContent('Nils');
    expect(screen.getByLabelText('Colleague')).not.toHaveTextContent('Mara');
    await userEvent.click(screen.getByRole('button', { name: 'Save' }));
    await vi.waitFor(() => expect(calls.PUT).toHaveBeenCalled());
    expect(body()['shares']).toEqual([{ personId: 3, part: '20' }]);
  });

  it('says beneath the shares that they are too much', async () => {
    calls.PUT.mockResolvedValueOnce(refused(['shares', 'The shares are more than 100 %.']));
    within(TeamForm, { o: O, open: true, onChange: vi.fn() });
    await userEvent.click(screen.getByRole('button', { name: 'Remove' }));
    await userEvent.click(screen.getByRole('button', { name: 'Save' }));
    expect(await screen.findByText('The shares are more than 100 %.')).toBeInTheDocument();
    expect(body()['people']).toEqual([]);
  });
});
