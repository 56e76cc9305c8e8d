<script lang="ts">
  import type { Schemas } from '$lib/api/client';
  import { day } from '$lib/ui/format';
  import Papers from './Papers.svelte';
  import { KINDS, STATES } from './words';
  /** Invoices with what of each is open, each leading to its PDF. */
  let { rows, empty }: { rows: Schemas['CustomerInvoice'][]; empty: string } = $props();
  type Row = Schemas['CustomerInvoice'];
</script>

<Papers
  {rows}
  {empty}
  label="Invoices"
  key={(row: Row) => row.number}
  href={(row: Row) => (row.kind === 'opening' ? null : `/api/customer/invoices/${row.number}/invoice.pdf`)}
>
  {#snippet title(row: Row)}{KINDS[row.kind]} {row.number}{/snippet}
  {#snippet detail(row: Row)}
    {day(row.issuedOn)}{#if row.order}, order {row.order}{/if}{#if row.state !== 'settled'}, due {day(
        row.due
      )}{/if}
    {#if row.state === 'overdue'}<b class="bad">overdue</b>{:else if row.state === 'settled'}, {STATES[
        row.state
      ]}{/if}
  {/snippet}
  {#snippet more(row: Row)}
    {#if row.kind !== 'opening'}<a
        href="/api/customer/invoices/{row.number}/invoice.xml"
        download
        title="Electronic invoice for your bookkeeping program (UBL)"
        aria-label="{row.number} as electronic invoice (UBL)">UBL</a
      >{/if}
  {/snippet}
  {#snippet figure(row: Row)}
    {row.total}{#if row.state !== 'settled'}<span class="quiet open"
        >{row.open === row.total ? '' : row.open} open</span
      >{/if}
  {/snippet}
</Papers>

<style>
  .open {
    display: block;
    font-size: 13px;
  }
</style>
