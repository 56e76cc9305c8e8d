import { byId as indexed, type LineForm, type Typed } from './lines';

/** Something that both changed: what stands is ours, theirs can be taken instead. */
export type Clash = {
  id: string;
  /** a field of the line, "line" where one took away what the other changed, or a discount on the whole */
  field: string;
  mine: string;
  theirs: string;
  /** what is typed once theirs is taken */
  take: (typed: Typed) => Typed;
};

export type Merged = { typed: Typed; clashes: Clash[] };

const same = (a: unknown, b: unknown) => (a ?? '') === (b ?? '') || JSON.stringify(a) === JSON.stringify(b);
const byId = (lines: readonly LineForm[]) => indexed(lines, (line) => line.id);

function sameLine(a: LineForm, b: LineForm): boolean {
  return keysOf(a, b).every((key) => same(a[key], b[key]));
}

function keysOf(a: LineForm, b: LineForm) {
  return [...new Set([...Object.keys(a), ...Object.keys(b)])] as (keyof LineForm)[];
}

const show = (value: unknown) =>
  value === null || value === undefined || value === ''
    ? 'nothing'
    : value === true
      ? 'yes'
      : value === false
        ? 'no'
        : `${value as string}`;

/**
 * Joins what is typed here with what somebody else saved, both made from the same base: field by field,
 * whatever only one of the two changed is taken. What both changed stays as it is here and is named.
 */
export function merge(base: Typed, mine: Typed, theirs: Typed): Merged {
  const clashes: Clash[] = [];
  const was = byId(base.lines);
  const others = byId(theirs.lines);
  const own = byId(mine.lines);
  const lines: LineForm[] = [];
  for (const line of mine.lines) {
    const before = was.get(line.id);
    const other = others.get(line.id);
    if (other && before) lines.push(joined(before, line, other, clashes));
    else if (!before) lines.push(line);
    else if (!sameLine(before, line)) {
      lines.push(line);
      clashes.push({
        id: line.id,
        field: 'line',
        mine: 'changed',
        theirs: 'removed',
        take: (t) => ({ ...t, lines: t.lines.filter((l) => l.id !== line.id) })
      });
    }
  }
  theirs.lines.forEach((line, n) => {
    if (own.has(line.id)) return;
    const before = was.get(line.id);
    if (before && sameLine(before, line)) return;
    const after = theirs.lines.slice(0, n).findLast((l) => lines.some((have) => have.id === l.id));
    lines.splice(after ? lines.findIndex((l) => l.id === after.id) + 1 : 0, 0, line);
    if (before) {
      clashes.push({
        id: line.id,
        field: 'line',
        mine: 'removed, restored',
        theirs: 'changed',
        take: (t) => t
      });
    }
  });
  return {
    typed: { lines: ordered(base, mine, theirs, lines), ...whole(base, mine, theirs, clashes) },
    clashes
  };
}

function joined(before: LineForm, line: LineForm, other: LineForm, clashes: Clash[]): LineForm {
  const result: Record<string, unknown> = { ...line };
  for (const key of keysOf(line, other)) {
    if (same(line[key], other[key]) || same(before[key], other[key])) continue;
    if (same(before[key], line[key])) {
      result[key] = other[key];
    } else {
      clashes.push({
        id: line.id,
        field: key,
        mine: show(line[key]),
        theirs: show(other[key]),
        take: (t) => ({
          ...t,
          lines: t.lines.map((l) => (l.id === line.id ? { ...l, [key]: other[key] } : l))
        })
      });
    }
  }
  return result as LineForm;
}

function whole(base: Typed, mine: Typed, theirs: Typed, clashes: Clash[]) {
  const of = (t: Typed) => ({ discountPercent: t.discountPercent, discountAmount: t.discountAmount });
  const text = (t: Typed) => (t.discountPercent ? t.discountPercent + ' %' : t.discountAmount || 'nothing');
  if (same(of(mine), of(theirs)) || same(of(base), of(theirs))) return of(mine);
  if (same(of(base), of(mine))) return of(theirs);
  clashes.push({
    id: '',
    field: 'document discount',
    mine: text(mine),
    theirs: text(theirs),
    take: (t) => ({ ...t, ...of(theirs) })
  });
  return of(mine);
}

/** Theirs is the order where the lines were not moved here. */
function ordered(base: Typed, mine: Typed, theirs: Typed, lines: LineForm[]): LineForm[] {
  const ids = (typed: Typed, of: Typed) => {
    const known = byId(of.lines);
    return typed.lines.filter((l) => known.has(l.id)).map((l) => l.id);
  };
  if (!same(ids(mine, base), ids(base, mine))) return lines;
  const place = new Map(theirs.lines.map((line, n) => [line.id, n]));
  const known = lines.filter((line) => place.has(line.id));
  known.sort((a, b) => (place.get(a.id) ?? 0) - (place.get(b.id) ?? 0));
  return lines.map((line) => (place.has(line.id) ? (known.shift() ?? line) : line));
}
