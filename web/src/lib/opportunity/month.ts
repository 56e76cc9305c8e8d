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

/** The weeks of a month such as "2026-11", whole at both ends, from a day of the week on: 1 for Monday to 7. */
export function weeksOf(month: string, firstDay = 1): string[][] {
  const first = new Date(month + '-01T00:00:00Z');
  const day = new Date(first);
  day.setUTCDate(1 - ((first.getUTCDay() + 7 - firstDay) % 7));
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

const DAYS = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'];

/** The days of a week from its first. */
export function daysFrom(firstDay: number): string[] {
  return [...DAYS.slice(firstDay - 1), ...DAYS.slice(0, firstDay - 1)];
}

/** So many months on or back. */
export function stepMonth(month: string, by: number): string {
  const date = new Date(month + '-01T00:00:00Z');
  date.setUTCMonth(date.getUTCMonth() + by);
  return iso(date).slice(0, 7);
}
