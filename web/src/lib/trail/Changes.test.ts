import { screen } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { stub } from '$lib/api/stub';
import { within } from '../../test/within';
import Changes from './Changes.svelte';

const calls = stub('GET');

function entry(id: number, over: Record<string, unknown> = {}) {
  return {
    id,
    at: '2027-03-15T08:00:00Z',
    person: 'Mara',
    what: 'title',
    before: 'Old ' + id,
    after: 'New ' + id,
    ...over
  };
}

describe('who changed what', () => {
  beforeEach(() => {
    calls.GET.mockReset();
  });

  it('is told newest first, from what to what', async () => {
    calls.GET.mockResolvedValue({ rows: [entry(2), entry(1)], after: null });
    within(Changes, { record: 'opportunity', id: 7 });
    await screen.findByText('Old 2');
    expect(screen.getAllByRole('listitem').map((r) => r.textContent)).toEqual([
      expect.stringContaining('Old 2'),
      expect.stringContaining('Old 1')
    ]);
    expect(screen.queryByRole('button', { name: 'Show more' })).toBeNull();
  });

  it('goes on beneath where there is more, and is not cut', async () => {
    calls.GET.mockResolvedValueOnce({ rows: [entry(3)], after: '3' }).mockResolvedValueOnce({
      rows: [entry(1)],
      after: null
    });
    within(Changes, { record: 'opportunity', id: 7 });
    await userEvent.click(await screen.findByRole('button', { name: 'Show more' }));
    await vi.waitFor(() => expect(screen.getAllByRole('listitem')).toHaveLength(2));
    const [, asked] = calls.GET.mock.calls[1] as [string, { params: { query: { after: string } } }];
    expect(asked.params.query.after).toBe('3');
    expect(screen.queryByRole('button', { name: 'Show more' })).toBeNull();
  });

  it('says what the company did automatically, and what was removed', async () => {
    calls.GET.mockResolvedValue({
      rows: [entry(2, { person: null, before: null }), entry(1, { after: null })],
      after: null
    });
    within(Changes, { record: 'opportunity', id: 7 });
    expect(await screen.findByText('automatically')).toBeInTheDocument();
    expect(screen.getByText(/removed/)).toBeInTheDocument();
  });

  it('says that nothing was changed yet', async () => {
    calls.GET.mockResolvedValue({ rows: [], after: null });
    within(Changes, { record: 'opportunity', id: 7 });
    expect(await screen.findByText('No changes yet.')).toBeInTheDocument();
  });
});
