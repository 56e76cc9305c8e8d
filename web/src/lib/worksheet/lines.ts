import type { Schemas } from '$lib/api/client';

export type LineForm = Schemas['LineForm'];
export type LineView = Schemas['LineView'];
export type Typed = { lines: readonly LineForm[]; discountPercent: string; discountAmount: string };

/** The columns of the grid, from left to right. */
export const COLUMNS = [
  'code',
  'what',
  'quantity',
  'list',
  'price',
  'discount',
  'counts',
  'ready',
  'final',
  'margin'
] as const;
export type Column = (typeof COLUMNS)[number];

/** What people call the fields of a line. */
export const NAMES: Record<string, string> = {
  product: 'Code',
  description: 'Description',
  quantity: 'Quantity',
  listPrice: 'List price',
  unitPrice: 'Price',
  discountPercent: 'Discount',
  requestedOn: 'Requested on',
  unitCost: 'Cost',
  taxPercent: 'Tax',
  family: 'Family',
  everyMonths: 'Billed every',
  termMonths: 'Term',
  chosen: 'Line type',
  alternativeSet: 'Line type',
  optional: 'Line type',
  gift: 'Line type'
};

/** The field of a line that a column types into; the others only show. */
const FIELDS = {
  code: 'product',
  what: 'description',
  quantity: 'quantity',
  list: 'listPrice',
  price: 'unitPrice',
  discount: 'discountPercent',
  ready: 'requestedOn'
} as const;
export type Field = (typeof FIELDS)[keyof typeof FIELDS];

export function fieldOf(column: Column): Field | null {
  return column in FIELDS ? FIELDS[column as keyof typeof FIELDS] : null;
}

/** The column in which a field is typed. */
export function columnOf(field: string): Column | undefined {
  const found = Object.entries(FIELDS).find(([, name]) => name === field)?.[0] as Column | undefined;
  return found ?? (NAMES[field] === 'Line type' ? 'counts' : undefined);
}

/** How a line counts, as it is taken over by another: a gift has no discount and no price of its own. */
export function counting(line: LineForm, way: Counting): LineForm {
  const given = way.gift ? { discountPercent: null, unitPrice: null } : {};
  return { ...line, ...given, ...way };
}

export function isLine(line: LineForm): boolean {
  return !line.kind || line.kind === 'line';
}

/** The columns that a row has: a heading shows its sums, a note only its words. */
export function columnsOf(line: LineForm | undefined): readonly Column[] {
  if (!line) return ['code'];
  if (line.kind === 'section') return ['what', 'final', 'margin'];
  if (line.kind === 'note') return ['what'];
  return COLUMNS;
}

/** Whether something can be typed at a place. The list price is the catalogue's, save of an inline line. */
export function mayType(line: LineForm | undefined, column: Column): boolean {
  if (!line) return column === 'code';
  if (!columnsOf(line).includes(column)) return false;
  if (column === 'list') return !line.product;
  return column === 'counts' || fieldOf(column) !== null;
}

/** How a line counts, in one word for its cell and its choices. */
export function countsAs(line: LineForm): string {
  if (line.gift) return 'gift';
  if (line.optional) return 'option';
  if (line.alternativeSet) return `${line.chosen ? 'one of' : 'or'} ${line.alternativeSet}`;
  return '';
}

export type Counting = Pick<LineForm, 'gift' | 'optional' | 'alternativeSet' | 'chosen'>;
/** The names that sets of alternatives are given, in order. */
export const SETS = ['A', 'B', 'C', 'D', 'E', 'F', 'G', 'H', 'J', 'K'];
const COUNTED: Counting = { gift: false, optional: false, alternativeSet: null, chosen: false };

/** The ways in which a line may count: by itself, or in one of the sets there are or the next one. */
export function countings(lines: readonly LineForm[]): { key: string; label: string; counting: Counting }[] {
  const sets = [...new Set(lines.flatMap((line) => line.alternativeSet ?? []))].sort();
  const next = SETS.find((letter) => !sets.includes(letter));
  return [
    { key: '', label: 'counted', counting: COUNTED },
    { key: 'option', label: 'optional, not in the total', counting: { ...COUNTED, optional: true } },
    { key: 'gift', label: 'free of charge', counting: { ...COUNTED, gift: true } },
    ...[...sets, ...(next ? [next] : [])].flatMap((set) => [
      {
        key: `one of ${set}`,
        label: `alternatives ${set}: this one`,
        counting: { ...COUNTED, alternativeSet: set, chosen: true }
      },
      {
        key: `or ${set}`,
        label: `alternatives ${set}: or this`,
        counting: { ...COUNTED, alternativeSet: set }
      }
    ])
  ];
}

