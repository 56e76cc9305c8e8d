import { session } from './session.svelte';

/** What is said of an opportunity that nobody was in contact about, by the days of the settings. */
export function noContact(): string {
  return `no contact for ${session.company?.silentDays ?? 14} days`;
}
