<script lang="ts">
  import type { Schemas } from '$lib/api/client';
  import { problemAt, type Portions } from './portions';
  /** A quantity for each line of an order, with what is left of it beside. */
  let {
    lines,
    of,
    label,
    typed = $bindable(),
    at
  }: {
    lines: Schemas['LineProgress'][];
    /** which quantity stands beside */
    of: 'due' | 'toInvoice' | 'quantity';
    /** what the quantity is */
    label: string;
    typed: Portions;
    /** what is wrong at a field */
    at: (field: string) => string | undefined;
  } = $props();
  const LEFT = { due: 'Still due', toInvoice: 'Not invoiced', quantity: 'Ordered' };
</script>

<div class="scroll">
  <table class="ledger" aria-label={label}>
    <thead><tr><th>Line</th><th class="figure">{LEFT[of]}</th><th class="figure">{label}</th></tr></thead>
    <tbody>
      {#each lines as line (line.line)}
        {@const problem = problemAt(typed, line.line, at)}
        <tr>
          <td
            >{line.description} <span class="quiet">{line.product ?? ''}</span>
            {#if problem}<div class="bad">{problem}</div>{/if}</td
          >
          <td class="figure">{line[of]} {line.unit}</td>
          <td class="figure"
            ><input
              class="box figure"
              inputmode="decimal"
              aria-label="{label}: {line.description}"
              aria-invalid={problem ? 'true' : undefined}
              bind:value={() => typed[line.line] ?? '', (value: string) => (typed[line.line] = value)}
            /></td
          >
        </tr>
      {/each}
    </tbody>
  </table>
</div>

<style>
  input.box {
    width: 90px;
  }
</style>
