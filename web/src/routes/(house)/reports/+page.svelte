<script lang="ts">
  import { scaleLinear } from 'd3-scale';
  import { api } from '$lib/api/client';
  import ReportTabs from '$lib/report/ReportTabs.svelte';
  import Winning from '$lib/report/Winning.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import { figure, position, rounded } from '$lib/ui/format';
  import { load, refusalOf } from '$lib/ui/load.svelte';
  const query = load(
    () => ['reports'],
    () => api.GET('/api/reports')
  );
  const f = $derived(query.data);
  const scale = $derived(
    scaleLinear([0, Math.max(1, ...(f?.months.map((m) => position(m.won)) ?? []))], [0, 120]).nice()
  );
</script>

<svelte:head><title>Reports · Firm Tally</title></svelte:head>
<div class="page">
  <div class="head"><h1>Reports</h1></div>
  <ReportTabs />
  <Notice refusal={refusalOf(query)} />
  {#if f}
    <h2>Open, by stage</h2>
    <table class="ledger" aria-label="Open by stage">
      <thead
        ><tr
          ><th>Process</th><th>Stage</th><th class="figure">Count</th><th class="figure">Value</th><th
            class="figure">Weighted</th
          ></tr
        ></thead
      >
      <tbody>
        {#each f.stages as s (s.process + s.stage)}
          <tr
            ><td class="quiet">{s.process}</td><td>{s.stage}</td><td class="figure">{s.count}</td><td
              class="figure">{figure(s.value)}</td
            ><td class="figure">{figure(s.weighted)}</td></tr
          >
        {:else}<tr
            ><td colspan="5" class="quiet"
              >No open opportunities. <a href="/opportunities?new">Create the first opportunity.</a></td
            ></tr
          >{/each}
      </tbody>
    </table>
    <div class="two">
      <div>
        <h2>Won, by month</h2>
        <svg
          viewBox="0 0 {Math.max(1, f.months.length) * 48} 156"
          role="img"
          aria-label="Won by month; the table beside has the figures"
        >
          <path d="M0 134H{f.months.length * 48}" stroke="var(--rule-strong)" />
          {#each f.months as m, n (m.month)}
            <rect
              x={n * 48 + 10}
              y={134 - scale(position(m.won))}
              width="26"
              height={scale(position(m.won))}
              fill="var(--petrol)"
            />
            <text x={n * 48 + 23} y="150">{m.month.slice(5)}</text>
          {/each}
        </svg>
        <table class="ledger" aria-label="Won by month">
          <thead><tr><th>Month</th><th class="figure">Orders</th><th class="figure">Won</th></tr></thead>
          <tbody
            >{#each f.months as m (m.month)}<tr
                ><td>{m.month}</td><td class="figure">{m.count}</td><td class="figure">{figure(m.won)}</td
                ></tr
              >{/each}</tbody
          >
        </table>
      </div>
      <div>
        <h2>By rep, twelve months</h2>
        <table class="ledger" aria-label="By rep">
          <thead
            ><tr
              ><th>Rep</th><th class="figure">Open</th><th class="figure">Won</th><th class="figure"
                >Won / lost</th
              ></tr
            ></thead
          >
          <tbody
            >{#each f.reps as r (r.name)}<tr
                ><td>{r.name}</td><td class="figure">{rounded(r.open)}</td><td class="figure"
                  >{rounded(r.won)}</td
                ><td class="figure">{r.wonCount} / {r.lostCount}</td></tr
              >{/each}</tbody
          >
        </table>
      </div>
    </div>
  {/if}
  <Winning />
</div>

<style>
  h2 {
    margin: 4px 0 6px;
  }
  .two {
    display: grid;
    grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
    gap: 20px;
    margin-top: 18px;
    align-items: start;
  }
  text {
    font-size: var(--type-tiny);
    fill: var(--stone);
    text-anchor: middle;
  }
  @media (max-width: 800px) {
    .two {
      grid-template-columns: minmax(0, 1fr);
    }
  }
</style>
