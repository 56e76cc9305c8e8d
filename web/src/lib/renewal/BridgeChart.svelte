<script lang="ts">
  import { scaleLinear } from 'd3-scale';
  import type { Schemas } from '$lib/api/client';
  import { figure, month, position } from '$lib/ui/format';
  /** The bridge as bars: what came stands above the line that closed the month before, what went hangs below. */
  let {
    months,
    onOpen
  }: { months: Schemas['BridgeMonth'][]; onOpen: (of: { month: string; move: string }) => unknown } =
    $props();
  const WIDE = 101;
  const HIGH = 190;
  const most = $derived(
    Math.max(1, ...months.flatMap((m) => [position(m.closing), position(m.opening) + up(m)]))
  );
  const least = $derived(
    Math.min(...months.map((m) => Math.min(position(m.opening), position(m.closing)))) * 0.85
  );
  const y = $derived(scaleLinear([least, most], [HIGH, 12]));
  const NAMES = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec'];
  function up(m: Schemas['BridgeMonth']) {
    return position(m.fresh) + position(m.wonBack) + position(m.expansion);
  }
  /** The bars of a month: from where to where each reaches. */
  const bars = (m: Schemas['BridgeMonth']) => {
    let at = position(m.opening);
    const out: { move: string; label: string; from: number; to: number; amount: string }[] = [];
    for (const [move, label, amount, sign] of [
      ['new', 'New', m.fresh, 1],
      ['wonBack', 'Won back', m.wonBack, 1],
      ['expansion', 'Expansion', m.expansion, 1],
      ['contraction', 'Contraction', m.contraction, -1],
      ['lost', 'Lost', m.lost, -1]
    ] as const) {
      if (position(amount) === 0) continue;
      const to = at + sign * position(amount);
      out.push({ move, label, from: at, to, amount });
      at = to;
    }
    return out;
  };
</script>

<svg
  viewBox="0 0 {months.length * WIDE} {HIGH + 24}"
  role="group"
  aria-label="Recurring revenue by month; the table beneath has the figures"
>
  {#each months as m, n (m.month)}
    {@const x = n * WIDE}
    {@const all = bars(m)}
    <line x1={x} x2={x + WIDE} y1={y(position(m.closing))} y2={y(position(m.closing))} class="close" />
    {#each all as b, k (b.move)}
      {@const w = (WIDE - 16) / Math.max(1, all.length)}
      <!-- The table beneath has the same as buttons for the keyboard. -->
      <!-- svelte-ignore a11y_click_events_have_key_events, a11y_no_static_element_interactions -->
      <rect
        class={b.move}
        x={x + 8 + k * w}
        y={Math.min(y(b.from), y(b.to))}
        width={Math.max(2, w - 2)}
        height={Math.max(1.5, Math.abs(y(b.from) - y(b.to)))}
        onclick={() => onOpen({ month: m.month, move: b.move })}
        ><title>{b.label} in {month(m.month)}: {figure(b.amount)}</title></rect
      >
    {/each}
    <text x={x + WIDE / 2} y={HIGH + 18}>{NAMES[Number(m.month.slice(5)) - 1]}</text>
  {/each}
</svg>
<p class="key" aria-hidden="true">
  <span><i class="new"></i>new</span><span><i class="wonBack"></i>won back</span><span
    ><i class="expansion"></i>expansion</span
  ><span><i class="contraction"></i>contraction</span><span><i class="lost"></i>lost</span>
</p>

<style>
  svg {
    width: 100%;
    background: var(--paper);
    border: 1px solid var(--rule);
  }
  .close {
    stroke: var(--ink);
    stroke-width: 1.5;
  }
  rect {
    cursor: pointer;
  }
  rect.new {
    fill: var(--petrol);
  }
  rect.wonBack {
    fill: var(--stone);
  }
  rect.expansion {
    fill: var(--moss);
  }
  rect.contraction {
    fill: var(--brass);
  }
  rect.lost {
    fill: var(--madder);
  }
  text {
    font-size: 12px;
    fill: var(--stone);
    text-anchor: middle;
  }
  /* The drawing is as wide as the screen: on a phone its letters must be larger in it. */
  @media (max-width: 640px) {
    text {
      font-size: 34px;
    }
  }
  .key {
    display: flex;
    flex-wrap: wrap;
    gap: 2px 16px;
    font-size: var(--type-small);
    color: var(--stone);
    padding: 4px 0 10px;
  }
  .key i {
    display: inline-block;
    width: 10px;
    height: 10px;
    margin-right: 5px;
  }
  i.new {
    background: var(--petrol);
  }
  i.wonBack {
    background: var(--stone);
  }
  i.expansion {
    background: var(--moss);
  }
  i.contraction {
    background: var(--brass);
  }
  i.lost {
    background: var(--madder);
  }
</style>
