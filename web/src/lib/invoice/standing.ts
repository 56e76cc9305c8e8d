import { daysBetween } from '$lib/ui/format';

type Tone = 'good' | 'heed' | 'bad' | 'quiet';

/** How an invoice stands today, in words. */
export function standing(
  of: { type: string; balance: string; due: string; settledOn?: string | null | undefined },
  today: string
): { words: string; tone: Tone } {
  if (of.type === 'credit-note') {
    return of.balance === '0.00' || of.balance === '0'
      ? { words: 'set off', tone: 'quiet' }
      : { words: 'open credit', tone: 'heed' };
  }
  if (of.settledOn || /^0(\.0+)?$/.test(of.balance)) return { words: 'paid', tone: 'good' };
  const late = today ? daysBetween(of.due, today) : 0;
  return late > 0
    ? { words: `overdue ${late} ${late === 1 ? 'day' : 'days'}`, tone: 'bad' }
    : { words: 'open', tone: 'heed' };
}

const TYPES: Record<string, string> = {
  invoice: '',
  deposit: 'deposit',
  charges: 'recurring charges',
  'credit-note': 'credit note'
};

/** What kind of invoice it is; blank for a plain one. */
export function typed(type: string): string {
  return TYPES[type] ?? type;
}
