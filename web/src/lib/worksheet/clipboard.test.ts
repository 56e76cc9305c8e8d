import { describe, expect, it } from 'vitest';
import { NEUTRAL, writesAs } from '$lib/ui/format';
import { cells, copied, copiedRows, overwritten } from './clipboard';
import { line, shown } from './testing';

describe('the clipboard', () => {
  it('gives cells as plain numbers, parted by tabs', () => {
    const lines = [line('a', { quantity: '12', discountPercent: '5' }), line('b')];
    const of = (id: string) => shown(line(id), { unitPrice: '379.05', finalAmount: '1234567.50' });
    expect(copied(lines, of, ['code', 'quantity', 'price', 'discount', 'final'])).toBe(
      'P-a\t12\t379.05\t5%\t1234567.50\nP-b\t1\t379.05\t\t1234567.50'
    );
  });

  it('writes figures as a spreadsheet of the country reads them, and no code as a figure', () => {
    writesAs({ ...NEUTRAL, decimal: ',', group: '.' });
    const lines = [line('a', { product: '12.5', quantity: '1.5', discountPercent: '7.5' })];
    const of = (id: string) => shown(line(id), { unitPrice: '379.05', finalAmount: '1234567.50' });
    expect(copied(lines, of, ['code', 'quantity', 'price', 'discount', 'final'])).toBe(
      '12.5\t1,5\t379,05\t7,5%\t1234567,50'
    );
    expect(copiedRows(lines)).toBe('12.5\t\t1,5\t\t7,5%\t');
    writesAs(NEUTRAL);
  });

  it('gives whole rows unchanged read again: a price only where it is one of its own', () => {
    const lines = [
      line('s', { kind: 'section', description: 'Hall' }),
      line('a', { quantity: '2', discountPercent: '5' }),
      line('b', { unitPrice: '9.50', requestedOn: '2027-03-01' }),
      line('c', { product: null, description: 'Made to measure', listPrice: '100' })
    ];
    expect(copiedRows(lines)).toBe(
      'Hall\nP-a\t\t2\t\t5%\t\nP-b\t\t1\t9.50\t\t2027-03-01\n\tMade to measure\t1\t100\t\t'
    );
  });

  it('puts a cell with a tab or a line end in quotes, and reads it back', () => {
    const text = copied([line('a', { description: 'one\ntwo\t"three"' })], () => undefined, ['code', 'what']);
    expect(cells(text)).toEqual([['P-a', 'one\ntwo\t"three"']]);
  });

  it('writes a block over cells from a column on, and passes over what only shows', () => {
    const lines = [line('a'), line('b'), line('c')];
    const after = overwritten(lines, 1, 'quantity', cells('4\t99\t7.5\n5\t99\t8\r\n'), 1);
    expect(after[0]).toEqual(lines[0]);
    expect(after[1]).toMatchObject({ quantity: '4', listPrice: null, unitPrice: '7.5' });
    expect(after[2]).toMatchObject({ quantity: '5', unitPrice: '8' });
  });

  it('writes a single cell into every chosen row, and leaves what the block has no text for', () => {
    const lines = [line('a', { quantity: '3' }), line('b'), line('c')];
    expect(overwritten(lines, 0, 'discount', cells('5 %'), 2).map((l) => l.discountPercent)).toEqual([
      '5 %',
      '5 %',
      null
    ]);
    expect(overwritten(lines, 0, 'quantity', cells('\t9'), 1)[0]?.quantity).toBe('3');
  });
});
