<script lang="ts">
  import { api, type Schemas } from '$lib/api/client';
  import AdoptForm from '$lib/report/AdoptForm.svelte';
  import Cut from '$lib/report/Cut.svelte';
  import Days from '$lib/report/Days.svelte';
  import OutlookHistory from '$lib/report/OutlookHistory.svelte';
  import OutlookWords from '$lib/report/OutlookWords.svelte';
  import Ranges from '$lib/report/Ranges.svelte';
  import ReportTabs from '$lib/report/ReportTabs.svelte';
  import { cut } from '$lib/report/address';
  import Ask from '$lib/ui/Ask.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import { day, percent, position, rounded } from '$lib/ui/format';
  import { load, refusalOf } from '$lib/ui/load.svelte';
  /** What a period will bring by set and by learnt odds, what stages have been worth, and how good outlooks were. */
  const query = $derived(cut('from', 'to', 'owner', 'team', 'process'));
  const outlook = load<Schemas['OutlookView']>(
    () => ['outlook', query],
    () => api.GET('/api/outlook', { params: { query } }),
    () => true,
    true
  );
  const o = $derived(outlook.data);
  let adopting = $state.raw<Schemas['OutlookProcess'] | null>(null);
  let asking = $state(false);
  const used = $derived(
    (o?.processes ?? []).filter((p) => p.stages.some((s) => s.entered > 0 || s.open > 0))
  );
  /** Whether what is set lies outside of what history allows. */
  const off = (s: Schemas['OutlookStage']) =>
    s.low !== null && (position(s.percent) < position(s.low) || position(s.percent) > position(s.high));
</script>

<svelte:head><title>Outlook · Firm Tally</title></svelte:head>
<div class="page">
  <div class="head">
    <h1>What will it bring?</h1>
    {#if o}<Days first="from" last="to" shown={[o.from, o.to]} />{/if}
    <Cut />
  </div>
  <ReportTabs />
  <Notice refusal={refusalOf(outlook)} />
  {#if o}
    <p class="told"><OutlookWords outlook={o} /></p>
    <Ranges outlook={o} />
    {#each used as p (p.id)}
      <div class="bar">
        <h2>{p.name}: what its stages have been worth</h2>
        {#if o.mayAdopt}<button
            class="act"
            onclick={() => {
              adopting = p;
              asking = true;
            }}>Adopt learnt odds…</button
          >{/if}
      </div>
      <div class="scroll">
        <table class="ledger cards" aria-label="Odds of {p.name}">
          <thead
            ><tr
              ><th>Stage</th><th class="figure">Set</th><th class="figure">Came this far</th><th
                class="figure">Won</th
              ><th class="figure">Observed</th><th class="figure">Between (90 %)</th><th class="figure"
                >Learnt</th
              ><th class="figure">Open</th><th class="figure">Value</th><th class="figure">Weighted, set</th
              ><th class="figure">Weighted, learnt</th></tr
            ></thead
          >
          <tbody>
            {#each p.stages as s (s.id)}
              <tr>
                <td class="lead">{s.name}</td>
                <td class="figure" class:heed={off(s)}>{percent(s.percent)}</td>
                <td class="figure off">{s.entered || '–'}</td>
                <td class="figure off">{s.entered ? s.won : '–'}</td>
                <td class="figure">{percent(s.observed)}</td>
                <td class="figure off">{s.low === null ? '–' : `${percent(s.low)} to ${percent(s.high)}`}</td>
                <td class="figure worth">{percent(s.adjusted)}</td>
                <td class="figure off"
                  >{#if s.open}<a
                      href="/reports/table/?rows=owner&measures=value,weighted,count&filter=stage:{s.id};state:open"
                      >{s.open}</a
                    >{:else}–{/if}</td
                >
                <td class="figure off">{s.open ? rounded(s.value) : '–'}</td>
                <td class="figure off">{s.open ? rounded(s.weighted) : '–'}</td>
                <td class="figure off">{s.open ? rounded(s.learnt) : '–'}</td>
              </tr>
            {/each}
          </tbody>
        </table>
      </div>
    {:else}<p class="leaf none">
        No open opportunities and none that ended. <a href="/opportunities?new"
          >Create the first opportunity.</a
        >
      </p>{/each}
    {#if used.length}<p class="quiet">
        Learnt from what ended since {day(o.learntSince)}, with ten made-up ones at the set odds mixed in, so
        that few do not say too much. Odds set on one opportunity stay.
      </p>{/if}
    <OutlookHistory query={cut('owner', 'team', 'process')} />
  {/if}
</div>
<Ask bind:open={asking} title="Adopt learnt odds" wide>
  {#if adopting && o}<AdoptForm
      process={adopting}
      outlook={o}
      onDone={() => {
        asking = false;
        return outlook.refetch();
      }}
    />{/if}
</Ask>

<style>
  .told {
    margin-bottom: 10px;
    font-size: var(--type-lead);
  }
  .bar {
    display: flex;
    align-items: center;
    gap: 10px;
    margin: 18px 0 6px;
  }
  h2 {
    margin-right: auto;
  }
  .none {
    padding: 26px;
    color: var(--stone);
  }
</style>
