<script lang="ts">
  import { api, type Schemas } from '$lib/api/client';
  import { session } from '$lib/shell/session.svelte';
  import Ask from '$lib/ui/Ask.svelte';
  import { day, figure, signOf } from '$lib/ui/format';
  import { load } from '$lib/ui/load.svelte';
  import Renewing from './Renewing.svelte';
  /** Of a renewal's opportunity: the running term, and by how much the next one grows or shrinks. */
  let { agreement, o }: { agreement: number; o: Schemas['OpportunityView'] } = $props();
  const running = load(
    () => ['agreement', agreement, o.version],
    () => api.GET('/api/agreements/{id}', { params: { path: { id: agreement } } }),
    () => true,
    true
  );
  let renewing = $state(false);
  const a = $derived(running.data);
  const grown = $derived(signOf(a?.next?.growth));
</script>

{#if a}
  <p class="running">
    <span
      >Running term <a href="/renewals/{a.id}">{a.number}</a> until <b>{day(a.end)}</b>, {figure(
        a.runningMonthly
      )} per month</span
    >
    {#if a.next}
      <span
        >next term {figure(a.next.monthly)}:
        <b class:good={grown > 0} class:bad={grown < 0}
          >{grown === 0
            ? 'as the running one'
            : `${grown > 0 ? 'expansion' : 'contraction'} of ${figure(a.next.growth.replace('-', ''))}`}</b
        ></span
      >
    {/if}
    {#if a.upliftPercent}<span class="quiet">may rise by {a.upliftPercent} %</span>{/if}
    {#if a.reason}<span class="bad">{a.reason}</span>{/if}
    {#if session.sells && o.mayChange && a.next?.id === o.id && o.state === 'open'}<button
        class="plain"
        onclick={() => (renewing = true)}>Renew…</button
      >{/if}
  </p>
  <Ask bind:open={renewing} title="Renew {a.number}, {a.account}">
    {#if a.next}<Renewing agreement={a.id} onDone={() => (renewing = false)} />{/if}
  </Ask>
{/if}

<style>
  .running {
    display: flex;
    flex-wrap: wrap;
    gap: 4px 18px;
    padding: 6px 12px;
    margin: 6px 0;
    border-left: 3px solid var(--brass);
    background: var(--paper);
  }
  b {
    font-weight: 560;
  }
</style>
