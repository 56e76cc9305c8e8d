import { describe, expect, it } from 'vitest';
import { day, figure, percent, rounded, unitPrice } from './format';

describe('figures as people read them', () => {
  it.each([
    ['1234567.50', '1\u00a0234\u00a0567.50'],
    ['-1234.5', '\u22121\u00a0234.5'],
    ['999', '999'],
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

  it('leaves minor digits out of lists', () => expect(rounded('-1234.99')).toBe('\u22121\u00a0234'));
  it('shows nothing as a dash', () => expect(percent(null)).toBe('–'));
  it('names the year only where it is another', () => {
    const today = new Date('2027-06-01T00:00:00Z');
    expect(day('2027-03-01', today)).toBe('1 Mar');
    expect(day('2028-03-01', today)).toBe('1 Mar 2028');
  });
});
