import type { Schemas } from '$lib/api/client';
import { day, figure } from '$lib/ui/format';

export type OwnField = Schemas['OwnFieldView'];

/** What stands in a field, as people read it. */
export function shownOwn(kind: string, value: string | undefined): string {
  if (value === undefined || value === '') return '–';
  if (kind === 'date') return day(value);
  return isFigure(kind) ? figure(value) : value;
}

/** Whether what stands in it is a figure, which stands at the right. */
export function isFigure(kind: string): boolean {
  return kind === 'number' || kind === 'amount';
}

/** What a list is narrowed to by a field: terms such as "3=Dairy|7>=100". */
export function termOf(terms: string, id: number, sign: string): string {
  const begun = `${id}${sign}`;
  return (
    terms
      .split('|')
      .find((one) => one.startsWith(begun))
      ?.slice(begun.length) ?? ''
  );
}

/** The same with another term, or without it where its value is blank. */
export function withTerm(terms: string, id: number, sign: string, value: string): string {
  const others = terms.split('|').filter((one) => one !== '' && !one.startsWith(`${id}${sign}`));
  const clean = value.trim().replaceAll('|', '');
  return [...others, ...(clean ? [`${id}${sign}${clean}`] : [])].join('|');
}
