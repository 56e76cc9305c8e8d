import type { Schemas } from '$lib/api/client';

type Day = { steps: Schemas['Planned'][]; closes: Schemas['Closing'][] };

/** What is due and what is expected to close, gathered by day. */
export function byDay(calendar: Schemas['Calendar'] | undefined): Map<string, Day> {
  const days = new Map<string, Day>();
  const at = (day: string): Day => {
    const known = days.get(day) ?? { steps: [], closes: [] };
    days.set(day, known);
    return known;
  };
  calendar?.activities.forEach((a) => at(a.due).steps.push(a));
  calendar?.closes.forEach((c) => at(c.day).closes.push(c));
  return days;
}

function iso(date: Date): string {
  return date.toISOString().slice(0, 10);
}

/** The weeks of a month such as "2026-11", from Monday to Sunday, whole at both ends. */
export function weeksOf(month: string): string[][] {
  const first = new Date(month + '-01T00:00:00Z');
  const day = new Date(first);
  day.setUTCDate(1 - ((first.getUTCDay() + 6) % 7));
  const weeks: string[][] = [];
  do {
    const week: string[] = [];
    for (let n = 0; n < 7; n++) {
      week.push(iso(day));
      day.setUTCDate(day.getUTCDate() + 1);
    }
    weeks.push(week);
  } while (iso(day).startsWith(month));
  return weeks;
}

/** So many months on or back. */
export function stepMonth(month: string, by: number): string {
  const date = new Date(month + '-01T00:00:00Z');
  date.setUTCMonth(date.getUTCMonth() + by);
  return iso(date).slice(0, 7);
}
