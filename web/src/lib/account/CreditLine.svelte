<script lang="ts">
  import type { Schemas } from '$lib/api/client';
  import { day, figure, position } from '$lib/ui/format';
  /** The credit timeline: limit against projected exposure, a year ahead, with the days that matter in a table. */
  let { credit }: { credit: Schemas['CreditView'] } = $props();
  const WIDTH = 300;
  const HEIGHT = 64;
  const start = $derived(Date.parse(credit.timeline[0]?.date ?? ''));
  const most = $derived(
    Math.max(1, ...credit.timeline.map((d) => Math.max(position(d.limit), position(d.exposure))))
  );
  const x = (iso: string) => ((Date.parse(iso) - start) / (365 * 86_400_000)) * WIDTH;
  const y = (amount: string) => HEIGHT - 3 - (Math.max(0, position(amount)) / most) * (HEIGHT - 8);
  function steps(of: 'limit' | 'exposure') {
    let path = '';
    credit.timeline.forEach((d, n) => (path += n === 0 ? `M0 ${y(d[of])}` : `H${x(d.date)}V${y(d[of])}`));
    return path + `H${WIDTH}`;
  }
</script>

<svg
  viewBox="0 0 {WIDTH} {HEIGHT}"
  role="img"
  aria-label="Limit and projected exposure over the next year; the table below has the days"
>
  <path d="{steps('exposure')}V{HEIGHT}H0z" fill="var(--petrol-wash)" stroke="var(--petrol)" />
  <path d={steps('limit')} fill="none" stroke="var(--brass)" stroke-width="2" />
</svg>
<dl>
  {#each credit.timeline.slice(0, 5) as d (d.date)}
    <dt>{day(d.date)}</dt>
    <dd>{figure(d.exposure)} of {figure(d.limit)}</dd>
  {/each}
</dl>

<style>
  svg {
    width: 100%;
    margin-top: 8px;
    border-bottom: 1px solid var(--rule-strong);
  }
</style>
