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

/** A query whose answer holds all rows of a table, as the table wants it. */
export function rowsOf<A, T>(
  query: { data: A | undefined; isPending: boolean; error: unknown; refetch: () => unknown },
  rows: (answer: A) => T[]
) {
  return {
    get rows(): T[] {
      return query.data === undefined ? [] : rows(query.data);
    },
    get isPending() {
      return query.isPending;
    },
    get refusal() {
      return refusalOf(query);
    },
    refetch: () => query.refetch()
  };
}

/** The failure of a query, as a refusal. */
export function refusalOf(query: { error: unknown }) {
  return query.error ? asRefusal(query.error) : null;
}
