/** A quote as people call it: its number, and which revision it is after the first. */
export function called(quote: { number: string; revision: number }): string {
  return quote.revision === 1 ? quote.number : `${quote.number}, revision ${quote.revision}`;
}
