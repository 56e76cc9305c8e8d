import { describe, expect, it } from 'vitest';
import { formulaOf, nameOf, resultOf, titleOf, valueOf } from './workings';

describe('workings in words', () => {
  it.each([
    ['lines[0].gross', 'Line 1, gross'],
    ['lines[11].documentShare', 'Line 12, share of the document discount'],
    ['totals.contract', 'Net'],
    ['totals.firstInvoice.taxes[0].tax', 'First invoice, tax'],
    ['credit.headroomAfter', 'Available credit after this'],
    ['room.floorAmount', 'Room before the floor']
  ])('calls %s "%s"', (of, title) => expect(titleOf(of)).toBe(title));

  it('writes names that nobody listed as words', () => {
    expect(nameOf('someNewFigure')).toBe('Some new figure');
  });

  it('writes formulas with the names that the screens use', () => {
    expect(formulaOf('net − documentShare')).toBe('net − share of the document discount');
    expect(formulaOf('(contract − cost) / contract')).toBe('(net − cost) / net');
  });

  it.each([
    ['amount', '-1234.50', '−1\u00a0234.50'],
    ['number', '1.005', '1.005'],
    ['quantity', '12', '12'],
    ['unit-price', '420', '420.00'],
    ['percent', '5', '5\u00a0%'],
    ['day', '2031-03-01', '1 Mar 2031'],
    ['text', 'lowest', 'lowest'],
    ['count', '3', '3']
  ])('writes a value of kind %s', (kind, value, shown) => {
    expect(valueOf({ name: 'x', kind, value }, 2)).toBe(shown);
  });

  it.each([
    ['lines[0].unitPrice', '399.0000', '399.00'],
    ['lines[0].unitPrice', '98.3302', '98.3302'],
    ['totals.contract', '-1234.50', '−1\u00a0234.50'],
    ['totals.marginPercent', '42.11', '42.11\u00a0%'],
    ['credit.earliestClear', '2031-03-01', '1 Mar 2031'],
    ['credit.verdict', 'over-limit', 'over limit'],
    ['totals.markupPercent', null, 'none: division by 0']
  ])('writes the result of %s, %s, as %s', (of, result, shown) => {
    const working = { of, formula: '', inputs: [], steps: [], exact: null, rounding: null, result };
    expect(resultOf(working, 2)).toBe(shown);
  });
});
