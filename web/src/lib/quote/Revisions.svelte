<script lang="ts">
  import { api, type Schemas } from '$lib/api/client';
  import Ask from '$lib/ui/Ask.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import Verdict from '$lib/ui/Verdict.svelte';
  import { load, refusalOf } from '$lib/ui/load.svelte';
  import { tone } from '$lib/ui/tones';
  import ComparisonTable from './ComparisonTable.svelte';
  import { called } from './called';
  /** All quotes of the opportunity with their revisions; any is compared with the one that is shown. */
  let { q }: { q: Schemas['QuoteView'] } = $props();
  let against = $state<number | null>(null);
  const compared = load(
    () => ['quote', q.id, 'compared', against],
    () =>
      api.GET('/api/quotes/{id}/compared', { params: { path: { id: q.id }, query: { with: against ?? 0 } } }),
    () => against !== null
  );
</script>

<section class="leaf pad" aria-label="Quotes and revisions">
  <h2>Quotes and revisions</h2>
  {#each q.siblings as s (s.id)}
    <p>
      {#if s.id === q.id}<b>{called(s)}</b>{:else}<a href="/quotes/{s.id}">{called(s)}</a>{/if}
      <Verdict tone={tone(s.state)}>{s.state}</Verdict>
      {#if s.id !== q.id}<button class="plain" onclick={() => (against = s.id)}>Compare</button>{/if}
    </p>
  {/each}
  <p>
    <a href="/opportunities/{q.of.opportunityId}">{q.of.opportunityNumber}</a>
    <span class="quiet">its own lines</span>
    <button class="plain" onclick={() => (against = 0)}>Compare</button>
  </p>
</section>

<Ask
  bind:open={() => against !== null, (open) => (against = open ? against : null)}
  title="What differs"
  broad
>
  <Notice refusal={refusalOf(compared)} />
  {#if compared.data}<ComparisonTable comparison={compared.data} />{:else if compared.isPending}<p
      class="quiet"
    >
      Loading…
    </p>{/if}
</Ask>

<style>
  p {
    display: flex;
    flex-wrap: wrap;
    gap: 4px 10px;
    align-items: center;
    padding: 2px 0;
  }
</style>
