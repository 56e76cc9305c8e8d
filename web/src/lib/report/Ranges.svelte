<script lang="ts">
  import type { Schemas } from '$lib/api/client';
  import { percent, position, rounded } from '$lib/ui/format';
  /** Two outlooks on one scale: what is won, where it will most likely end, and the goal. */
  let { outlook }: { outlook: Schemas['OutlookView'] } = $props();
  const rows = $derived([
    ['By set odds', outlook.set],
    ['By learnt odds', outlook.learnt]
  ] as const);
  const most = $derived(
    Math.max(position(outlook.goal), ...rows.map(([, r]) => position(r.high)), position(outlook.won), 1) *
      1.05
  );
  const at = (amount: string) => (position(amount) / most) * 100;
  const aimed = $derived(position(outlook.goal) > 0);
</script>

<div class="leaf">
  <table class="ranges" aria-label="Outlooks">
    <thead
      ><tr
        ><td></td><td class="scale"></td><th class="figure">Expected</th><th class="figure"
          >Forecast range (80&nbsp;%)</th
        ><th class="figure">If all is won</th>{#if aimed}<th class="figure">Chance of the goal</th>{/if}</tr
      ></thead
    >
    <tbody>
      {#each rows as [name, r] (name)}
        <tr>
          <td>{name}</td>
          <td class="scale"
            ><svg viewBox="0 0 100 24" preserveAspectRatio="none" aria-hidden="true">
              <path d="M0 12H100" class="line" />
              <path d="M0 12H{at(outlook.won)}" class="won" />
              <path d="M{at(r.low)} 12H{at(r.high)}" class="range" />
              <path d="M{at(r.expected)} 5V19" class="middle" />
              {#if aimed}<path d="M{at(outlook.goal)} 1V23" class="goal" />{/if}
            </svg></td
          >
          <td class="figure"><b>{rounded(r.expected)}</b></td>
          <td class="figure">{rounded(r.low)} – {rounded(r.high)}</td>
          <td class="figure">{rounded(r.best)}</td>
          {#if aimed}<td class="figure">{percent(r.chance)}</td>{/if}
        </tr>
      {/each}
    </tbody>
  </table>
  <p class="quiet key">
    <i class="won"></i> won {rounded(outlook.won)} <i class="range"></i> forecast range
    {#if aimed}<i class="goal"></i> goal {rounded(outlook.goal)}{/if}
  </p>
</div>

<style>
  .leaf {
    padding: 10px 14px;
  }
  .ranges {
    width: 100%;
    border-collapse: collapse;
  }
  th {
    font-weight: 500;
    font-size: var(--type-small);
    color: var(--stone);
    text-align: right;
  }
  td,
  th {
    padding: 4px 8px;
    white-space: nowrap;
  }
  td:first-child {
    padding-left: 0;
  }
  .scale {
    width: 46%;
  }
  svg {
    width: 100%;
    height: 24px;
    display: block;
  }
  path {
    vector-effect: non-scaling-stroke;
  }
  .line {
    stroke: var(--rule-strong);
  }
  path.won {
    stroke: var(--petrol);
    stroke-width: 8;
  }
  path.range {
    stroke: var(--brass);
    stroke-width: 4;
  }
  .middle {
    stroke: var(--brass);
    stroke-width: 3;
  }
  path.goal {
    stroke: var(--ink);
    stroke-width: 1.5;
  }
  b {
    font-weight: 620;
  }
  .key {
    font-size: var(--type-small);
    margin-top: 4px;
  }
  .key i {
    display: inline-block;
    width: 14px;
    height: 6px;
    margin: 0 4px 1px 10px;
  }
  i.won {
    background: var(--petrol);
    margin-left: 0;
  }
  i.range {
    background: var(--brass);
  }
  i.goal {
    width: 2px;
    height: 12px;
    background: var(--ink);
  }
  @media (max-width: 700px) {
    .ranges,
    .ranges tbody,
    .ranges tr,
    .ranges td {
      display: block;
    }
    thead {
      display: none;
    }
    .scale {
      width: 100%;
    }
    td {
      padding: 2px 0;
      text-align: left;
    }
  }
</style>
