<script lang="ts">
  import { api } from '$lib/api/client';
  import GoalYear from '$lib/report/GoalYear.svelte';
  import PartGoals from '$lib/report/PartGoals.svelte';
  import PartStanding from '$lib/report/PartStanding.svelte';
  import ReportTabs from '$lib/report/ReportTabs.svelte';
  import Standing from '$lib/report/Standing.svelte';
  import { periods } from '$lib/report/periods';
  import { session } from '$lib/shell/session.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import { load, refusalOf } from '$lib/ui/load.svelte';
  const today = $derived(session.view?.today ?? '2026-01-01');
  const all = $derived(periods(today));
  let chosen = $state('quarter');
  const period = $derived(all.find((p) => p.key === chosen) ?? all[0]);
  let next = $state(0);
  const year = $derived(Number(today.slice(0, 4)) + next);
  const goals = load(
    () => ['goals', 'year', year],
    () => api.GET('/api/goals/{year}', { params: { path: { year } } })
  );
  const parts = load(
    () => ['goals', 'parts', 'year', year],
    () => api.GET('/api/part-goals/{year}', { params: { path: { year } } })
  );
</script>

<svelte:head><title>Goals · Firm Tally</title></svelte:head>
<div class="page">
  <div class="head">
    <h1>Goals</h1>
    <select class="box" aria-label="Period" bind:value={chosen}>
      {#each all as p (p.key)}<option value={p.key}>{p.label}</option>{/each}
    </select>
  </div>
  <ReportTabs />
  {#if period}<Standing {period} /><PartStanding {period} />{/if}
  <div class="head set">
    <h2>Goals by month</h2>
    <select class="box" aria-label="Year" bind:value={next}>
      {#each [-1, 0, 1] as by (by)}<option value={by}>{Number(today.slice(0, 4)) + by}</option>{/each}
    </select>
  </div>
  <Notice refusal={refusalOf(goals)} />
  {#if goals.data}{#key goals.data.year}<GoalYear
        goals={goals.data}
        onChange={() => goals.refetch()}
      />{/key}{/if}
  {#if parts.data && (parts.data.mayChange || parts.data.rows.length)}
    <h2 class="set">Goals of teams, families and processes</h2>
    {#key parts.data.year}<PartGoals goals={parts.data} onChange={() => parts.refetch()} />{/key}
  {/if}
</div>

<style>
  .set {
    margin-top: 22px;
  }
</style>
