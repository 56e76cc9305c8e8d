<script lang="ts">
  import { api, type Schemas } from '$lib/api/client';
  import { percent, position } from '$lib/ui/format';
  import { load } from '$lib/ui/load.svelte';
  /** Where deals stick, in a sentence: the stage that most stay or end in. */
  let { funnel = null }: { funnel?: Schemas['FunnelView'] | null } = $props();
  const query = load<Schemas['FunnelView']>(
    () => ['funnel', {}],
    () => api.GET('/api/funnel'),
    () => funnel === null
  );
  const f = $derived(funnel ?? query.data);
  const lost = $derived([...(f?.stages ?? [])].sort((a, b) => b.lostHere - a.lostHere)[0]);
  const long = $derived(
    [...(f?.stages ?? [])]
      .filter((s) => s.openDays !== null && s.openHere > 0)
      .sort((a, b) => position(b.openDays) - b.usualDays - (position(a.openDays) - a.usualDays))[0]
  );
</script>

{#if f}{#if f.opportunities === 0}Nothing was opened in this time.{:else}Win rate <b>{percent(f.winRate)}</b>
    of
    {f.ended} that ended{#if f.cycleDays}, won after <b>{f.cycleDays}</b> days{/if}. {#if lost?.lostHere}Most
      are lost in <b>{lost.name}</b> ({lost.lostHere}).{/if}
    {#if long && position(long.openDays) > long.usualDays}The {long.openHere} open in <b>{long.name}</b> have
      been there for <b>{long.openDays}</b> days; usual are {long.usualDays}.{/if}{/if}{:else}<span
    class="quiet">…</span
  >{/if}

<style>
  b {
    font-weight: 560;
  }
</style>
