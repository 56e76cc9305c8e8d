/** A step as it is typed. */
export type Step = { kind: string; subject: string; due: string; time: string; personId: number };

/** What a stage suggests as the next step. */
export type Suggestion = { kind: string; subject: string; due: string };

export function emptyStep(today: string): Step {
  return { kind: 'call', subject: '', due: today, time: '', personId: 0 };
}

/** A day so many days after another. */
export function after(today: string, days: number): string {
  const day = new Date(today + 'T00:00:00Z');
  day.setUTCDate(day.getUTCDate() + days);
  return day.toISOString().slice(0, 10);
}
