import { noContact } from '$lib/shell/silence';

/** What speaks for looking at an opportunity, in words. */
export const WHY: Record<string, string> = {
  'close-moved-back': 'close date moved back since the last meeting',
  'past-expected-close': 'past expected close',
  get 'no-contact'() {
    return noContact();
  },
  changed: 'changed since the last meeting'
};

/** A change of the log as it is read. */
export function told(change: { what: string; before?: string | null; after?: string | null }): string {
  if (change.after === null || change.after === undefined || change.after === '') return change.what;
  return change.before
    ? `${change.what}: ${change.before} to ${change.after}`
    : `${change.what}: ${change.after}`;
}
