<script lang="ts">
  import { QueryClient, QueryClientProvider } from '@tanstack/svelte-query';
  import type { Component } from 'svelte';
  /** A component of a test, with what it asks questions through. */
  let { what: What, given }: { what: Component<Record<string, unknown>>; given: Record<string, unknown> } =
    $props();
  const queries = new QueryClient({ defaultOptions: { queries: { retry: false } } });
</script>

<QueryClientProvider client={queries}><What {...given} /></QueryClientProvider>
