<script lang="ts">
  import { scaleLinear } from 'd3-scale';
  import type { Schemas } from '$lib/api/client';
  import { figure, position, rounded, signOf } from '$lib/ui/format';
  import { PARTS } from './moves';
  /** From the opening to the closing, part by part: a step up or down for each, and each can be chosen. */
  let {
    parts,
    chosen,
    onChoose
  }: {
    parts: Schemas['MovementParts'];
    chosen: string;
    onChoose: (part: string) => unknown;
  } = $props();
  const HIGH = 190;
  let wide = $state(900);
  const step = $derived(wide / (PARTS.length + 2));
  /** Where each step begins and ends; places are for drawing only. */
  const steps = $derived.by(() => {
    let at = position(parts.opening);
    return PARTS.map(([part, label]) => {
      const from = at;
      at += position(parts[part]);
      return { part, label, from, to: at, amount: parts[part] };
    });
  });
  const ends = $derived([position(parts.opening), position(parts.closing), ...steps.map((s) => s.to)]);
  /** What moves is small beside what there is: the scale begins beneath the lowest step, with a mark that it does. */
  const least = $derived(Math.max(0, Math.min(...ends) - (Math.max(...ends) - Math.min(...ends)) * 0.6));
  const y = $derived(scaleLinear([least, Math.max(...ends, least + 1)], [HIGH, 26]));
</script>

<div class="picture" bind:clientWidth={wide}>
  <svg
    viewBox="0 0 {wide} {HIGH + 8}"
    height={HIGH + 8}
    role="group"
    aria-label="From the opening to the closing"
  >
    {#each [['Opening', parts.opening, 0], ['Closing', parts.closing, PARTS.length + 1]] as [label, amount, n] (label)}
      {@const x = Number(n) * step}
      <rect
        class="end"
        x={x + 8}
        width={step - 16}
        y={y(position(String(amount)))}
        height={HIGH - y(position(String(amount)))}
      />
      {#if least > 0}<path
          class="cut"
          d="M{x + 4} {HIGH - 9}l{step - 8} -5M{x + 4} {HIGH - 4}l{step - 8} -5"
        />{/if}
      <text class="sum" x={x + step / 2} y={y(position(String(amount))) - 6}>{rounded(String(amount))}</text>
    {/each}
    {#each steps as s, n (s.part)}
      {@const x = (n + 1) * step}
      {@const none = signOf(s.amount) === 0}
      <path class="level" d="M{x - 8} {y(s.from)}H{x + 8}" />
      {#if !none}
        <rect
          class={signOf(s.amount) > 0 ? 'up' : 'down'}
          class:dim={chosen !== '' && chosen !== s.part}
          x={x + 8}
          width={step - 16}
          y={Math.min(y(s.from), y(s.to))}
          height={Math.max(2, Math.abs(y(s.from) - y(s.to)))}
          ><title>{s.label}: {figure(s.amount)}</title></rect
        >
      {:else}<path class="level" d="M{x + 8} {y(s.from)}H{x + step - 8}" />{/if}
      <text class="sum" x={x + step / 2} y={Math.min(y(s.from), y(s.to)) - 6}
        >{none ? '–' : (signOf(s.amount) > 0 ? '+' : '') + rounded(s.amount)}</text
      >
    {/each}
    <path class="base" d="M0 {HIGH}H{wide}" />
  </svg>
  <div class="names" style:grid-template-columns="repeat({PARTS.length + 2}, 1fr)">
    <span>Opening</span>
    {#each steps as s (s.part)}
      <button
        class="plain"
        aria-pressed={chosen === s.part}
        disabled={signOf(s.amount) === 0}
        aria-label="{s.label}: {figure(s.amount)}"
        onclick={() => onChoose(s.part)}>{s.label}</button
      >
    {/each}
    <span>Closing</span>
  </div>
</div>

<style>
  .picture {
    background: var(--paper);
    border: 1px solid var(--rule);
    margin-bottom: 14px;
    overflow: hidden;
  }
  svg {
    display: block;
    width: 100%;
  }
  .names {
    display: grid;
    align-items: start;
    padding-bottom: 6px;
    position: relative;
  }
  .names span,
  .names button {
    text-align: center;
    font-size: var(--type-small);
    padding: 0 2px;
    min-width: 0;
  }
  .names button[aria-pressed='true'] {
    color: var(--ink);
    font-weight: 600;
  }
  .names button:disabled {
    color: var(--stone);
  }
  .end {
    fill: var(--petrol);
  }
  .up {
    fill: var(--moss);
  }
  .down {
    fill: var(--madder);
  }
  .dim {
    opacity: 0.35;
  }
  .level {
    stroke: var(--stone);
    stroke-dasharray: 2 2;
  }
  .base {
    stroke: var(--rule-strong);
  }
  .cut {
    stroke: var(--paper);
    stroke-width: 2;
  }
  text {
    font-size: var(--type-small);
    fill: var(--stone);
    text-anchor: middle;
  }
  .sum {
    fill: var(--ink);
    font-variant-numeric: tabular-nums;
  }
  @media (max-width: 640px) {
    .sum {
      font-size: 8px;
    }
    .names button {
      font-size: 9px;
      min-height: 44px;
      overflow-wrap: anywhere;
      line-height: 1.1;
    }
    text {
      font-size: 9px;
    }
  }
</style>
