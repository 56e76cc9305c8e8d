import { after } from '$lib/activity/step';

/** The day at whose end the last working day had not begun: what moved since is of that day and today. */
export function eve(today: string): string {
  const weekday = new Date(today + 'T00:00:00Z').getUTCDay();
  // On Sundays and Mondays the last working day is Friday.
  const back = weekday === 1 ? 4 : weekday === 0 ? 3 : 2;
  return after(today, -back);
}