/** An id that no one else gives: two people may add lines to the same worksheet. */
export function newId(): string {
  return crypto.getRandomValues(new Uint32Array(2)).reduce((id, part) => id + part.toString(36), 'n');
}

export function blank(kind: 'line' | 'section' | 'note', words: string): LineForm {
  return {
    id: newId(),
    kind,
    product: null,
    description: words,
    family: null,
    listPrice: null,
    unitCost: null,
    taxPercent: null,
    quantity: kind === 'line' ? '1' : '',
    discountPercent: null,
    unitPrice: null,
    gift: false,
    optional: false,
    alternativeSet: null,
    chosen: false,
    everyMonths: null,
    termMonths: null,
    requestedOn: null
  };
}

const TIMES = /^\s*([0-9]{1,4})\s*[*x×]\s*(?=\S)/i;

/** "3* TK-1" asks for what is found by "TK-1", three times. */
export function timesIn(typed: string): { times: number; words: string } {
  const found = TIMES.exec(typed);
  return found
    ? { times: Number(found[1]), words: typed.slice(found[0].length).trim() }
    : { times: 1, words: typed.trim() };
}

/** Rows with so many times their quantity. The core works the small sum out. */
export function times(rows: readonly LineForm[], count: number): LineForm[] {
  return count === 1
    ? [...rows]
    : rows.map((row) => (isLine(row) ? { ...row, quantity: `${count}*${row.quantity}` } : row));
}

/** A line that another one is put in place of: what was agreed on it stays. */
export function inPlaceOf(old: LineForm, line: LineForm): LineForm {
  return {
    ...line,
    id: old.id,
    quantity: old.quantity,
    discountPercent: old.discountPercent ?? null,
    gift: old.gift,
    optional: old.optional,
    alternativeSet: old.alternativeSet ?? null,
    chosen: old.chosen,
    requestedOn: old.requestedOn ?? null
  };
}

/** A line with another text in one of its fields; of discount and own price the last one typed stays. */
export function typed(
  line: LineForm,
  field: Field | 'unitCost' | 'taxPercent' | 'family',
  text: string
): LineForm {
  const value = text.trim();
  if (field === 'quantity' || field === 'description') return { ...line, [field]: text };
  const next = { ...line, [field]: value === '' ? null : value };
  if (value && field === 'discountPercent') next.unitPrice = null;
  if (value && field === 'unitPrice') next.discountPercent = null;
  return next;
}

/** Something by the ids of its lines. */
export function byId<T>(list: readonly T[], id: (of: T) => string): ReadonlyMap<string, T> {
  return new Map(list.map((of) => [id(of), of]));
}

/** Rows whose sets of alternatives are named as no set of the lines is. One line of a set alone is an option. */
export function inFreeSets(lines: readonly LineForm[], rows: readonly LineForm[]): LineForm[] {
  const taken = lines.flatMap((line) => line.alternativeSet ?? []);
  const names: Record<string, string> = {};
  return rows.map((row) => {
    const set = row.alternativeSet;
    if (!set) return row;
    const whole = rows.some((other) => other.alternativeSet === set && other.chosen);
    if (!whole) return { ...row, alternativeSet: null, chosen: false, optional: true };
    names[set] ??= SETS.find((s) => !taken.includes(s) && !Object.values(names).includes(s)) ?? newId();
    return { ...row, alternativeSet: names[set] };
  });
}

/** Things in groups by a key. */
export function grouped<T>(list: readonly T[], key: (of: T) => string): ReadonlyMap<string, readonly T[]> {
  const groups = new Map<string, T[]>();
  for (const of of list) groups.set(key(of), [...(groups.get(key(of)) ?? []), of]);
  return groups;
}

/** For each row how many before it have a price: how workings count the lines. */
export function placesOf(lines: readonly LineForm[]): readonly number[] {
  let place = 0;
  return lines.map((line) => (isLine(line) ? place++ : place));
}

/** What was shown of a line before, if the same is shown of it now: then nothing of it is drawn anew. */
export function unchanged(before: LineView | undefined, now: LineView): LineView {
  const parts = ['typed', 'figures', 'subtotal', 'supply'] as const;
  return before && parts.every((part) => isAlike(before[part], now[part])) ? before : now;
}

function isAlike(a: object | null, b: object | null): boolean {
  if (a === null || b === null) return a === b;
  const before = a as Record<string, unknown>;
  return Object.entries(b).every(([key, value]) => value === before[key]);
}
