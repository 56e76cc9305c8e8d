<script lang="ts">
  import type { Schemas } from '$lib/api/client';
  import { figure, percent } from '$lib/ui/format';
  /** What a discount leaves: as asked, with another one, and without any. */
  let {
    totals,
    most,
    would,
    list
  }: {
    totals: Schemas['WorksheetView']['totals'];
    most: string;
    would: Schemas['Comparison'] | undefined;
    list: Schemas['Comparison'] | undefined;
  } = $props();
</script>

<section class="leaf pad" aria-label="What it leaves">
  <h2>What it leaves</h2>
  <table class="ledger" aria-label="What it leaves">
    <thead
      ><tr
        ><th><span class="sr-only">Discount</span></th><th class="figure">Net</th><th class="figure"
          >Margin</th
        ><th class="figure">Margin %</th></tr
      ></thead
    >
    <tbody>
      <tr class="asked">
        <th scope="row">As asked</th>
        <td class="figure">{figure(totals.contract)}</td>
        <td class="figure">{figure(totals.margin)}</td>
        <td class="figure"><b>{percent(totals.marginPercent)}</b></td>
      </tr>
      {#if would && most.trim() !== ''}
        <tr>
          <th scope="row">At most {most} % on any row</th>
          <td class="figure">{figure(would.totals.after)}</td>
          <td class="figure">{figure(would.totals.marginAfter)}</td>
          <td class="figure"><b>{percent(would.totals.marginPercentAfter)}</b></td>
        </tr>
      {/if}
      {#if list}
        <tr>
          <th scope="row">Without any discount</th>
          <td class="figure">{figure(list.totals.after)}</td>
          <td class="figure">{figure(list.totals.marginAfter)}</td>
          <td class="figure">{percent(list.totals.marginPercentAfter)}</td>
        </tr>
      {/if}
    </tbody>
  </table>
</section>

<style>
  h2 {
    margin-bottom: 4px;
  }
  section {
    min-width: 0;
  }
  tbody th {
    text-align: left;
    font-weight: 400;
    white-space: normal;
  }
  @media (max-width: 640px) {
    td,
    th {
      padding: 4px 3px;
    }
  }
</style>
