import { describe, expect, it } from 'vitest';
import { blank, type LineForm } from './lines';
import { templateOf } from './widths';

const line = (more: Partial<LineForm> = {}): LineForm => ({ ...blank('line', 'Bench scale'), ...more });
const none = () => undefined;
const columns = (lines: LineForm[], here: Parameters<typeof templateOf>[2] = 'code') =>
  templateOf(lines, none, here, 2).template.match(/minmax\([^)]*\)|\S+/g) ?? [];

describe('the widths of the columns', () => {
  it('give what is free to the description', () => {
    expect(columns([line()])[2]).toBe('minmax(136px, 1fr)');
    expect(columns([line()])).toHaveLength(11);
  });

  it('close a column in which nothing stands, and open it where one is', () => {
    expect(columns([line()])[7]).toBe('12px');
    expect(columns([line()], 'counts')[7]).toBe('70px');
    expect(columns([line({ optional: true })])[7]).toBe('70px');
    expect(columns([line()])[8]).toBe('12px');
    expect(columns([line({ requestedOn: '2027-03-01' })])[8]).toBe('107px');
  });

  it('have room for what is written, with the digits of the currency', () => {
    expect(columns([line({ unitPrice: '710' })])[5]).toBe('60px');
    expect(columns([line({ unitPrice: '12710.5' })])[5]).toBe('83px');
    expect(templateOf([line()], none, 'code', 2).slits).toEqual(['counts', 'ready']);
  });

  it('grow with the longest, up to a bound', () => {
    expect(columns([line({ product: 'BS-15' })])[1]).toBe('64px');
    expect(columns([line({ product: 'BS-15' }), line({ product: 'BS-15-LONG' })])[1]).toBe('90px');
    expect(columns([line({ product: 'X'.repeat(60) })])[1]).toBe('110px');
  });
});
