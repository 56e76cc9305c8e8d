import { describe, expect, it } from 'vitest';
import { sentences } from './sentences';
import type { WorkingView } from './workings';

type Given = [name: string, kind: string, value: string];
const inputs = (given: Given[]) => given.map(([name, kind, value]) => ({ name, kind, value }));
function working(of: string, given: Given[], steps: [outcome: string, Given[]][] = []): WorkingView {
  return {
    of,
    formula: '',
    inputs: inputs(given),
    steps: steps.map(([outcome, step]) => ({ subject: 'rule', outcome, inputs: inputs(step) })),
    exact: null,
    rounding: null,
    result: null
  };
}
const say = (w: WorkingView, result: string) => sentences(w, result, 2);

describe('a working in words', () => {
  it('reads a price to a customer: the list, the rule that holds, and what more pieces would give', () => {
    const price = working(
      'lines[0].unitPrice',
      [
        ['listPrice', 'unit-price', '420'],
        ['ofProduct', 'quantity', '12'],
        ['ofFamily', 'quantity', '12']
      ],
      [
        [
          'wins',
          [
            ['scope', 'text', 'group'],
            ['for', 'text', 'dairies'],
            ['family', 'text', 'bench'],
            ['minQuantity', 'quantity', '0'],
            ['percentOff', 'percent', '5'],
            ['price', 'unit-price', '399']
          ]
        ],
        [
          'break-not-reached',
          [
            ['scope', 'text', 'everyone'],
            ['product', 'text', 'BS-30'],
            ['minQuantity', 'quantity', '25'],
            ['price', 'unit-price', '379.05']
          ]
        ],
        ['not-for-buyer', [['scope', 'text', 'group']]]
      ]
    );
    expect(say(price, '399.00')).toEqual([
      'Listed at 420.00.',
      'Dairies get 5 % off the bench family: 399.00.'.replace('5 %', '5\u00a0%'),
      'Everyone pays 379.05 for this product from 25 pieces on; here there are 12.'
    ]);
  });

  it('says that the list price holds where no rule does', () => {
    expect(say(working('lines[0].unitPrice', [['listPrice', 'unit-price', '96']]), '96')).toEqual([
      'Listed at 96.00.',
      'No price rule applies, so the list price holds.'
    ]);
  });

  it('tells a discount, a price agreed, a gift and none apart', () => {
    const of = 'lines[0].net';
    expect(
      say(
        working(of, [
          ['gross', 'amount', '4200.00'],
          ['discountPercent', 'percent', '5']
        ]),
        '3 990.00'
      )
    ).toEqual(['4\u00a0200.00 less 5\u00a0% is 3 990.00.']);
    expect(
      say(
        working(of, [
          ['quantity', 'quantity', '3'],
          ['unitPrice', 'unit-price', '9.5']
        ]),
        '28.50'
      )
    ).toEqual(['At the price agreed, 3 at 9.50 each come to 28.50.']);
    expect(say(working(of, []), '0.00')).toEqual(['It is a gift: nothing is paid for it.']);
  });

  it('says who has to sign, or that nobody has', () => {
    expect(say(working('signOff.role', []), 'manager')).toEqual(['This needs the sign-off of the manager.']);
    expect(say(working('signOff.role', []), 'none: division by 0')).toEqual([
      'Nobody else has to sign this.'
    ]);
  });

  it('tells the totals of the document from those of its first invoice', () => {
    expect(
      say(
        working('totals.margin', [
          ['contract', 'amount', '10'],
          ['cost', 'amount', '6']
        ]),
        '4'
      )
    ).toEqual(['10 less a cost of 6 earns 4.']);
    expect(
      say(
        working('totals.firstInvoice.taxes[0].tax', [
          ['base', 'amount', '10'],
          ['percent', 'percent', '19']
        ]),
        '1.90'
      )
    ).toEqual(['19\u00a0% tax on 10 is 1.90.']);
  });

  it('says nothing where there is nothing to say but the formula', () => {
    expect(say(working('credit.timeline[1].exposure', []), '0')).toEqual([]);
  });
});
