import { screen } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { describe, expect, it, vi } from 'vitest';
import { stub } from '$lib/api/stub';
import { within } from '../../test/within';
import Columns from './Columns.svelte';

stub('GET');

async function open(text: string) {
  const onChange = vi.fn();
  within(Columns, { text, onChange });
  await userEvent.click(screen.getByRole('button', { name: 'Columns' }));
  await screen.findByText('Columns of the list');
  return onChange;
}

describe('the choice of columns', () => {
  it('begins with the usual ones', async () => {
    const onChange = await open('');
    expect(screen.getByLabelText('Value')).toBeChecked();
    expect(screen.getByLabelText('Budget')).not.toBeChecked();
    expect(screen.queryByRole('button', { name: 'The usual columns' })).toBeNull();
    await userEvent.click(screen.getByLabelText('Budget'));
    expect(onChange.mock.calls[0]?.[0]).toContain('value,budget,close');
  });

  it('leaves one out, but never the last', async () => {
    const onChange = await open('title,value');
    await userEvent.click(screen.getByLabelText('Value'));
    expect(onChange).toHaveBeenCalledWith('title');
  });

  it('keeps the last, and goes back to the usual ones', async () => {
    const onChange = await open('title');
    expect(screen.getByLabelText('Title')).toBeDisabled();
    await userEvent.click(screen.getByRole('button', { name: 'The usual columns' }));
    expect(onChange).toHaveBeenCalledWith('');
  });
});
