/** All of three letters, so that months stand in line. */
export const MONTHS = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec'];

/** A goal as it is typed: what is none is left empty. */
export const shownGoal = (amount: string) => (/[1-9]/.test(amount) ? amount.replace(/\.00$/, '') : '');

/** Months from the first to the last, such as `2027-01`. */
export type Period = { key: string; label: string; from: string; to: string };

const month = (at: number) => `${Math.floor(at / 12)}-${String((at % 12) + 1).padStart(2, '0')}`;

/** The quarters and years around a day, this quarter first. */
export function periods(today: string): Period[] {
  const year = Number(today.slice(0, 4));
  const quarter = year * 12 + Math.floor((Number(today.slice(5, 7)) - 1) / 3) * 3;
  const of = (key: string, label: string, from: number, months: number): Period => ({
    key,
    label,
    from: month(from),
    to: month(from + months - 1)
  });
  return [
    of('quarter', 'this quarter', quarter, 3),
    of('next-quarter', 'next quarter', quarter + 3, 3),
    of('last-quarter', 'last quarter', quarter - 3, 3),
    of('year', `the year ${year}`, year * 12, 12),
    of('last-year', `the year ${year - 1}`, (year - 1) * 12, 12)
  ];
}

/** The last day of a month such as `2027-02`. */
export function lastDay(of: string): string {
  const [year, at] = of.split('-').map(Number);
  return new Date(Date.UTC(year ?? 0, at ?? 1, 0)).toISOString().slice(0, 10);
}

/**
 * The sum of amounts as they are typed, to the cent; what is no plain number yet is left out, as it is
 * refused when it is saved.
 */
export function typedSum(amounts: readonly string[]): string {
  let cents = 0n;
  for (const typed of amounts) {
    const plain = typed.replace(/[\s\u00a0]/g, '').replace(',', '.');
    if (!/^\d+(\.\d{0,2})?$/.test(plain)) continue;
    const [whole = '0', decimals = ''] = plain.split('.');
    cents += BigInt(whole) * 100n + BigInt(decimals.padEnd(2, '0'));
  }
  const text = cents.toString().padStart(3, '0');
  return `${text.slice(0, -2)}.${text.slice(-2)}`;
}
