import { day, figure, percent, unitPrice } from '$lib/ui/format';
import type { Schemas } from '$lib/api/client';

type WorkingView = Schemas['WorkingView'];
type StepView = Schemas['StepView'];
type Values = (name: string) => string;

/** What went into a working, written as people read it; "nothing" where it is not there. */
function values(inputs: readonly { name: string; kind: string; value: string }[], digits: number): Values {
  return (name) => {
    const input = inputs.find((i) => i.name === name);
    if (!input) return 'nothing';
    if (input.kind === 'percent') return percent(input.value);
    if (input.kind === 'unit-price') return unitPrice(input.value, digits);
    if (input.kind === 'day') return day(input.value);
    return input.kind === 'text' ? input.value.replaceAll('-', ' ') : figure(input.value);
  };
}

/** What a figure says, as a rep reads it to a customer or a manager. By the last names of its place. */
const SAYINGS: Record<string, (v: Values, result: string) => string> = {
  gross: (v, r) => `${v('quantity')} at ${v('unitPrice')} each come to ${r}.`,
  discount: (v, r) => `From ${v('gross')} down to ${v('net')}: ${r} is given on this line.`,
  documentShare: (_, r) =>
    `${r} of what is taken off the whole falls on this line, by what each line comes to.`,
  final: (v, r) => `${v('net')} less ${v('documentShare')} of the discount on the whole leaves ${r} to pay.`,
  discountPercent: (v, r) => `Of ${v('gross')} at the price found, ${v('final')} is left to pay: ${r} given.`,
  cost: (v, r) => `${v('quantity')} that cost ${v('unitCost')} each cost us ${r}.`,
  margin: (v, r) => `${v('final')} to pay less a cost of ${v('cost')} earns ${r}.`,
  marginPercent: (v, r) => `${v('margin')} earned of ${v('final')} to pay is a margin of ${r}.`,
  monthly: (_, r) => `By the month that is ${r}.`,
  'sections.contract': (_, r) =>
    `What counts in this section, over the whole term of plans, comes to ${r} without tax.`,
  'sections.cost': (_, r) => `What counts in this section costs us ${r} over the whole term.`,
  'sections.margin': (v, r) => `${v('contract')} less a cost of ${v('cost')} earns ${r} in this section.`,
  'sections.marginPercent': (v, r) =>
    `${v('margin')} earned of ${v('contract')} is a margin of ${r} in this section.`,
  'totals.list': (_, r) =>
    `Everything that counts, at list prices and over the whole term of plans, is ${r}.`,
  'totals.contract': (_, r) =>
    `Everything that counts, over the whole term of plans, comes to ${r} without tax.`,
  'totals.given': (v, r) => `${v('list')} at list prices less ${v('contract')} agreed: ${r} is given away.`,
  'totals.cost': (_, r) => `What counts costs us ${r} over the whole term.`,
  'totals.margin': (v, r) => `${v('contract')} less a cost of ${v('cost')} earns ${r}.`,
  'totals.marginPercent': (v, r) => `${v('margin')} earned of ${v('contract')} is a margin of ${r}.`,
  'totals.markupPercent': (v, r) => `${v('margin')} earned on a cost of ${v('cost')} is a markup of ${r}.`,
  'totals.oneOff': (_, r) => `What is paid once comes to ${r}.`,
  'totals.recurringMonthly': (_, r) => `The plans come to ${r} by the month.`,
  'totals.recurringYearly': (_, r) => `The plans come to ${r} by the year.`,
  'totals.weighted': (v, r) => `${v('contract')} at probability of ${v('probability')} counts as ${r}.`,
  'firstInvoice.net': (_, r) => `The first invoice has what is paid once and one charge of each plan: ${r}.`,
  'firstInvoice.tax': (_, r) => `The tax on the first invoice is ${r}.`,
  'firstInvoice.total': (v, r) => `${v('net')} and ${v('tax')} tax make a first invoice of ${r}.`,
  'taxes.tax': (v, r) => `${v('percent')} tax on ${v('base')} is ${r}.`,
  'taxes.base': (_, r) => `What is taxed at this percent comes to ${r}.`,
  'room.floorPercent': (v, r) =>
    `With ${v('contract')} agreed and ${v('cost')} of cost, ${r} more could be taken off everything before the margin is at its floor of ${v('marginPercent')}.`,
  'room.floorAmount': (v, r) =>
    `Before the margin is at its floor of ${v('marginPercent')}, ${r} more can be given.`,
  'room.authorityPercent': (v, r) =>
    `${r} more can be taken off every line before more than ${v('discountPercent')} is given on one and somebody above the ${v('asRole')} must sign.`,
  'signOff.role': (_, r) =>
    r === 'nobody' ? 'Nobody else has to sign this.' : `This needs the sign-off of the ${r}.`,
  'landing.documentDiscount': (v, r) =>
    `To come from ${v('contract')} to ${v('wanted')}, ${r} is taken off the whole in all.`,
  'landing.contract': (_, r) => `The net total would then be ${r}.`,
  'landing.marginPercent': (_, r) => `The margin would then be ${r}.`,
  'credit.limit': (v, r) => `On ${v('asOf')} the customer may owe us up to ${r}.`,
  'credit.exposure': (_, r) => `Open invoices and orders not yet invoiced come to ${r}.`,
  'credit.headroom': (v, r) => `A limit of ${v('limit')} less ${v('exposure')} owed leaves ${r}.`,
  'credit.asked': (_, r) => `This document asks for ${r} more.`,
  'credit.headroomAfter': (v, r) => `${v('headroom')} less ${v('asked')} for this document leaves ${r}.`,
  'credit.overdue': (v, r) => `${r} is overdue by more than ${v('graceDays')} days.`,
  'credit.oldestOverdueDays': (_, r) => `The oldest of what is overdue is ${r} days past due.`,
  'credit.verdict': (_, r) => `The credit check says: ${r}.`,
  'credit.earliestClear': (_, r) => `If all is paid as usual, there is room for this from ${r} on.`
};

