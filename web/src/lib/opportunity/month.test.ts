import { describe, expect, it } from 'vitest';
import { daysFrom, stepMonth, weeksOf } from './month';

describe('the weeks of a month', () => {
  it('are whole, from Monday to Sunday', () => {
    const weeks = weeksOf('2026-11');
    expect(weeks[0]?.[0]).toBe('2026-10-26');
    expect(weeks.at(-1)?.[6]).toBe('2026-12-06');
    expect(weeks.every((week) => week.length === 7)).toBe(true);
  });

  it('begin on Sunday where the country does', () => {
    const weeks = weeksOf('2026-11', 7);
    expect(weeks[0]?.[0]).toBe('2026-11-01');
    expect(weeks.at(-1)?.[6]).toBe('2026-12-05');
    expect(daysFrom(7)).toEqual(['Sun', 'Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat']);
    expect(daysFrom(1)[6]).toBe('Sun');
    expect(weeksOf('2026-08', 6)[0]?.[0]).toBe('2026-08-01');
  });

  it('are four when a February begins on a Monday', () => {
    expect(weeksOf('2027-02')).toHaveLength(4);
    expect(weeksOf('2027-02').flat()).toContain('2027-02-28');
  });

  it('go over the turn of the year', () => {
    expect(stepMonth('2026-12', 1)).toBe('2027-01');
    expect(stepMonth('2027-01', -1)).toBe('2026-12');
  });
});
