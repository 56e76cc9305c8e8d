import { figure, percent, unitPrice, day } from '$lib/ui/format';
import type { Schemas } from '$lib/api/client';

export type WorkingView = Schemas['WorkingView'];
type InputView = Schemas['InputView'];

const NAMES: Record<string, string> = {
  unitPrice: 'Unit price',
  unitCost: 'Unit cost',
  listPrice: 'List price',
  listUnit: 'List price',
  pricePolicy: 'Price policy',
  ofProduct: 'Quantity of the product',
  ofFamily: 'Quantity of the family',
  documentShare: 'Share of the document discount',
  documentDiscount: 'Document discount',
  discountPercent: 'Discount',
  marginPercent: 'Margin',
  markupPercent: 'Markup',
  recurringMonthly: 'Per month',
  recurringYearly: 'Per year',
  oneOff: 'One-off',
  contract: 'Net',
  everyMonths: 'Every months',
  minQuantity: 'From quantity',
  percentOff: 'Discount %',
  minorUnit: 'Rounding unit',
  cutDown: 'Rounded down',
  asRole: 'Asked by',
  asOf: 'As of',
  floorPercent: 'Room before the floor',
  floorAmount: 'Room before the floor',
  authorityPercent: 'Room before sign-off',
  graceDays: 'Days of grace',
  overdueAllowed: 'Allowed overdue',
  watchPercent: 'Watch threshold',
  headroomAfter: 'Available credit after this',
  oldestOverdueDays: 'Oldest overdue, days',
  earliestClear: 'First day within the limit',
  daysPastDue: 'Days past due',
  leavesOn: 'Leaves on',
  invoiceOn: 'Invoice on',
  final: 'Line total'
};

/** A name of the API in words: "documentShare" is "Share of the document discount". */
export function nameOf(name: string): string {
  if (NAMES[name]) return NAMES[name];
  const words = name.replace(/([a-z])([A-Z])/g, '$1 $2').toLowerCase();
  return words.charAt(0).toUpperCase() + words.slice(1);
}

/** What a working is about: "lines[1].gross" is "Line 2, Gross". */
export function titleOf(of: string): string {
  const line = /^lines\[(\d+)\]\.(.+)$/.exec(of);
  if (line) return `Line ${Number(line[1]) + 1}, ${nameOf(line[2] ?? '').toLowerCase()}`;
  const last = of.split('.').at(-1) ?? of;
  if (of.startsWith('sections[')) return `Section, ${nameOf(last).toLowerCase()}`;
  if (of.includes('firstInvoice')) return `First invoice, ${nameOf(last).toLowerCase()}`;
  return nameOf(last);
}

/** A formula with its names in words. */
export function formulaOf(formula: string): string {
  return formula.replace(/[a-zA-Z]+/g, (name) => NAMES[name]?.toLowerCase() ?? name);
}

/** A value as people read it. */
export function valueOf(input: InputView, digits: number): string {
  switch (input.kind) {
    case 'amount':
    case 'number':
    case 'quantity':
      return figure(input.value);
    case 'unit-price':
      return unitPrice(input.value, digits);
    case 'percent':
      return percent(input.value);
    case 'day':
      return day(input.value);
    default:
      return input.value.replaceAll('-', ' ');
  }
}

/** The figure itself as people read it. */
export function resultOf(working: WorkingView, digits: number): string {
  const result = working.result;
  if (result === null) return 'none: division by 0';
  if (/^\d{4}-\d{2}-\d{2}$/.test(result)) return day(result);
  if (!/^-?\d+(\.\d+)?$/.test(result)) return result.replaceAll('-', ' ');
  if (working.of.endsWith('unitPrice'))
    return unitPrice(result.replace(/(\.\d*?)0+$/, '$1').replace(/\.$/, ''), digits);
  return working.of.endsWith('Percent') ? percent(result) : figure(result);
}
