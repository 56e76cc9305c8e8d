import { describe, expect, it } from 'vitest';
import type { Schemas } from '$lib/api/client';
import { signed, totalsOf, why } from './compare';

const side = {
  quantity: '1',
  unitPrice: '1',
  discountPercent: null,
  finalAmount: '1',
  marginPercent: null,
  counted: true
};
function line(more: Partial<Schemas['ComparedLine']>): Schemas['ComparedLine'] {
  return {
    id: 'a',
    product: 'P',
    description: '',
    current: side,
    scenario: side,
    change: '0.00',
    byQuantity: '0.00',
    byPrice: '0.00',
    byDiscount: '0.00',
    ...more
  };
}

describe('two worksheets side by side', () => {
  it('show a difference with its sign, and nothing for none', () => {
    expect(signed('1234.50')).toBe('+1\u00a0234.50');
    expect(signed('-12')).toBe('−12');
    expect(signed('-0.00')).toBe('');
  });

  it('say what made the difference of a line', () => {
    expect(why(line({ byQuantity: '760.00', byDiscount: '-132.00' }))).toBe(
      'quantity +760.00, discount −132.00'
    );
    expect(why(line({ current: null }))).toBe('added');
    expect(why(line({ scenario: null }))).toBe('left out');
    expect(why(line({ scenario: { ...side, counted: false } }))).toBe('no longer included');
    expect(why(line({}))).toBe('');
  });

  it('give the change only of what the core has compared', () => {
    const worksheet = {
      totals: { contract: '10.00', margin: '4.00', marginPercent: '40.00' },
      signOff: { needed: true, role: 'credit-controller', reasons: [] },
      credit: { verdict: 'clear' }
    } as unknown as Schemas['WorksheetView'];
    const rows = totalsOf({
      current: worksheet,
      scenario: worksheet,
      change: '5.00',
      marginChange: '-1.00'
    } as Schemas['CompareView']);
    expect(rows.find((r) => r.label === 'Net')?.change).toBe('+5.00');
    expect(rows.find((r) => r.label === 'Margin')?.change).toBe('−1.00');
    expect(rows.find((r) => r.label === 'Sign-off')).toMatchObject({
      current: 'credit controller',
      change: ''
    });
  });
});
