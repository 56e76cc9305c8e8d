<script lang="ts">
  import { api, type Schemas } from '$lib/api/client';
  import Notice from '$lib/ui/Notice.svelte';
  import { percent, position, rounded } from '$lib/ui/format';
  import { load, refusalOf } from '$lib/ui/load.svelte';
  import { lastDay, type Period } from './periods';
  /** How teams, families and processes stand that have a goal of their own. */
  let { period }: { period: Period } = $props();
  const standing = load<Schemas['PartStandingRow'][]>(
    () => ['goals', 'parts', period.from, period.to],
    () => api.GET('/api/part-goals/standing', { params: { query: { from: period.from, to: period.to } } }),
    () => true,
    true
  );
  const rows = $derived(standing.data ?? []);
  const isZero = (amount: string) => !/[1-9]/.test(amount);
  const KINDS: Record<string, string> = { team: 'Team', family: 'Family', process: 'Process' };

  /** The table behind what was won. */
  function behind(r: Schemas['PartStandingRow']): string {
    const time = { from: period.from + '-01', to: lastDay(period.to) };
    const filter = r.kind + ':' + encodeURIComponent(r.key);
    return (
      '/reports/table?' +
      new URLSearchParams(
        r.kind === 'family'
          ? { subject: 'sold', rows: 'owner', measures: 'net', filter, ...time }
          : { rows: 'owner', measures: 'won,won-count', filter, ...time }
      ).toString()
    );
  }
</script>

<Notice refusal={refusalOf(standing)} />
{#if rows.length}
  <h2>Teams, families and processes</h2>
  <div class="scroll">
    <table class="ledger cards" aria-label="Standing of teams, families and processes">
      <thead
        ><tr
          ><th>Of</th><th>Kind</th><th class="figure">Goal</th><th class="figure">Won</th><th>Of the goal</th
          ><th class="figure">Reached</th><th class="figure">Gap</th><th class="figure">A year ago</th></tr
        ></thead
      >
      <tbody>
        {#each rows as r (r.kind + r.key)}
          <tr>
            <td class="lead">{r.name}</td>
            <td class="quiet">{KINDS[r.kind]}</td>
            <td class="figure">{rounded(r.goal)}</td>
            <td class="figure worth"><a href={behind(r)}>{rounded(r.won)}</a></td>
            <td class="off"
              ><span class="bar" aria-hidden="true"
                ><i style:width="{Math.min(100, position(r.reached ?? '0'))}%"></i></span
              ></td
            >
            <td class="figure">{percent(r.reached)}</td>
            <td class="figure off">{isZero(r.gap) ? '–' : rounded(r.gap)}</td>
            <td class="figure off">{rounded(r.lastYear)}</td>
          </tr>
        {/each}
      </tbody>
    </table>
  </div>
{/if}

<style>
  h2 {
    margin: 16px 0 6px;
  }
  .bar {
    display: block;
    width: 120px;
    height: 8px;
    background: var(--rule);
  }
  .bar i {
    display: block;
    height: 100%;
    background: var(--petrol);
  }
</style>
