import { render, screen, waitFor } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { describe, expect, it, vi } from 'vitest';
import type { Schemas } from '$lib/api/client';
import { refused } from '$lib/api/stub';
import PastePreview from './PastePreview.svelte';
import { line } from './testing';

const PASTED: Schemas['Pasted'] = {
  lines: [line('a'), line('b')],
  unknown: ['XY-9'],
  columns: ['code', 'quantity', 'ignore'],
  headings: ['Artikel', 'Menge', 'Bemerkung'],
  rows: [
    ['BS-15', '3', 'soon'],
    ['XY-9', 'few', '']
  ],
  doubts: [{ row: 1, column: 1, message: 'Enter a number, for example 12.' }]
};

function shown(read = vi.fn().mockResolvedValue({ ...PASTED, doubts: [], unknown: [] })) {
  const onAdd = vi.fn();
  const onClose = vi.fn();
  render(PastePreview, { pasted: PASTED, read, onAdd, onClose });
  return { read, onAdd, onClose };
}

describe('pasted rows, before they are added', () => {
  it('say what is not understood, at its cell, and what is not in the catalogue', () => {
    shown();
    expect(screen.getByText('1 cell is not understood.')).toBeInTheDocument();
    expect(screen.getByText(/Not in the catalogue, added as free-text lines: XY-9\./)).toBeInTheDocument();
    const cell = screen.getByText('Enter a number, for example 12.').closest('td');
    expect(cell).toHaveTextContent('few');
    expect(screen.getByText('Menge')).toBeInTheDocument();
    expect(screen.getByRole('button', { name: 'Add 2 rows' })).toHaveFocus();
  });

  it('are read anew when a column is said to be another; a role stands once', async () => {
    const { read } = shown();
    await userEvent.selectOptions(screen.getByLabelText('Column 3'), 'quantity');
    expect(read).toHaveBeenCalledWith(['code', 'ignore', 'quantity']);
    await waitFor(() => expect(screen.queryByText('1 cell is not understood.')).toBeNull());
  });

  it('are added as they were read, or not at all', async () => {
    const { onAdd, onClose } = shown();
    await userEvent.click(screen.getByRole('button', { name: 'Add 2 rows' }));
    expect(onAdd).toHaveBeenCalledWith(PASTED.lines);
    expect(onClose).toHaveBeenCalled();
  });

  it('leave the grid as it is when it is cancelled', async () => {
    const { onAdd, onClose } = shown();
    await userEvent.click(screen.getByRole('button', { name: 'Cancel' }));
    expect(onAdd).not.toHaveBeenCalled();
    expect(onClose).toHaveBeenCalled();
  });

  it('say so when they cannot be read anew', async () => {
    shown(vi.fn().mockRejectedValue(refused(['text', 'At most 1000 rows.'])));
    await userEvent.selectOptions(screen.getByLabelText('Column 1'), 'ignore');
    expect(await screen.findByRole('alert')).toBeInTheDocument();
  });
});
