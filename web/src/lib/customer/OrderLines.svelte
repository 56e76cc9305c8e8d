<script lang="ts">
  import type { Schemas } from '$lib/api/client';
  /** The lines of an order, how much of each has come, and when the rest does. */
  let {
    lines,
    sums,
    currency
  }: {
    lines: Schemas['CustomerOrderLine'][];
    sums: Schemas['Sum'][];
    currency: string;
  } = $props();
</script>

<div class="lines">
  {#each lines as line (line.position)}
    <div class="line">
      <span class="what">
        {line.words} <span class="quiet">{line.code}</span>
        <span class="quiet small">{[line.quantity, line.remark].filter(Boolean).join(', ')}</span>
        {#if line.due}<span class="small"
            >{#if line.delivered}{line.delivered} delivered,{/if} <b>{line.due} to come</b>, {line.expected}</span
          >
        {:else if line.delivered}<span class="small good">{line.delivered} delivered</span>{/if}
      </span>
      <span class="figure">{line.amount}</span>
    </div>
  {/each}
  {#each sums as sum, n (n)}
    <p class:strong={sum.strong}>
      <span>{sum.words}{sum.strong ? `, ${currency}` : ''}</span><span class="figure">{sum.amount}</span>
    </p>
  {/each}
</div>

<style>
  .lines {
    margin: 14px 0;
    border-top: 1px solid var(--rule-strong);
  }
  .line {
    display: flex;
    gap: 12px;
    padding: 8px 0;
    border-bottom: 1px solid var(--rule);
  }
  .what {
    flex: 1;
    min-width: 0;
    overflow-wrap: anywhere;
  }
  .small {
    display: block;
    font-size: 13px;
  }
  .figure {
    font-variant-numeric: tabular-nums;
    white-space: nowrap;
  }
  p {
    display: flex;
    justify-content: space-between;
    margin: 5px 0;
  }
  .strong {
    font-weight: 620;
    border-top: 1px solid var(--rule-strong);
    padding-top: 5px;
  }
</style>
