<script lang="ts">
  import Icon from '$lib/ui/Icon.svelte';
  import { figure, percent } from '$lib/ui/format';
  import type { Schemas } from '$lib/api/client';
  /** The tally, always in sight. While something typed cannot be read it says so in place of a wrong figure. */
  let {
    totals,
    incomplete,
    stale,
    currency,
    onMend,
    weighs,
    onWorking
  }: {
    totals: Schemas['TotalsView'];
    /** in how many places something cannot be read: then there are no totals */
    incomplete: number;
    /** whether the figures are of before, as no answer came */
    stale: boolean;
    /** goes to the first place that has to be mended */
    onMend: () => void;
    currency: string;
    /** Whether it may still be won or lost, so that its weighted value means something. */
    weighs: boolean;
    onWorking: (of: string) => void;
  } = $props();
  /** on a phone the decisive figures stand there, and all of them when it is unfolded */
  let unfolded = $state(false);
  const DECISIVE = ['Net', 'Margin', 'Total, first invoice'];
  const cells = $derived([
    { label: 'List', value: figure(totals.list), of: 'totals.list' },
    { label: 'Discount', value: figure(totals.given), of: 'totals.given' },
    { label: 'Net', value: figure(totals.contract), of: 'totals.contract' },
    { label: 'Cost', value: figure(totals.cost), of: 'totals.cost' },
    {
      label: 'Margin',
      value: figure(totals.margin),
      of: 'totals.margin',
      more: { value: percent(totals.marginPercent), of: 'totals.marginPercent' }
    },
    { label: 'Tax', value: figure(totals.tax), of: 'totals.firstInvoice.tax' },
    { label: 'Total, first invoice', value: figure(totals.invoiceTotal), of: 'totals.firstInvoice.total' },
    { label: 'Per month', value: figure(totals.recurringMonthly), of: 'totals.recurringMonthly' },
    ...(weighs ? [{ label: 'Weighted', value: figure(totals.weighted), of: 'totals.weighted' }] : [])
  ]);
</script>

<footer
  class="strip"
  class:unfolded
  data-state={incomplete ? 'incomplete' : stale ? 'stale' : 'current'}
  aria-label="Tally"
  aria-live="polite"
>
  {#each cells as { label, value, of, more } (label)}
    <div class:main={label === 'Net' || label === 'Margin'} class:decisive={DECISIVE.includes(label)}>
      <small>{label}</small>
      {#if incomplete}<b class="figure" data-tally={label}>–</b>
      {:else}{#key value}<button
            class="how"
            aria-label="{label} {value}, how this is calculated"
            onclick={() => onWorking(of)}><b class="figure" data-tally={label}>{value}</b></button
          >{/key}{#if more}<button
            class="how"
            aria-label="{label} {more.value}, how this is calculated"
            onclick={() => onWorking(more.of)}><em>{more.value}</em></button
          >{/if}{/if}
    </div>
  {/each}
  <button
    class="plain fold"
    aria-expanded={unfolded}
    aria-label="All totals"
    onclick={() => (unfolded = !unfolded)}><Icon name="lines" /></button
  >
  {#if incomplete}<span
      ><button class="plain bad" onclick={onMend}
        >Incomplete: {incomplete === 1 ? '1 entry' : `${incomplete} entries`} to correct</button
      ></span
    >{:else}<span class="quiet">{stale ? 'not current' : currency}</span>{/if}
</footer>

<style>
  .strip {
    will-change: transform;
    position: sticky;
    bottom: 0;
    display: flex;
    gap: 0;
    align-items: stretch;
    background: var(--paper);
    border-top: 2px solid var(--ink);
    border-bottom: 4px double var(--ink);
    margin-top: 10px;
    overflow-x: auto;
    z-index: 5;
  }
  .strip > div {
    padding: 5px 12px 6px;
    border-right: 1px solid var(--rule);
    flex: 1 1 auto;
    text-align: right;
  }
  small {
    display: block;
    font-size: var(--type-small);
    color: var(--stone);
    white-space: nowrap;
  }
  b {
    font-size: var(--type-text);
    font-weight: 560;
    position: relative;
    display: inline-block;
    z-index: 0;
  }
  .main b {
    font-size: var(--type-lead);
    font-weight: 660;
  }
  em {
    font-style: normal;
    font-size: var(--type-small);
    margin-left: 5px;
    color: var(--stone);
  }
  .strip > span {
    padding: 6px 12px;
    align-self: center;
  }
  .strip[data-state='stale'] b {
    color: var(--stone);
    text-decoration: line-through;
  }
  /* What moved lights up and fades. Only its opacity changes, so that nothing is painted anew meanwhile. */
  b::before {
    content: '';
    position: absolute;
    inset: 0 -3px;
    z-index: -1;
    background: var(--brass-wash);
    opacity: 0;
    animation: moved 0.9s ease-out;
  }
  @keyframes moved {
    from {
      opacity: 1;
    }
  }
  .fold {
    display: none;
  }
  @media (max-width: 640px) {
    .strip.unfolded {
      flex-wrap: wrap;
    }
    .strip > div {
      display: none;
      padding: 4px 6px;
    }
    small {
      overflow: hidden;
      text-overflow: ellipsis;
    }
    .strip > .decisive,
    .unfolded > div {
      display: block;
    }
    .strip > span {
      display: none;
    }
    .strip[data-state='incomplete'] > span {
      display: block;
      flex: 1 0 100%;
    }
    .fold {
      display: grid;
      place-items: center;
      min-width: 40px;
      order: 1;
    }
  }
  @media (prefers-reduced-motion: reduce) {
    b::before {
      animation: none;
    }
  }
</style>
