import { describe, expect, it } from 'vitest';
import { sumsOf } from './book';

const account = (value: string, opportunities = 1, activities = 2) => ({ value, opportunities, activities });

describe('what is handed over', () => {
  it('adds accounts up, amounts to the minor unit', () => {
    expect(sumsOf([account('0.10'), account('0.20'), account('1200000.05', 3, 0)])).toEqual({
      accounts: 3,
      opportunities: 5,
      activities: 4,
      value: '1200000.35'
    });
  });

  it('is nothing of nothing, and knows currencies without minor digits', () => {
    expect(sumsOf([])).toEqual({ accounts: 0, opportunities: 0, activities: 0, value: '0' });
    expect(sumsOf([account('0.00')]).value).toBe('0.00');
    expect(sumsOf([account('5'), account('70')]).value).toBe('75');
  });
});