/** The part of a place that names its saying: "lines[2].net" is "net", "totals.firstInvoice.tax" "firstInvoice.tax". */
function sayingOf(of: string): string {
  const names = of.replace(/\[[^\]]*\]/g, '').split('.');
  if (names[0] === 'lines') return names.at(-1) ?? of;
  return names.slice(-2).join('.');
}

/** A figure in sentences; none where there is nothing to say but the formula. */
export function sentences(working: WorkingView, result: string, digits: number): string[] {
  const v = values(working.inputs, digits);
  const saying = sayingOf(working.of);
  if (saying === 'unitPrice') return prices(working, v, digits);
  if (saying === 'net') return [net(working, v, result)];
  const say = SAYINGS[saying];
  return say ? [say(v, result.replace(/^none: .*/, 'nobody'))] : [];
}

function net(working: WorkingView, v: Values, result: string): string {
  const has = (name: string) => working.inputs.some((i) => i.name === name);
  if (has('discountPercent')) return `${v('gross')} less ${v('discountPercent')} is ${result}.`;
  if (has('unitPrice'))
    return `At the price agreed, ${v('quantity')} at ${v('unitPrice')} each come to ${result}.`;
  if (result === '0' || /^0\.0+$/.test(result)) return 'It is a gift: nothing is paid for it.';
  return `Nothing is taken off on the line: ${result}.`;
}

/** Which price was found, and what else there would be. */
function prices(working: WorkingView, v: Values, digits: number): string[] {
  const said = [`Listed at ${v('listPrice')}.`];
  const winner = working.steps.find((step) => step.outcome === 'wins');
  said.push(winner ? rule(winner, digits) : 'No price rule applies, so the list price holds.');
  for (const step of working.steps) {
    const why = LOSES[step.outcome];
    if (why) said.push(`${rule(step, digits).replace(/\.$/, '')}; ${why(step, v, digits)}.`);
  }
  return said;
}

/** Why a rule that would apply to this customer did not give the price; rules for others are passed over. */
const LOSES: Record<string, (step: StepView, v: Values, digits: number) => string> = {
  'break-not-reached': (step, v) =>
    `here there are ${step.inputs.some((i) => i.name === 'product') ? v('ofProduct') : v('ofFamily')}`,
  'not-in-force': () => 'not on this day',
  'behind-product-rule': () => 'but a rule for this very product goes before',
  'behind-higher-break': () => 'but more pieces give another price',
  'behind-later-from': () => 'but a newer rule goes before',
  'behind-lower-price': () => 'but another rule is lower',
  'behind-smaller-id': () => 'but a rule just like it is taken',
  'behind-scope': () => 'but what is agreed more closely goes before',
  'not-lowest': () => 'but another price is lower'
};

function rule(step: StepView, digits: number): string {
  const v = values(step.inputs, digits);
  const has = (name: string) => step.inputs.some((i) => i.name === name);
  const scope = step.inputs.find((i) => i.name === 'scope')?.value;
  const group = v('for');
  const who =
    scope === 'account'
      ? 'This customer'
      : scope === 'group'
        ? group.charAt(0).toUpperCase() + group.slice(1)
        : 'Everyone';
  const verb = (many: string, one: string) => (scope === 'group' ? many : one);
  const from = step.inputs.find((i) => i.name === 'minQuantity')?.value;
  const pieces = from && from !== '0' ? ` from ${figure(from)} pieces on` : '';
  const on = has('product') ? 'this product' : `the ${v('family')} family`;
  return has('percentOff')
    ? `${who} ${verb('get', 'gets')} ${percent(step.inputs.find((i) => i.name === 'percentOff')?.value)} off ${on}${pieces}: ${v('price')}.`
    : `${who} ${verb('pay', 'pays')} ${v('price')} for ${on}${pieces}.`;
}
