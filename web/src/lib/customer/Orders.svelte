<script lang="ts">
  import type { Schemas } from '$lib/api/client';
  import { day } from '$lib/ui/format';
  import Papers from './Papers.svelte';
  import { STATES } from './words';
  /** Orders, and how far each is. */
  let { rows, empty }: { rows: Schemas['CustomerOrder'][]; empty: string } = $props();
  type Row = Schemas['CustomerOrder'];
</script>

<Papers
  {rows}
  {empty}
  label="Orders"
  key={(row: Row) => row.number}
  href={(row: Row) => `/customer/orders/${row.number}`}
>
  {#snippet title(row: Row)}{row.number} {row.title}{/snippet}
  {#snippet detail(row: Row)}
    {day(row.placedOn)}{#if row.poNumber}, your {row.poNumber}{/if},
    <b>{STATES[row.state]}</b>{#if row.state === 'partly-delivered'}: {row.done} of {row.lines} lines{/if}
  {/snippet}
  {#snippet figure(row: Row)}{row.total}{/snippet}
</Papers>
