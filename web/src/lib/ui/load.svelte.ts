import { createQuery, keepPreviousData } from '@tanstack/svelte-query';
import { ask, asRefusal } from '$lib/api/client';

/**
 * What a screen shows, asked for anew whenever the server says that something of its kind changed.
 * It is not asked for while `when` says no.
 */
export function load<T>(
  key: () => unknown[],
  fetching: () => Parameters<typeof ask<T>>[0],
  when: () => boolean = () => true,
  /** another key is another filter of the same: what was there stays until the new answer comes */
  filters = false
) {
  return createQuery(() => ({
    queryKey: key(),
    queryFn: () => ask<T>(fetching()),
    enabled: when(),
    ...(filters ? { placeholderData: keepPreviousData } : {})
  }));
}

/** The failure of a query, as a refusal. */
export function refusalOf(query: { error: unknown }) {
  return query.error ? asRefusal(query.error) : null;
}
