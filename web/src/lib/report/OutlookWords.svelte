<script lang="ts">
  import { api, type Schemas } from '$lib/api/client';
  import { percent, rounded } from '$lib/ui/format';
  import { load } from '$lib/ui/load.svelte';
  /** The outlook, in a sentence. */
  let { outlook = null }: { outlook?: Schemas['OutlookView'] | null } = $props();
  const query = load<Schemas['OutlookView']>(
    () => ['outlook', {}],
    () => api.GET('/api/outlook'),
    () => outlook === null
  );
  const o = $derived(outlook ?? query.data);
</script>

{#if o}<b>{rounded(o.won)}</b> won, <b>{rounded(o.set.expected)}</b> expected by the set odds and
  <b>{rounded(o.learnt.expected)}</b>
  by what history says they are worth.{#if /[1-9]/.test(o.goal)}&nbsp;Goal <b>{rounded(o.goal)}</b>: chance
    <b>{percent(o.set.chance)}</b> and <b>{percent(o.learnt.chance)}</b>.{/if}{:else}<span class="quiet"
    >…</span
  >{/if}

<style>
  b {
    font-weight: 560;
  }
</style>
