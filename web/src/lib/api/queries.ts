import { QueryClient } from '@tanstack/svelte-query';

/** What was asked and answered: one for the whole page, emptied when somebody else signs in. */
export const queries = new QueryClient({
  defaultOptions: { queries: { retry: false, staleTime: 15_000 } }
});
