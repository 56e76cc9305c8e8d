<script lang="ts">
  import { scaleLinear } from 'd3-scale';
  import { api, type Schemas } from '$lib/api/client';
  import Notice from '$lib/ui/Notice.svelte';
  import { day, figure, percent, position, rounded, signOf } from '$lib/ui/format';
  import { load, refusalOf } from '$lib/ui/load.svelte';
  /** What was expected of each quarter week by week, against what came true; and by how much it was off. */
  let { query }: { query: Record<string, string> } = $props();
  const history = load<Schemas['OutlookHistoryView']>(
    () => ['outlook', 'history', query],
    () => api.GET('/api/outlook/history', { params: { query } }),
    () => true,
    true
  );
  const h = $derived(history.data);
  let chosen = $state(-1);
  const at = $derived(chosen < 0 ? (h?.quarters.length ?? 1) - 1 : chosen);
  const q = $derived(h?.quarters[at]);
  const name = (of: Schemas['OutlookQuarter']) =>
    `Q${Math.ceil(Number(of.from.slice(5, 7)) / 3)} ${of.from.slice(0, 4)}`;
  const HIGH = 150;
  let wide = $state(600);
  const x = $derived(scaleLinear([13, 0], [44, wide - 12]));
  const most = $derived(
    Math.max(1, position(q?.actual ?? '0'), ...(q?.points ?? []).map((p) => position(p.expected)))
  );
  const y = $derived(scaleLinear([0, most * 1.05], [HIGH, 8]));
  const path = (of: (p: Schemas['OutlookPoint']) => string) =>
    (q?.points ?? []).map((p, n) => `${n ? 'L' : 'M'}${x(p.weeksBefore)} ${y(position(of(p)))}`).join('');
  const middle = $derived(h?.accuracy.find((a) => a.weeksBefore === 6));
</script>

<h2>How good was the outlook?</h2>
<Notice refusal={refusalOf(history)} />
{#if h && q}
  <p class="told">
    {#if middle}Six weeks before the end, outlooks of the last {middle.quarters} quarters were off by
      <b>{percent(middle.error)}</b>
      on average: {signOf(middle.bias) < 0 ? 'too little' : 'too much'} was expected.{:else}No quarter with a
      result has ended yet; from the next one on, this tells how good the outlook was.{/if}
  </p>
  <div class="two">
    <div class="leaf">
      <div class="bar">
        <h3>{name(q)}</h3>
        <select
          class="box"
          aria-label="Quarter"
          value={at}
          onchange={(e) => (chosen = Number(e.currentTarget.value))}
        >
          {#each h.quarters as other, n (other.from)}<option value={n}>{name(other)}</option>{/each}
        </select>
      </div>
      <div bind:clientWidth={wide}>
        <svg
          viewBox="0 0 {wide} {HIGH + 22}"
          height={HIGH + 22}
          role="img"
          aria-label="Expected week by week; the table has the figures"
        >
          <path d="M44 {HIGH}H{wide - 12}" class="line" />
          {#if q.actual}
            <path d="M44 {y(position(q.actual))}H{wide - 12}" class="actual" />
            <text x="48" y={y(position(q.actual)) - 4}>came true {rounded(q.actual)}</text>
          {/if}
          <path d={path((p) => p.won)} class="won" />
          <path d={path((p) => p.expected)} class="expected" />
          {#each [13, 10, 6, 3, 0] as w (w)}<text x={x(w)} y={HIGH + 15} class="tick"
              >{w === 0 ? 'end' : w}</text
            >{/each}
        </svg>
      </div>
      <p class="quiet key">
        <i class="expected"></i> expected <i class="won"></i> won by then; weeks before the end
      </p>
    </div>
    <div class="scroll">
      <table class="ledger" aria-label="How far outlooks were off">
        <thead
          ><tr
            ><th>Weeks before the end</th><th class="figure">Off by</th><th class="figure">On average</th><th
              class="figure">Quarters</th
            ><th class="figure">{name(q)}, expected</th><th class="figure">Won by then</th></tr
          ></thead
        >
        <tbody>
          {#each [13, 12, 11, 10, 9, 8, 7, 6, 5, 4, 3, 2, 1, 0] as w (w)}
            {@const a = h.accuracy.find((one) => one.weeksBefore === w)}
            {@const p = q.points.find((one) => one.weeksBefore === w)}
            <tr>
              <td>{w}{p ? `, ${day(p.day)}` : ''}</td>
              <td class="figure">{percent(a?.error ?? null)}</td>
              <td class="figure" class:bad={!!a && signOf(a.bias) < 0}
                >{a ? (signOf(a.bias) > 0 ? '+' : '') + figure(a.bias) + ' %' : '–'}</td
              >
              <td class="figure">{a?.quarters ?? '–'}</td>
              <td class="figure">{p ? rounded(p.expected) : '–'}</td>
              <td class="figure">{p ? rounded(p.won) : '–'}</td>
            </tr>
          {/each}
        </tbody>
      </table>
    </div>
  </div>
{/if}

<style>
  h2 {
    margin: 22px 0 4px;
  }
  .told {
    margin-bottom: 8px;
  }
  b {
    font-weight: 560;
  }
  .two {
    display: grid;
    grid-template-columns: minmax(0, 1fr) minmax(0, 1.1fr);
    gap: 18px;
    align-items: start;
  }
  .leaf {
    padding: 10px 12px;
  }
  .bar {
    display: flex;
    align-items: center;
  }
  .bar h3 {
    margin-right: auto;
    font-weight: 560;
  }
  .bar .box {
    width: auto;
  }
  svg {
    display: block;
    width: 100%;
  }
  .line {
    stroke: var(--rule-strong);
  }
  .actual {
    stroke: var(--ink);
    stroke-dasharray: 4 3;
  }
  path.won,
  path.expected {
    fill: none;
    stroke-width: 2.5;
  }
  path.won {
    stroke: var(--petrol);
  }
  path.expected {
    stroke: var(--brass);
  }
  text {
    font-size: var(--type-tiny);
    fill: var(--stone);
  }
  .tick {
    text-anchor: middle;
  }
  .key {
    font-size: var(--type-small);
  }
  .key i {
    display: inline-block;
    width: 14px;
    height: 3px;
    margin: 0 4px 3px 8px;
  }
  i.expected {
    background: var(--brass);
  }
  i.won {
    background: var(--petrol);
  }
  @media (max-width: 900px) {
    .two {
      grid-template-columns: minmax(0, 1fr);
    }
  }
</style>
