import type { Schemas } from '$lib/api/client';

type Account = Pick<Schemas['BookAccount'], 'opportunities' | 'value' | 'activities'>;

/** What some accounts come to that are to be handed over. Amounts are added exactly, in their minor units. */
export function sumsOf(accounts: readonly Account[]) {
  const minor = (amount: string) => BigInt(amount.replace('.', ''));
  const digits = Math.max(0, ...accounts.map((a) => (a.value.split('.')[1] ?? '').length));
  const total = accounts.reduce((sum, a) => sum + minor(a.value), 0n).toString();
  const padded = total.padStart(digits + 1, '0');
  return {
    accounts: accounts.length,
    opportunities: accounts.reduce((sum, a) => sum + a.opportunities, 0),
    activities: accounts.reduce((sum, a) => sum + a.activities, 0),
    value: digits > 0 ? `${padded.slice(0, -digits)}.${padded.slice(-digits)}` : padded
  };
}
