import { screen } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { refused, stub } from '$lib/api/stub';
import { within } from '../../test/within';
import ProductForm from './ProductForm.svelte';

const calls = stub('POST', 'PUT');

describe('a product as typed', () => {
  beforeEach(() => {
    calls.POST.mockReset().mockResolvedValue(undefined);
    calls.PUT.mockReset().mockResolvedValue(undefined);
  });

  it('is added with all that was typed, and is on sale unless it is said', async () => {
    const onDone = vi.fn();
    within(ProductForm, { families: ['bench'], onDone });
    await userEvent.type(screen.getByLabelText('Code'), 'BS-9');
    await userEvent.type(screen.getByLabelText('Name'), 'Bench scale 9');
    await userEvent.click(screen.getByRole('button', { name: /Add/ }));
    await vi.waitFor(() => expect(onDone).toHaveBeenCalledWith('BS-9'));
    const [path, asked] = calls.POST.mock.calls[0] as [string, { body: Record<string, unknown> }];
    expect(path).toBe('/api/products');
    expect(asked.body).toMatchObject({ code: 'BS-9', name: 'Bench scale 9', active: true });
  });

  it('names each thing that is wrong beneath its field', async () => {
    const onDone = vi.fn();
    calls.POST.mockResolvedValueOnce(
      refused(['code', 'There is already a product with this code.'], ['unitCost', 'Required.'])
    );
    within(ProductForm, { families: [], onDone });
    await userEvent.type(screen.getByLabelText('Code'), 'BS-15');
    await userEvent.click(screen.getByRole('button', { name: /Add/ }));
    expect(await screen.findByText('There is already a product with this code.')).toBeInTheDocument();
    expect(screen.getByText('Required.')).toBeInTheDocument();
    expect(screen.getByLabelText('Code')).toHaveAttribute('aria-invalid', 'true');
    expect(onDone).not.toHaveBeenCalled();
  });

  it('is sent once however often it is pressed', async () => {
    let finish: (value: unknown) => void = () => undefined;
    calls.POST.mockImplementationOnce(() => new Promise((resolve) => (finish = resolve)));
    within(ProductForm, { families: [], onDone: vi.fn() });
    const add = screen.getByRole('button', { name: /Add/ });
    await userEvent.dblClick(add);
    expect(calls.POST).toHaveBeenCalledTimes(1);
    finish(undefined);
  });
});
