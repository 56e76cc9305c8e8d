<!-- The line above every screen while nothing that is changed can be kept. -->
<script lang="ts">
  import { createQuery } from '@tanstack/svelte-query';
  import { api, ask } from '$lib/api/client';

  const AGAIN_MILLIS = 5000;
  const storage = createQuery(() => ({
    queryKey: ['storage'],
    queryFn: () => ask(api.GET('/api/storage')),
    refetchInterval: (query) => (query.state.data?.words ? AGAIN_MILLIS : false)
  }));
</script>

{#if storage.data?.words}
  <p role="alert">{storage.data.words}</p>
{/if}

<style>
  p {
    margin: 0;
    padding: 8px 20px;
    background: var(--madder-wash);
    color: var(--ink);
    border-bottom: 2px solid var(--madder);
    font-weight: 600;
  }
</style>
