/** The same day in another month, or its last one: "2027-01-31" in "2027-02" is "2027-02-28". */
export function sameDayIn(month: string, day: string): string {
  const [year = 0, number = 0] = month.split('-').map(Number);
  const last = new Date(Date.UTC(year, number, 0)).getUTCDate();
  return `${month}-${String(Math.min(Number(day.slice(8)), last)).padStart(2, '0')}`;
}

/** The month after: "2026-12" is followed by "2027-01". */
export function monthAfter(month: string): string {
  const [year = 0, number = 0] = month.split('-').map(Number);
  return new Date(Date.UTC(year, number, 1)).toISOString().slice(0, 7);
}

/** The day that something takes in a column; none in "late", which is no aim. */
export function dayIn(column: string, columns: string[], day: string): string | null {
  if (column === 'late') return null;
  if (column !== 'later') return sameDayIn(column, day);
  return sameDayIn(monthAfter(columns.at(-2) ?? day.slice(0, 7)), day);
}
