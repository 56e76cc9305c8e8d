<script lang="ts">
  import type { Schemas } from '$lib/api/client';
  import { day, figure, position } from '$lib/ui/format';
  /** Limit against projected exposure over a year, with what is asked on top; the days that matter stand beneath. */
  let { credit }: { credit: Schemas['CreditView'] } = $props();
  const WIDTH = 600;
  const HEIGHT = 120;
  const YEAR = 365 * 86_400_000;
  const asked = $derived(position(credit.asked));
  const start = $derived(Date.parse(credit.timeline[0]?.date ?? ''));
  const most = $derived(
    Math.max(1, ...credit.timeline.map((d) => Math.max(position(d.limit), position(d.exposure) + asked)))
  );
  const x = (iso: string) => Math.min(WIDTH, ((Date.parse(iso) - start) / YEAR) * WIDTH);
  const y = (amount: number) => HEIGHT - 2 - (Math.max(0, amount) / most) * (HEIGHT - 10);
  function path(of: (d: Schemas['DayView']) => number) {
    let steps = '';
    credit.timeline.forEach((d, n) => (steps += n === 0 ? `M0 ${y(of(d))}` : `H${x(d.date)}V${y(of(d))}`));
    return steps + `H${WIDTH}`;
  }
</script>

<svg
  viewBox="0 0 {WIDTH} {HEIGHT}"
  preserveAspectRatio="none"
  role="img"
  aria-label="Limit and projected exposure over the next year; the table beneath has the days"
>
  {#if asked > 0}<path
      d="{path((d) => position(d.exposure) + asked)}V{HEIGHT}H0z"
      class="asked"
      vector-effect="non-scaling-stroke"
    />{/if}
  <path
    d="{path((d) => position(d.exposure))}V{HEIGHT}H0z"
    class="exposure"
    vector-effect="non-scaling-stroke"
  />
  <path d={path((d) => position(d.limit))} class="limit" vector-effect="non-scaling-stroke" />
</svg>
<p class="quiet key">
  <span><i class="limit"></i>limit</span><span><i class="exposure"></i>exposure as it is expected</span>
  {#if asked > 0}<span><i class="asked"></i>with the {figure(credit.asked)} asked for</span>{/if}
</p>
<table class="days" aria-label="Days on which limit or exposure changes">
  <tbody>
    {#each credit.timeline.slice(0, 6) as d (d.date)}
      <tr
        ><td>{day(d.date)}</td><td class="figure">{figure(d.exposure)}</td><td class="quiet figure"
          >of {figure(d.limit)}</td
        ></tr
      >
    {/each}
  </tbody>
</table>
{#if credit.earliestClear && asked > 0}<p>
    First day within the limit: <b>{day(credit.earliestClear)}</b>.
  </p>{:else if asked > 0}<p class="bad">Not within the limit for a year.</p>{/if}

<style>
  svg {
    display: block;
    width: 100%;
    height: 120px;
    border-bottom: 1px solid var(--rule-strong);
  }
  path.exposure {
    fill: var(--petrol-wash);
    stroke: var(--petrol);
  }
  path.asked {
    fill: var(--brass-wash);
    stroke: var(--brass);
    stroke-dasharray: 4 3;
  }
  path.limit {
    fill: none;
    stroke: var(--ink);
    stroke-width: 2;
  }
  .key {
    display: flex;
    flex-wrap: wrap;
    gap: 4px 16px;
    font-size: var(--type-small);
    margin: 4px 0;
  }
  .key i {
    display: inline-block;
    width: 12px;
    height: 8px;
    margin-right: 5px;
    border: 1px solid var(--petrol);
    background: var(--petrol-wash);
  }
  .key i.limit {
    border-color: var(--ink);
    background: var(--ink);
    height: 2px;
    vertical-align: middle;
  }
  .key i.asked {
    border-color: var(--brass);
    background: var(--brass-wash);
  }
  .days td {
    padding: 1px 14px 1px 0;
  }
  b {
    font-weight: 560;
  }
</style>
