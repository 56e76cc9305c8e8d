import { describe, expect, it } from 'vitest';
import type { LineForm, Typed } from './lines';
import { merge } from './merge';
import { line } from './testing';

const typed = (lines: LineForm[], discountPercent = ''): Typed => ({
  lines,
  discountPercent,
  discountAmount: ''
});
const base = typed([line('a'), line('b'), line('c')]);
const ids = (t: Typed) => t.lines.map((l) => l.id).join('');

describe('joining two sides', () => {
  it('takes from each side what only it changed, field by field', () => {
    const mine = typed([line('a', { quantity: '2' }), line('b'), line('c')]);
    const theirs = typed([line('a', { discountPercent: '5' }), line('b', { quantity: '7' }), line('c')]);
    const { typed: joined, clashes } = merge(base, mine, theirs);
    expect(joined.lines[0]).toMatchObject({ quantity: '2', discountPercent: '5' });
    expect(joined.lines[1]?.quantity).toBe('7');
    expect(clashes).toEqual([]);
  });

  it('keeps lines that either side added, theirs after the line they stood behind', () => {
    const mine = typed([line('a'), line('b'), line('c'), line('m')]);
    const theirs = typed([line('a'), line('t'), line('b'), line('c')]);
    expect(ids(merge(base, mine, theirs).typed)).toBe('atbcm');
  });

  it('removes what one side removed and the other left as it was', () => {
    const mine = typed([line('a'), line('c')]);
    const theirs = typed([line('a'), line('b')]);
    expect(ids(merge(base, mine, theirs).typed)).toBe('a');
  });

  it('names what both changed differently, and leaves ours standing', () => {
    const mine = typed([line('a', { quantity: '2' }), line('b'), line('c')]);
    const theirs = typed([line('a', { quantity: '3' }), line('b'), line('c')]);
    const { typed: joined, clashes } = merge(base, mine, theirs);
    expect(joined.lines[0]?.quantity).toBe('2');
    expect(clashes).toHaveLength(1);
    expect(clashes[0]).toMatchObject({ id: 'a', field: 'quantity', mine: '2', theirs: '3' });
    expect(clashes[0]?.take(joined).lines[0]?.quantity).toBe('3');
  });

  it('is no clash where both changed alike', () => {
    const both = typed([line('a', { quantity: '2' }), line('b'), line('c')]);
    expect(merge(base, both, both).clashes).toEqual([]);
  });

  it('puts a line back that was removed here and changed there, and says so', () => {
    const mine = typed([line('a'), line('c')]);
    const theirs = typed([line('a'), line('b', { quantity: '4' }), line('c')]);
    const { typed: joined, clashes } = merge(base, mine, theirs);
    expect(ids(joined)).toBe('abc');
    expect(clashes[0]).toMatchObject({ id: 'b', field: 'line', theirs: 'changed' });
  });

  it('keeps a line that was changed here and removed there, and can let it go', () => {
    const mine = typed([line('a'), line('b', { quantity: '4' }), line('c')]);
    const theirs = typed([line('a'), line('c')]);
    const { typed: joined, clashes } = merge(base, mine, theirs);
    expect(ids(joined)).toBe('abc');
    expect(clashes[0]).toMatchObject({ id: 'b', theirs: 'removed' });
    expect(ids(clashes[0]!.take(joined))).toBe('ac');
  });

  it('follows their order where nothing was moved here, and ours where it was', () => {
    const theirs = typed([line('c'), line('a'), line('b')]);
    expect(ids(merge(base, base, theirs).typed)).toBe('cab');
    const moved = typed([line('b'), line('a'), line('c')]);
    expect(ids(merge(base, moved, theirs).typed)).toBe('bac');
  });

  it('joins what is taken document discount in the same way', () => {
    expect(merge(base, base, typed([...base.lines], '5')).typed.discountPercent).toBe('5');
    const clash = merge(base, typed([...base.lines], '3'), typed([...base.lines], '5'));
    expect(clash.typed.discountPercent).toBe('3');
    expect(clash.clashes[0]).toMatchObject({ field: 'document discount', mine: '3 %', theirs: '5 %' });
  });
});
