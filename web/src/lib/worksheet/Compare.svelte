<script lang="ts">
  import type { Schemas } from '$lib/api/client';
  import { session } from '$lib/shell/session.svelte';
  import { figure, unitPrice } from '$lib/ui/format';
  import { signed, totalsOf, why } from './compare';
  /** Two ways to work the same thing out, line by line, and what makes the difference. */
  let {
    compared,
    onTake,
    onLeave
  }: { compared: Schemas['CompareView']; onTake: () => void; onLeave: () => void } = $props();
  const digits = $derived(session.company?.minorDigits ?? 2);
</script>

<div class="compare">
  <table class="ledger" aria-label="Totals of both">
    <thead
      ><tr
        ><th><span class="sr-only">Acts</span></th><th class="figure">Now</th><th class="figure"
          >{compared.name}</th
        ><th class="figure">Change</th></tr
      ></thead
    >
    <tbody>
      {#each totalsOf(compared) as row (row.label)}
        <tr>
          <th scope="row">{row.label}</th>
          <td class="figure">{row.current}</td>
          <td class="figure">{row.scenario}</td>
          <td class="figure change">{row.change}</td>
        </tr>
      {/each}
    </tbody>
  </table>
  <table class="ledger" aria-label="Lines of both">
    <thead>
      <tr>
        <th>Line</th>
        <th class="figure">Qty</th><th class="figure">Price</th><th class="figure">Discount %</th><th
          class="figure">Net</th
        >
        <th class="figure then">Qty</th><th class="figure">Price</th><th class="figure">Discount %</th><th
          class="figure">Net</th
        >
        <th class="figure then">Change</th><th>By</th>
      </tr>
    </thead>
    <tbody>
      {#each compared.lines as line (line.id)}
        <tr>
          <td title={line.description}>{line.product ?? line.description}</td>
          {#each [line.current, line.scenario] as side, n (n)}
            <td class="figure" class:then={n === 1}>{side ? figure(side.quantity) : '–'}</td>
            <td class="figure">{side ? unitPrice(side.unitPrice, digits) : '–'}</td>
            <td class="figure">{side?.discountPercent ? figure(side.discountPercent) : '–'}</td>
            <td class="figure">{side ? (side.counted ? figure(side.finalAmount) : 'not included') : '–'}</td>
          {/each}
          <td class="figure then change">{signed(line.change)}</td>
          <td class="quiet">{why(line)}</td>
        </tr>
      {/each}
    </tbody>
  </table>
</div>
<p class="row">
  <button class="act main" onclick={onTake}>Use “{compared.name}”</button>
  <button class="act" onclick={onLeave}>Keep the current lines</button>
</p>

<style>
  .compare {
    display: grid;
    gap: 14px;
    max-height: 58vh;
    overflow: auto;
  }
  th[scope='row'] {
    text-align: left;
    font-weight: 400;
    color: var(--stone);
  }
  .change {
    font-weight: 600;
  }
  .then {
    border-left: 1px solid var(--rule-strong);
  }
  td:first-child {
    max-width: 180px;
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
  }
  .row {
    display: flex;
    gap: 10px;
    margin-top: 12px;
  }
</style>
