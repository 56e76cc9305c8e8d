<script lang="ts">
  import type { Schemas } from '$lib/api/client';
  import { day } from '$lib/ui/format';
  import Papers from './Papers.svelte';
  import { STATES } from './words';
  /** Quotes, each leading to where it is answered. */
  let { rows, empty }: { rows: Schemas['CustomerQuote'][]; empty: string } = $props();
  type Row = Schemas['CustomerQuote'];
</script>

<Papers
  {rows}
  {empty}
  label="Quotes"
  key={(row: Row) => row.called}
  href={(row: Row) => `/customer/quotes/${row.number}`}
>
  {#snippet title(row: Row)}{row.called} {row.title}{/snippet}
  {#snippet detail(row: Row)}
    {#if row.state === 'open'}valid until <b>{day(row.validUntil)}</b>{:else}{day(row.madeOn)}, {STATES[
        row.state
      ]}{/if}
  {/snippet}
  {#snippet figure(row: Row)}{row.total}{/snippet}
</Papers>
