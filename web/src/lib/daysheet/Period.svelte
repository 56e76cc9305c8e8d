<script lang="ts">
  import type { Schemas } from '$lib/api/client';
  import { session } from '$lib/shell/session.svelte';
  import { day, figure, percent, position, rounded } from '$lib/ui/format';
  /** The period on one scale: what is won, the goal, and the range in which it will most likely end. */
  let { period }: { period: Schemas['Period'] } = $props();
  const WIDTH = 240;
  const most = $derived(
    Math.max(position(period.goal), position(period.high), position(period.won), 1) * 1.04
  );
  const at = (amount: string) => 4 + (position(amount) / most) * (WIDTH - 8);
  const aimed = $derived(position(period.goal) > 0);
</script>

<aside class="leaf period" aria-label="This period">
  <h2>{day(period.from)} to {day(period.to)}</h2>
  <p class="big figure">{rounded(period.won)}</p>
  <p class="quiet">
    {#if aimed}won of {rounded(period.goal)} {session.company?.currency}{:else}{session.company?.currency} won;
      no goal is set for this period{/if}
  </p>
  <svg
    viewBox="0 0 {WIDTH} 52"
    role="img"
    aria-label="Won {figure(period.won)} of {figure(period.goal)}; it will most likely end between {figure(
      period.low
    )} and {figure(period.high)}"
  >
    <path d="M4 24H{WIDTH - 4}" stroke="var(--rule-strong)" />
    <path d="M4 24H{at(period.won)}" stroke="var(--petrol)" stroke-width="8" />
    <path d="M{at(period.low)} 24H{at(period.high)}" class="range" />
    <path d="M{at(period.low)} 18V30M{at(period.high)} 18V30" class="end" />
    <path d="M{at(period.middle)} 15V33" class="middle" />
    {#if aimed}
      <path d="M{at(period.goal)} 6V38" class="goal" />
      <text x={at(period.goal)} y="50" text-anchor={at(period.goal) > 200 ? 'end' : 'middle'}>goal</text>
    {/if}
  </svg>
  <dl>
    <dt>Forecast range (80&nbsp;%)</dt>
    <dd>{rounded(period.low)} – {rounded(period.high)}</dd>
    {#if aimed}
      <dt>Gap to goal</dt>
      <dd>{rounded(period.gap)}</dd>
      <dt>Chance of reaching the goal</dt>
      <dd>{percent(period.goalPercent)}</dd>
      <dt>Closing the gap takes</dt>
      <dd>
        {#if period.closers === null}more than is open{:else if period.closers === 0}nothing more{:else}the {period.closers}
          largest{/if}
      </dd>
    {/if}
  </dl>
</aside>

<style>
  .period {
    padding: 12px 14px;
  }
  .big {
    text-align: left;
    font-size: var(--type-title);
    font-weight: 620;
    line-height: 1.3;
  }
  svg {
    margin: 4px 0 6px;
  }
  text {
    font-size: var(--type-tiny);
    fill: var(--stone);
  }
  .range {
    stroke: var(--brass);
    stroke-width: 3;
  }
  .end {
    stroke: var(--brass);
    stroke-width: 1.5;
  }
  .middle {
    stroke: var(--brass);
    stroke-width: 3;
  }
  .goal {
    stroke: var(--ink);
    stroke-width: 1.5;
  }
  dl {
    display: grid;
    grid-template-columns: 1fr auto;
    gap: 2px 10px;
    font-size: var(--type-small);
  }
  dt {
    color: var(--stone);
  }
  dd {
    text-align: right;
    font-variant-numeric: tabular-nums;
  }
</style>
