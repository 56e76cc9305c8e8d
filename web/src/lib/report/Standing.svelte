<script lang="ts">
  import { api, type Schemas } from '$lib/api/client';
  import Notice from '$lib/ui/Notice.svelte';
  import { figure, percent, position, rounded } from '$lib/ui/format';
  import { load, refusalOf } from '$lib/ui/load.svelte';
  import { session } from '$lib/shell/session.svelte';
  import { lastDay, type Period } from './periods';
  /** How a period stands against its goals: all together in a sentence, then each, and what would close a gap. */
  let { period }: { period: Period } = $props();
  const standing = load(
    () => ['goals', 'standing', period.from, period.to],
    () => api.GET('/api/goals/standing', { params: { query: { from: period.from, to: period.to } } }),
    () => true,
    true
  );
  const rows = $derived(standing.data ?? []);
  const all = $derived(rows[0]);
  /** A colleague may have another's name, and a team anybody's. */
  const key = (r: Schemas['StandingRow']) => `${r.personId ?? 'team'} ${r.name}`;
  let chosen = $state('');
  const opened = $derived(rows.find((r) => key(r) === chosen) ?? all);
  const isZero = (amount: string | null) => !amount || !/[1-9]/.test(amount);
  /** The opportunities behind a figure of somebody, of a team or of all. */
  function listOf(r: Schemas['StandingRow'], what: 'won' | 'open' | 'before'): string {
    const whose: Record<string, string> = r.personId
      ? { owner: String(r.personId) }
      : r === all
        ? {}
        : { team: r.name };
    const last = lastDay(period.to);
    const today = session.view?.today ?? last;
    const year = (day: string) => String(Number(day.slice(0, 4)) - 1) + day.slice(4);
    const time: Record<string, string> =
      what === 'open'
        ? { state: 'open', to: last }
        : what === 'won'
          ? { state: 'won', from: period.from + '-01', to: last }
          : { state: 'won', from: year(period.from + '-01'), to: year(today < last ? today : last) };
    return '/opportunities?' + new URLSearchParams({ as: 'list', ...time, ...whose }).toString();
  }
  /** Of how wide a bar is: drawing only. */
  const share = (won: string, goal: string) =>
    isZero(goal) ? 0 : Math.min(100, (position(won) / position(goal)) * 100);
</script>

<section aria-label="Standing">
  <Notice refusal={refusalOf(standing)} />
  {#if all}
    <p class="told">
      {#if isZero(all.goal)}<b>{rounded(all.won)}</b> won; no goal is set for {period.label}.
      {:else if isZero(all.gap)}<b class="good">{rounded(all.won)}</b> won: the goal of {rounded(all.goal)} is reached.
      {:else}<b>{rounded(all.won)}</b> won of {rounded(all.goal)}; the gap is <b>{rounded(all.gap)}</b>.
        Forecast range (80 %) {rounded(all.low)} to {rounded(all.high)}, chance of reaching the goal
        <b>{percent(all.chance)}</b>.{/if}
      {#if !isZero(all.lastYear)}<span class="quiet"
          >A year ago {rounded(all.lastYearSoFar)} were won by this day, {rounded(all.lastYear)} in the whole.</span
        >{/if}
    </p>
    <div class="scroll">
      <table class="ledger cards" aria-label="Standing of each">
        <thead
          ><tr
            ><th>Who</th><th class="figure">Goal</th><th class="figure">Won</th><th>Of the goal</th><th
              class="figure">Gap</th
            ><th class="figure">Open</th><th class="figure">Coverage</th><th class="figure">Expected</th><th
              class="figure">Chance</th
            ><th class="figure">A year ago by this day</th></tr
          ></thead
        >
        <tbody>
          {#each rows as r, n (n)}
            <tr class:here={opened === r}>
              <td class="lead"
                ><button class="plain" aria-pressed={opened === r} onclick={() => (chosen = key(r))}
                  >{r.name}</button
                ></td
              >
              <td class="figure goal">{isZero(r.goal) ? '–' : rounded(r.goal)}</td>
              <td class="figure worth"
                >{#if isZero(r.won)}–{:else}<a href={listOf(r, 'won')}>{rounded(r.won)}</a>{/if}</td
              >
              <td class="off"
                ><span class="bar" aria-hidden="true"><i style:width="{share(r.won, r.goal)}%"></i></span></td
              >
              <td class="figure off">{isZero(r.gap) ? '–' : rounded(r.gap)}</td>
              <td class="figure off"
                >{#if isZero(r.open)}–{:else}<a href={listOf(r, 'open')}>{rounded(r.open)}</a>{/if}</td
              >
              <td class="figure off" class:bad={!!r.coverage && position(r.coverage) < 100}
                >{percent(r.coverage)}</td
              >
              <td class="figure off">{isZero(r.expected) ? '–' : rounded(r.expected)}</td>
              <td class="figure chance">{percent(r.chance)}</td>
              <td class="figure off"
                >{#if isZero(r.lastYearSoFar)}–{:else}<a href={listOf(r, 'before')}
                    >{rounded(r.lastYearSoFar)}</a
                  >{/if}</td
              >
            </tr>
          {/each}
        </tbody>
      </table>
    </div>
    {#if opened && !isZero(opened.gap)}
      <h2>Largest deals that would close the gap: {opened.name}</h2>
      {#if opened.closers.length}
        <table class="ledger cards few" aria-label="Largest deals that would close the gap">
          <tbody>
            {#each opened.closers as c (c.id)}
              <tr>
                <td><a href="/opportunities/{c.id}">{c.number}</a></td>
                <td class="lead">{c.title}</td>
                <td>{c.account}</td>
                <td class="figure worth">{figure(c.value)}</td>
              </tr>
            {/each}
          </tbody>
        </table>
        {#if opened.closerCount > opened.closers.length}<p class="quiet">
            The largest {opened.closers.length} of {opened.closerCount}.
          </p>{/if}
      {:else}<p class="heed">All that is open would not close it.</p>{/if}
    {/if}
  {/if}
</section>

<style>
  .told {
    margin-bottom: 8px;
    max-width: 900px;
  }
  b {
    font-weight: 560;
  }
  td .plain {
    padding: 0;
  }
  .bar {
    display: block;
    width: 90px;
    height: 8px;
    background: var(--rule);
  }
  .bar i {
    display: block;
    height: 8px;
    background: var(--petrol);
  }
  tr.here {
    box-shadow: inset 3px 0 0 var(--brass);
  }
  h2 {
    margin: 14px 0 4px;
  }
  .few {
    max-width: 760px;
  }
  /* As cards they have no heads. */
  @media (max-width: 640px) {
    .goal::before {
      content: 'of ';
    }
    .chance::before {
      content: 'chance ';
    }
  }
</style>
