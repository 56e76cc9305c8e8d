import { render, screen } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { describe, expect, it, vi } from 'vitest';
import { Refusal } from '$lib/api/client';
import RowsBench from '../../test/RowsBench.svelte';

type Item = { id: number; name: string };

function list(
  over: Partial<{
    rows: Item[];
    isPending: boolean;
    refusal: Refusal;
    has: boolean;
    show: () => Promise<void>;
  }> = {}
) {
  return { rows: [], isPending: false, refusal: null, refetch: vi.fn(), ...over };
}

const two = [
  { id: 1, name: 'first' },
  { id: 2, name: 'gone' }
];

describe('a table of rows', () => {
  it('is loading, and says nothing of being empty', () => {
    render(RowsBench, { list: list({ isPending: true }) });
    expect(screen.getByRole('table', { name: 'Things' })).toHaveAttribute('aria-busy', 'true');
    expect(screen.getByText('Loading…')).toBeInTheDocument();
    expect(screen.queryByText('None yet.')).toBeNull();
  });

  it('says what to do where it is empty', () => {
    render(RowsBench, { list: list(), empty: 'Add one above.' });
    expect(screen.getByText('Add one above.')).toBeInTheDocument();
  });

  it('never says that it is empty where it failed, and can be asked again', async () => {
    const failed = list({ refusal: new Refusal(500, 'Something failed here', '', [], null) });
    render(RowsBench, { list: failed });
    expect(screen.getByText(/Something failed here/)).toBeInTheDocument();
    expect(screen.queryByText('None yet.')).toBeNull();
    await userEvent.click(screen.getByRole('button', { name: 'Try again' }));
    expect(failed.refetch).toHaveBeenCalledTimes(1);
  });

  it('keeps what was there while it is asked anew', () => {
    render(RowsBench, { list: list({ rows: two, isPending: true }) });
    expect(screen.getByText('first')).toBeInTheDocument();
    expect(screen.queryByText('Loading…')).toBeNull();
  });

  it('names its rows and quiets those that matter less', () => {
    render(RowsBench, { list: list({ rows: two }) });
    expect(document.getElementById('row-2')).toHaveClass('quiet');
    expect(document.getElementById('row-1')).not.toHaveClass('quiet');
  });

  it('is sorted by its head, and turned round', async () => {
    render(RowsBench, { list: list({ rows: two }) });
    const head = screen.getByRole('columnheader', { name: 'Name' });
    expect(head).toHaveAttribute('aria-sort', 'none');
    await userEvent.click(screen.getByRole('button', { name: 'Name' }));
    expect(head).toHaveAttribute('aria-sort', 'ascending');
    await userEvent.click(screen.getByRole('button', { name: 'Name' }));
    expect(head).toHaveAttribute('aria-sort', 'descending');
    expect(screen.getByRole('status')).toHaveTextContent('-name');
    expect(screen.queryByRole('button', { name: 'Plain' })).toBeNull();
  });

  it('offers more where there is more', async () => {
    const show = vi.fn<() => Promise<void>>().mockResolvedValue(undefined);
    render(RowsBench, { list: list({ rows: two, has: true, show }) });
    await userEvent.click(screen.getByRole('button', { name: /more/i }));
    expect(show).toHaveBeenCalledTimes(1);
  });
});
