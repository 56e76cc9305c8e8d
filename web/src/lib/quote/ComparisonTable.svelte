<script lang="ts">
  import type { Schemas } from '$lib/api/client';
  import { session } from '$lib/shell/session.svelte';
  import { figure, unitPrice } from '$lib/ui/format';
  import { difference, isNothing } from './difference';
  /** Two worksheets line by line: what each difference is, and what it costs in value and margin. */
  let { comparison: c }: { comparison: Schemas['Comparison'] } = $props();
  const digits = $derived(session.company?.minorDigits ?? 2);
  const changed = $derived(c.lines.filter((row) => difference(row).length > 0));
  const same = $derived(c.lines.length - changed.length);
  const PARTS = ['quantity', 'price', 'discount', 'added', 'removed'] as const;

  function stand(s: Schemas['Stand'] | null): string {
    return s ? `${figure(s.quantity)} at ${unitPrice(s.unitPrice, digits)}` : '–';
  }

  /** A change with its sign; a dash for none. */
  function change(text: string | null): string {
    if (text === null || isNothing(text)) return '–';
    return text.startsWith('-') ? figure(text) : '+' + figure(text);
  }
</script>

<div class="scroll">
  <table class="ledger" aria-label="{c.before} and {c.after}">
    <thead
      ><tr
        ><th>Line</th><th class="figure">{c.before}</th><th class="figure"
          ><span class="sr-only">comes to</span></th
        ><th class="figure">{c.after}</th><th class="figure"><span class="sr-only">comes to</span></th><th
          class="figure">Change</th
        ><th>By</th>{#if c.totals.marginBefore !== null}<th class="figure">Margin</th>{/if}</tr
      ></thead
    >
    <tbody>
      {#each changed as row (row.id)}
        <tr>
          <td>{row.description}</td>
          <td class="figure quiet">{stand(row.before)}</td>
          <td class="figure">{figure(row.before?.finalAmount)}</td>
          <td class="figure quiet">{stand(row.after)}</td>
          <td class="figure">{figure(row.after?.finalAmount)}</td>
          <td class="figure" class:bad={row.change.startsWith('-')}>{change(row.change)}</td>
          <td>{difference(row).join(', ')}</td>
          {#if c.totals.marginBefore !== null}<td class="figure" class:bad={row.marginChange?.startsWith('-')}
              >{change(row.marginChange)}</td
            >{/if}
        </tr>
      {:else}<tr><td colspan="8" class="quiet">No line differs.</td></tr>{/each}
    </tbody>
    <tfoot>
      <tr>
        <th scope="row">Net</th><td></td><td class="figure"><b>{figure(c.totals.before)}</b></td><td></td>
        <td class="figure"><b>{figure(c.totals.after)}</b></td>
        <td class="figure"><b>{change(c.totals.change)}</b></td>
        <td class="quiet"
          >{PARTS.filter((part) => !isNothing(c.totals.parts[part]))
            .map((part) => `${part} ${change(c.totals.parts[part])}`)
            .join(', ')}</td
        >
        {#if c.totals.marginBefore !== null}<td></td>{/if}
      </tr>
      {#if c.totals.marginBefore !== null}<tr>
          <th scope="row">Margin</th><td></td><td class="figure">{figure(c.totals.marginBefore)}</td><td></td>
          <td class="figure">{figure(c.totals.marginAfter)}</td><td></td><td></td><td></td>
        </tr>{/if}
    </tfoot>
  </table>
</div>
{#if same > 0}<p class="quiet">{same === 1 ? 'One line is' : `${same} lines are`} the same in both.</p>{/if}

<style>
  tfoot th {
    text-align: left;
  }
  p {
    margin-top: 6px;
    font-size: var(--type-small);
  }
</style>
