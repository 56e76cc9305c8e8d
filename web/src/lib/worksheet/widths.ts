import { figure, unitPrice } from '$lib/ui/format';
import { COLUMNS, countsAs, type Column, type LineForm, type LineView } from './lines';

/** What a column takes at least and at most, and the width of a letter of what stands in it. */
type Bounds = { least: number; most: number; letter: number };
const PADDING = 14;
const FIGURE = 7.6;
const BOLD = 8;
const SMALL = 6.2;
const BOUNDS: Record<Exclude<Column, 'what'>, Bounds> = {
  code: { least: 64, most: 110, letter: FIGURE },
  quantity: { least: 48, most: 90, letter: FIGURE },
  list: { least: 56, most: 110, letter: FIGURE },
  price: { least: 56, most: 110, letter: FIGURE },
  discount: { least: 82, most: 90, letter: FIGURE },
  counts: { least: 70, most: 92, letter: SMALL },
  ready: { least: 88, most: 132, letter: SMALL },
  final: { least: 76, most: 130, letter: BOLD },
  margin: { least: 66, most: 84, letter: FIGURE }
};

/** A column in which nothing stands is a slit until one goes there; what it was is the description's. */
const SLIT = 12;
const HANDLE = 30;
const DESCRIPTION = 136;

/** How long what stands in a cell is, in letters, as it is written there. */
function letters(line: LineForm, view: LineView | undefined, column: Column, digits: number): number {
  const figures = view?.figures;
  switch (column) {
    case 'code':
      return line.product?.length ?? 0;
    case 'quantity':
      return figure(line.quantity).length;
    case 'list':
      return unitPrice(figures?.listUnit ?? line.listPrice, digits).length;
    case 'price':
      return unitPrice(line.unitPrice ?? figures?.unitPrice, digits).length;
    case 'discount':
      return line.discountPercent?.length ?? 0;
    case 'counts':
      return line.everyMonths ? 9 : countsAs(line).length;
    case 'ready':
      return line.requestedOn ? 15 : view?.supply ? (view.supply.missing !== '0' ? 17 : 7) : 0;
    case 'final':
      return figure(figures?.finalAmount ?? view?.subtotal?.contract).length;
    case 'margin':
      return (figures?.marginPercent ?? view?.subtotal?.marginPercent ?? '').length + 2;
    case 'what':
      return line.description.length;
  }
}

const MAY_BE_SLIT: readonly Column[] = ['counts', 'ready'];
/** The columns as a grid's template, those that are only slits, and how narrow all may become. */
export type Layout = { template: string; slits: readonly Column[]; least: number };

/**
 * The widths of the columns by what stands in them. The description gets what is free; it is drawn anew only when a
 * width changes, as the text is then another.
 */
export function templateOf(
  lines: readonly LineForm[],
  of: (id: string) => LineView | undefined,
  here: Column,
  digits: number
): Layout {
  const longest = new Map<Column, number>();
  for (const line of lines) {
    const view = of(line.id);
    for (const column of COLUMNS)
      longest.set(column, Math.max(longest.get(column) ?? 0, letters(line, view, column, digits)));
  }
  const slits: Column[] = [];
  let least = HANDLE;
  const widths = COLUMNS.map((column) => {
    if (column === 'what') {
      least += DESCRIPTION;
      return `minmax(${DESCRIPTION}px, 1fr)`;
    }
    const long = longest.get(column) ?? 0;
    if (long === 0 && MAY_BE_SLIT.includes(column) && column !== here) {
      slits.push(column);
      least += SLIT;
      return `${SLIT}px`;
    }
    const bounds = BOUNDS[column];
    const wide = Math.min(bounds.most, Math.max(bounds.least, Math.ceil(long * bounds.letter) + PADDING));
    least += wide;
    return `${wide}px`;
  });
  return { template: [`${HANDLE}px`, ...widths].join(' '), slits, least };
}
