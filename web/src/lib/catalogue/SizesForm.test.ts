import { screen } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { refused, stub } from '$lib/api/stub';
import { within } from '../../test/within';
import SizesForm from './SizesForm.svelte';

const calls = stub('GET', 'POST', 'PUT');
const TABLE = {
  id: 9,
  code: 'FLOOR',
  name: 'Floor scales',
  down: 'Width',
  across: 'Load',
  rows: ['1 m', '2 m'],
  columns: ['300 kg', '600 kg'],
  cells: [
    { row: '1 m', column: '300 kg', product: 'FS-1' },
    { row: '2 m', column: '600 kg', product: 'FS-4' }
  ],
  deactivated: false,
  version: 2
};

describe('a table of sizes as typed', () => {
  beforeEach(() => {
    calls.GET.mockReset().mockResolvedValue([]);
    calls.POST.mockReset().mockResolvedValue({ id: 1 });
    calls.PUT.mockReset().mockResolvedValue(undefined);
  });

  it('begins with two rows and one column, and grows both ways', async () => {
    within(SizesForm, { onDone: vi.fn() });
    expect(screen.getAllByLabelText(/^Product, /)).toHaveLength(2);
    await userEvent.click(screen.getByRole('button', { name: 'Add column' }));
    await userEvent.click(screen.getByRole('button', { name: 'Add row' }));
    expect(screen.getAllByLabelText(/^Product, /)).toHaveLength(6);
  });

  it('shows each product where it stands, and what is no size as empty', () => {
    within(SizesForm, { sizes: TABLE, onDone: vi.fn() });
    expect(screen.getByLabelText('Product, row 1, column 1')).toHaveValue('FS-1');
    expect(screen.getByLabelText('Product, row 1, column 2')).toHaveValue('');
    expect(screen.getByLabelText('Product, row 2, column 2')).toHaveValue('FS-4');
    expect(screen.getByLabelText('Name of row 2')).toHaveValue('2 m');
  });

  it('keeps every cell with the names of its row and column', async () => {
    const onDone = vi.fn();
    within(SizesForm, { sizes: TABLE, onDone });
    await userEvent.type(screen.getByLabelText('Product, row 1, column 2'), 'FS-2');
    await userEvent.click(screen.getByRole('button', { name: 'Save' }));
    await vi.waitFor(() => expect(onDone).toHaveBeenCalled());
    const [, asked] = calls.PUT.mock.calls[0] as [string, { body: { cells: unknown[] }; params: unknown }];
    expect(asked.params).toEqual({ path: { id: 9 }, header: { 'If-Match': '"2"' } });
    expect(asked.body.cells).toEqual([
      { row: '1 m', column: '300 kg', product: 'FS-1' },
      { row: '1 m', column: '600 kg', product: 'FS-2' },
      { row: '2 m', column: '300 kg', product: '' },
      { row: '2 m', column: '600 kg', product: 'FS-4' }
    ]);
  });

  it('says at the cell that there is no such product', async () => {
    calls.POST.mockResolvedValueOnce(refused(['cells[1].product', 'Product not found: FS-9.']));
    within(SizesForm, { onDone: vi.fn() });
    await userEvent.type(screen.getByLabelText('Product, row 2, column 1'), 'FS-9');
    await userEvent.click(screen.getByRole('button', { name: 'Save' }));
    expect(await screen.findByText('Product not found: FS-9.')).toBeInTheDocument();
    expect(screen.getByLabelText('Product, row 2, column 1')).toHaveAttribute('aria-invalid', 'true');
    expect(screen.getByLabelText('Product, row 1, column 1')).not.toHaveAttribute('aria-invalid');
  });
});
