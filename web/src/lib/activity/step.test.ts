import { describe, expect, it } from 'vitest';
import { after, emptyStep } from './step';

describe('steps', () => {
  it('counts days over the ends of months and of February in a leap year', () => {
    expect(after('2026-11-25', 7)).toBe('2026-12-02');
    expect(after('2028-02-28', 1)).toBe('2028-02-29');
    expect(after('2026-12-31', 0)).toBe('2026-12-31');
  });

  it('begins with a call of one’s own, today', () => {
    expect(emptyStep('2026-11-25')).toMatchObject({ kind: 'call', due: '2026-11-25', personId: 0 });
  });
});
