<script lang="ts">
  import { api, type Schemas } from '$lib/api/client';
  import Cut from '$lib/report/Cut.svelte';
  import Days from '$lib/report/Days.svelte';
  import FunnelBehind from '$lib/report/FunnelBehind.svelte';
  import FunnelPicture from '$lib/report/FunnelPicture.svelte';
  import FunnelWords from '$lib/report/FunnelWords.svelte';
  import ReportTabs from '$lib/report/ReportTabs.svelte';
  import { cut } from '$lib/report/address';
  import Notice from '$lib/ui/Notice.svelte';
  import { percent, position } from '$lib/ui/format';
  import { load, refusalOf } from '$lib/ui/load.svelte';
  /** Where deals stick: how far those opened in a time came, where they were lost, and how long they stay. */
  const query = $derived(cut('process', 'from', 'to', 'owner', 'team', 'source'));
  const funnel = load<Schemas['FunnelView']>(
    () => ['funnel', query],
    () => api.GET('/api/funnel', { params: { query } }),
    () => true,
    true
  );
  const f = $derived(funnel.data);
  let opened = $state.raw<{ stage: Schemas['FunnelStage']; figure: string } | null>(null);
  const FIGURES = [
    ['entered', 'entered'],
    ['lost', 'lostHere'],
    ['open', 'openHere'],
    ['back', 'wentBack'],
    ['reached', 'reached'],
    ['skipped', 'skipped']
  ] as const;
</script>

{#snippet count(stage: Schemas['FunnelStage'], figure: (typeof FIGURES)[number])}
  {@const many = stage[figure[1]]}
  {#if many}<button
      class="plain"
      aria-label="{stage.name}, {figure[0]}: {many}"
      onclick={() => (opened = { stage, figure: figure[0] })}>{many}</button
    >{:else}–{/if}
{/snippet}

<svelte:head><title>Where deals stick · Firm Tally</title></svelte:head>
<div class="page">
  <div class="head">
    <h1>Where do deals stick?</h1>
    {#if f}<Days first="opened from" last="to" shown={[f.from, f.to]} />{/if}
    {#if f}<Cut source only={f.process} />{/if}
  </div>
  <ReportTabs />
  <Notice refusal={refusalOf(funnel)} />
  {#if f}
    <p class="told">{f.processName}: <FunnelWords funnel={f} /></p>
    {#if f.opportunities}
      <FunnelPicture {f} />
      <div class="scroll">
        <table class="ledger cards" aria-label="Stages">
          <thead
            ><tr
              ><th>Stage</th><th class="figure">Came this far</th><th class="figure">Entered</th><th
                class="figure">Go on</th
              ><th class="figure">Won of ended</th><th class="figure">Lost here</th><th class="figure"
                >Went back</th
              ><th class="figure">Skipped</th><th class="figure">Days in stage</th><th class="figure"
                >Usual</th
              ><th class="figure">Open here</th><th class="figure">Open for days</th></tr
            ></thead
          >
          <tbody>
            {#each f.stages as s (s.id)}
              <tr class:here={opened?.stage.id === s.id}>
                <td class="lead">{s.name}</td>
                <td class="figure worth">{@render count(s, FIGURES[4])}</td>
                <td class="figure">{@render count(s, FIGURES[0])}</td>
                <td class="figure off">{percent(s.conversion)}</td>
                <td class="figure off">{percent(s.winRate)}</td>
                <td class="figure">{@render count(s, FIGURES[1])}</td>
                <td class="figure off">{@render count(s, FIGURES[3])}</td>
                <td class="figure off">{@render count(s, FIGURES[5])}</td>
                <td class="figure off">{s.medianDays ?? '–'}</td>
                <td class="figure off">{s.usualDays}</td>
                <td class="figure">{@render count(s, FIGURES[2])}</td>
                <td class="figure off" class:bad={!!s.openDays && position(s.openDays) > s.usualDays}
                  >{s.openDays ?? '–'}</td
                >
              </tr>
            {/each}
          </tbody>
        </table>
      </div>
      <p class="quiet">
        Days are medians. Of {f.opportunities} opened: {f.won} won, {f.lost} lost, {f.open} still open.
      </p>
      {#if opened}<FunnelBehind {query} {...opened} onClose={() => (opened = null)} />{/if}
    {/if}
  {/if}
</div>

<style>
  .told {
    margin-bottom: 10px;
    font-size: var(--type-lead);
  }
  td .plain {
    padding: 0;
  }
</style>
