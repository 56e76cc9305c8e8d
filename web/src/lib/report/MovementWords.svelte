<script lang="ts">
  import { api, type Schemas } from '$lib/api/client';
  import { day, rounded } from '$lib/ui/format';
  import { load } from '$lib/ui/load.svelte';
  /** What moved, in a sentence. */
  let { moved = null }: { moved?: Schemas['MovementView'] | null } = $props();
  const query = load<Schemas['MovementView']>(
    () => ['movement', {}],
    () => api.GET('/api/movement'),
    () => moved === null
  );
  const m = $derived(moved ?? query.data);
</script>

{#if m}Weighted, <b>{rounded(m.weighted.opening)}</b> on {day(m.since)} became
  <b>{rounded(m.weighted.closing)}</b>
  on {day(m.until)}, of what is expected from {day(m.from)} to {day(m.to)}. {#if m.wonCount}Won meanwhile: <b
      >{m.wonCount}</b
    >
    with <b>{rounded(m.wonAmount)}</b>.{:else}Nothing was won meanwhile.{/if}{:else}<span class="quiet"
    >…</span
  >{/if}

<style>
  b {
    font-weight: 560;
  }
</style>
