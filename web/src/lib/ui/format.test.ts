import { afterEach, describe, expect, it } from 'vitest';
import {
  NEUTRAL,
  at,
  day,
  daysBetween,
  figure,
  isToday,
  moment,
  percent,
  rounded,
  size,
  unitPrice,
  words,
  writesAs
} from './format';

describe('figures as people read them', () => {
  it.each([
    ['1234567.50', '1\u00a0234\u00a0567.50'],
    ['-1234.5', '\u22121\u00a0234.5'],
    ['999', '999'],
    ['12*4567', '12*4567'],
    ['3 pieces', '3 pieces'],
    ['0.00', '0.00'],
    [null, '–'],
    ['', '–']
  ])('writes %s as %s', (text, shown) => expect(figure(text)).toBe(shown));

  it.each([
    ['420', 2, '420.00'],
    ['379.05', 2, '379.05'],
    ['0.0125', 2, '0.0125'],
    ['420', 0, '420']
  ])('pads the unit price %s to %i digits', (text, digits, shown) =>
    expect(unitPrice(text, digits)).toBe(shown)
  );

  it.each([
    ['-1234.99', '\u22121\u00a0235'],
    ['1234.50', '1\u00a0235'],
    ['1234.49', '1\u00a0234'],
    ['-0.50', '\u22121'],
    ['999.50', '1\u00a0000'],
    ['420', '420'],
    ['-0.30', '0'],
    [null, '–']
  ])('rounds %s to %s where there is no room for minor digits', (text, shown) =>
    expect(rounded(text)).toBe(shown)
  );
  it('shows what is no day yet as it was typed', () => expect(day('31.')).toBe('31.'));
  it('shows nothing as a dash', () => expect(percent(null)).toBe('–'));
  it('names the year only where it is another', () => {
    isToday('2027-06-01');
    expect(day('2027-03-01')).toBe('1 Mar');
    expect(day('2028-03-01')).toBe('1 Mar 2028');
  });

  it('counts days between two days, over the ends of months', () => {
    expect(daysBetween('2026-11-25', '2026-12-02')).toBe(7);
    expect(daysBetween('2028-02-28T23:00:00Z', '2028-03-01')).toBe(2);
    expect(daysBetween('2026-11-25', '2026-11-24')).toBe(-1);
  });

  it('writes sizes as people read them', () => {
    expect(size(1023)).toBe('1023\u00a0B');
    expect(size(1024)).toBe('1\u00a0KiB');
    expect(size(3.44 * 1024 * 1024)).toBe('3.4\u00a0MiB');
  });

  it('tells day and time of what happened', () => {
    isToday('2027-06-01', 'Europe/Berlin');
    expect(moment('2027-03-01T08:05:00Z')).toBe('1 Mar 09:05');
    expect(moment('2026-12-31T23:30:00Z')).toBe('1 Jan 00:30');
    expect(moment('2025-03-01T08:05:00Z')).toBe('1 Mar 2025 09:05');
  });

  it('tells no time of what has none', () => {
    expect(at(null)).toBe('');
    expect(at('2026-11-25')).toBe('');
    expect(at('2026-11-25T09:05:00Z')).toMatch(/^[0-2][0-9]:05$/);
  });
});

describe('as a country writes', () => {
  afterEach(() => writesAs(NEUTRAL));

  it.each([
    ['.', ',', 3, 3, '1.234.567,50'],
    [',', '.', 3, 2, '12,34,567.50'],
    ["'", '.', 3, 3, "1'234'567.50"]
  ])('groups by %s with %s before the decimals', (group, decimal, nearest, further, shown) => {
    writesAs({ ...NEUTRAL, group, decimal, nearest, further });
    expect(figure('1234567.50')).toBe(shown);
    expect(figure('-999')).toBe('\u2212999');
  });

  it('puts the month first', () => {
    writesAs({ ...NEUTRAL, monthFirst: true });
    isToday('2027-06-01');
    expect(day('2027-03-01')).toBe('Mar 1');
    expect(day('2028-03-01')).toBe('Mar 1, 2028');
  });
});

describe('a word of the server', () => {
  it('is read without its hyphens', () => {
    expect([words('credit-controller'), words('po-number')]).toEqual(['credit controller', 'PO number']);
  });
});
