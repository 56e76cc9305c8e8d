import { figure, percent, words } from '$lib/ui/format';
import type { Schemas } from '$lib/api/client';

type Worksheet = Schemas['WorksheetView'];

/** A difference with its sign; nothing where there is none. */
export function signed(text: string): string {
  if (/^-?0(\.0+)?$/.test(text)) return '';
  return text.startsWith('-') ? figure(text) : '+' + figure(text);
}

const TOTALS: [label: string, of: (w: Worksheet) => string][] = [
  ['Net', (w) => figure(w.totals.contract)],
  ['Margin', (w) => figure(w.totals.margin)],
  ['Margin %', (w) => percent(w.totals.marginPercent)],
  ['Discount', (w) => figure(w.totals.given)],
  ['Per month', (w) => figure(w.totals.recurringMonthly)],
  ['First invoice, with tax', (w) => figure(w.totals.invoiceTotal)],
  ['Sign-off', (w) => (w.signOff.role ? words(w.signOff.role) : 'not needed')],
  ['Credit', (w) => w.credit.verdict],
  ['Available credit after', (w) => figure(w.credit.headroomAfter)]
];

/** What both come to, side by side; a change only where it is a sum that the core gave. */
export function totalsOf(compared: Schemas['CompareView']) {
  return TOTALS.map(([label, of]) => ({
    label,
    current: of(compared.current),
    scenario: of(compared.scenario),
    change:
      label === 'Net' ? signed(compared.change) : label === 'Margin' ? signed(compared.marginChange) : ''
  }));
}

/** What makes the difference of a line, in words. */
export function why(line: Schemas['ComparedLine']): string {
  if (!line.current) return 'added';
  if (!line.scenario) return 'left out';
  if (line.current.counted !== line.scenario.counted)
    return line.scenario.counted ? 'now included' : 'no longer included';
  const parts = { quantity: line.byQuantity, price: line.byPrice, discount: line.byDiscount };
  return Object.entries(parts)
    .filter(([, amount]) => signed(amount))
    .map(([what, amount]) => `${what} ${signed(amount)}`)
    .join(', ');
}
