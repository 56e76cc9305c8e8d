<script lang="ts">
  import { scaleLinear } from 'd3-scale';
  import type { Schemas } from '$lib/api/client';
  import { written } from './written';
  import { drawn } from './series';
  /** A table as bars, as bars upon each other, or as lines. The table itself stands beneath it. */
  let { table, as }: { table: Schemas['TableView']; as: 'bars' | 'lines' | 'stacked' } = $props();
  const HIGH = 200;
  const FOOT = 26;
  const LEFT = 64;
  const d = $derived(drawn(table));
  let wide = $state(900);
  const step = $derived((wide - LEFT - 8) / Math.max(1, d.names.length));
  const up = (n: number) => d.series.reduce((sum, s) => sum + Math.max(0, s.values[n]?.place ?? 0), 0);
  const most = $derived(
    as === 'stacked'
      ? Math.max(0, ...d.names.map((_, n) => up(n)))
      : Math.max(0, ...d.series.flatMap((s) => s.values.map((v) => v.place)))
  );
  const least = $derived(Math.min(0, ...d.series.flatMap((s) => s.values.map((v) => v.place))));
  const y = $derived(scaleLinear([least, most || 1], [HIGH, 10]).nice(4));
  const ticks = $derived(y.ticks(4));
  /** Each name in a slot; where slots are narrow only every so-manieth. */
  const every = $derived(Math.max(1, Math.ceil(46 / step)));
  const bottom = (n: number, k: number) =>
    d.series.slice(0, k).reduce((sum, s) => sum + Math.max(0, s.values[n]?.place ?? 0), 0);
  /** The bars of a row stand close together in the middle of its slot. */
  const bar = $derived(
    Math.min(44, (step - Math.min(14, step * 0.3)) / (as === 'stacked' ? 1 : Math.max(1, d.series.length)))
  );
  const group = $derived(as === 'stacked' ? bar : bar * d.series.length);
  const x = (n: number) => LEFT + n * step;
  const short = (name: string) => {
    const room = Math.max(4, Math.floor((step * every) / 6.4));
    return name.length > room ? name.slice(0, room - 1) + '…' : name;
  };
  const kinds = $derived(d.kind === 'amount' || d.kind === 'percent' ? d.kind : 'count');
  const line = (s: (typeof d.series)[number]) =>
    s.values.map((v, n) => `${n ? 'L' : 'M'}${x(n) + step / 2} ${y(v.place)}`).join('');
</script>

{#if d.names.length && d.series.length}
  <div class="picture" bind:clientWidth={wide}>
    <svg
      viewBox="0 0 {wide} {HIGH + FOOT}"
      height={HIGH + FOOT}
      role="img"
      aria-label="The table beneath as {as === 'lines' ? 'lines' : 'bars'}"
    >
      {#each ticks as t (t)}
        <path d="M{LEFT} {y(t)}H{wide - 8}" class="line" />
        <text x={LEFT - 8} y={y(t) + 4} class="tick">{written(kinds, String(t), true)}</text>
      {/each}
      {#if as === 'lines'}
        {#each d.series as s, k (s.name)}
          <path d={line(s)} class="stroke s{k}" />
          {#each s.values as v, n (n)}
            <circle cx={x(n) + step / 2} cy={y(v.place)} r="3" class="s{k}"
              ><title>{d.names[n]}, {s.name}: {written(d.kind, v.text)}</title></circle
            >
          {/each}
        {/each}
      {:else}
        {#each d.names as name, n (n)}
          {#each d.series as s, k (s.name)}
            {@const v = s.values[n]}
            {#if v && v.place !== 0}
              {@const from = as === 'stacked' ? bottom(n, k) : 0}
              <rect
                class="s{k}"
                x={x(n) + (step - group) / 2 + (as === 'stacked' ? 0 : k * bar)}
                width={Math.max(1.5, bar - 1)}
                y={Math.min(y(from), y(from + v.place))}
                height={Math.max(1, Math.abs(y(from) - y(from + v.place)))}
                ><title>{name}, {s.name}: {written(d.kind, v.text)}</title></rect
              >
            {/if}
          {/each}
        {/each}
      {/if}
      <path d="M{LEFT} {y(0)}H{wide - 8}" class="base" />
      {#each d.names as name, n (n)}
        {#if n % every === 0}<text x={x(n) + step / 2} y={HIGH + 18} class="name">{short(name)}</text>{/if}
      {/each}
    </svg>
    <p class="key">
      {#each d.series as s, k (s.name)}<span><i class="s{k}"></i>{s.name}</span>{/each}
      {#if d.left > 0}<span class="quiet">{d.left} more in the table</span>{/if}
    </p>
  </div>
{/if}

<style>
  .picture {
    background: var(--paper);
    border: 1px solid var(--rule);
    padding: 8px 6px 6px;
  }
  svg {
    display: block;
    width: 100%;
  }
  .line {
    stroke: var(--rule);
  }
  .base {
    stroke: var(--rule-strong);
  }
  text {
    font-size: var(--type-tiny);
    fill: var(--stone);
  }
  .tick {
    text-anchor: end;
    font-variant-numeric: tabular-nums;
  }
  .name {
    text-anchor: middle;
  }
  .s0 {
    --hue: var(--petrol);
  }
  .s1 {
    --hue: var(--brass);
  }
  .s2 {
    --hue: var(--moss);
  }
  .s3 {
    --hue: var(--madder);
  }
  .s4 {
    --hue: var(--stone);
  }
  .s5 {
    --hue: color-mix(in oklab, var(--petrol) 45%, var(--paper));
  }
  rect,
  circle {
    fill: var(--hue);
  }
  .stroke {
    fill: none;
    stroke: var(--hue);
    stroke-width: 2;
  }
  .key {
    display: flex;
    flex-wrap: wrap;
    gap: 2px 16px;
    padding-left: 62px;
    font-size: var(--type-small);
    color: var(--stone);
  }
  .key i {
    display: inline-block;
    width: 10px;
    height: 10px;
    margin-right: 5px;
    background: var(--hue);
  }
</style>
