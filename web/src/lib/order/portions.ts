import type { Schemas } from '$lib/api/client';

/** What a form asks of lines: so many of each, as typed. */
export type Portions = Record<string, string>;

/** The lines of which something is typed. */
export function portions(typed: Portions): { line: string; quantity: string }[] {
  return Object.entries(typed)
    .filter(([, quantity]) => quantity.trim() !== '')
    .map(([line, quantity]) => ({ line, quantity }));
}

/** What is wrong with the quantity of a line, where the server names it by its place. */
export function problemAt(
  typed: Portions,
  line: string,
  at: (field: string) => string | undefined
): string | undefined {
  const place = portions(typed).findIndex((portion) => portion.line === line);
  return place < 0 ? undefined : at(`lines[${place}].quantity`);
}

/** So many of each line to begin with; what is 0 is left blank. */
export function all(lines: Schemas['LineProgress'][], of: 'due' | 'toInvoice' | 'quantity'): Portions {
  return Object.fromEntries(lines.map((line) => [line.line, line[of] === '0' ? '' : line[of]]));
}
