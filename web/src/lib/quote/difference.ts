import type { Schemas } from '$lib/api/client';

/** Whether an amount is none. */
export const isNothing = (amount: string) => /^-?[0.]*$/.test(amount);

/** What differs in a line, in words: none where it is the same in both. */
export function difference(row: Pick<Schemas['Row'], 'before' | 'after' | 'parts'>): string[] {
  if (!row.before) return ['added'];
  if (!row.after) return ['removed'];
  const differs = [];
  if (row.before.quantity !== row.after.quantity) differs.push('quantity');
  if (row.before.unitPrice !== row.after.unitPrice) differs.push('price');
  if (!isNothing(row.parts.discount)) differs.push('discount');
  return differs;
}
