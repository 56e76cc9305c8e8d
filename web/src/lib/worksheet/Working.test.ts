import { render, screen } from '@testing-library/svelte';
import { describe, expect, it, vi } from 'vitest';
import { Refusal } from '$lib/api/client';
import { session } from '$lib/shell/session.svelte';
import type { Editor } from './editor.svelte';
import Working from './Working.svelte';
import type { WorkingView } from './workings';

const PRICE: WorkingView = {
  of: 'lines[0].unitPrice',
  formula: 'price of the winning rule',
  inputs: [{ name: 'listPrice', kind: 'unit-price', value: '420' }],
  steps: [
    {
      subject: 'rule P-DAIRY',
      outcome: 'wins',
      inputs: [{ name: 'price', kind: 'unit-price', value: '399' }]
    },
    {
      subject: 'rule P-MANY',
      outcome: 'break-not-reached',
      inputs: [{ name: 'minQuantity', kind: 'quantity', value: '25' }]
    }
  ],
  exact: '399',
  rounding: 'half up to 4 decimals',
  result: '399.0000'
};

function editor(workings: () => Promise<WorkingView[]>): Editor {
  return { workings } as unknown as Editor;
}

describe('the working of a figure', () => {
  it('shows formula, inputs, every rule considered, and the result', async () => {
    render(Working, { editor: editor(() => Promise.resolve([PRICE])), of: 'lines[0].unitPrice' });
    expect(await screen.findByText('rule P-DAIRY')).toBeVisible();
    expect(screen.getByText('Line 1, unit price')).toBeVisible();
    expect(screen.getByText('break not reached')).toBeVisible();
    expect(screen.getByText('From quantity')).toBeVisible();
    expect(screen.getByText(/399, half up to 4 decimals/)).toBeVisible();
    expect(session.company).toBeFalsy();
  });

  it('says that a ratio by nothing has no figure', async () => {
    const none = {
      ...PRICE,
      of: 'totals.marginPercent',
      steps: [],
      exact: null,
      rounding: null,
      result: null
    };
    render(Working, { editor: editor(() => Promise.resolve([none])), of: 'totals.marginPercent' });
    expect(await screen.findByText('none: division by 0')).toBeVisible();
  });

  it('shows what was refused instead', async () => {
    const refused = () => Promise.reject(new Refusal(422, 'Not in order', '', [], null));
    render(Working, { editor: editor(refused), of: 'totals.contract' });
    expect(await screen.findByText(/Not in order/)).toBeVisible();
  });

  it('asks for nothing while it is closed', () => {
    const workings = vi.fn(() => Promise.resolve([PRICE]));
    render(Working, { editor: editor(workings), of: null });
    expect(workings).not.toHaveBeenCalled();
    expect(screen.queryByRole('dialog')).toBeNull();
  });
});
