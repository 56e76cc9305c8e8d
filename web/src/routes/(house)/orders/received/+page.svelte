<script lang="ts">
  import Rows from '$lib/ui/Rows.svelte';
  import { api } from '$lib/api/client';
  import OrderTabs from '$lib/order/OrderTabs.svelte';
  import TakeOrder from '$lib/order/TakeOrder.svelte';
  import { offer } from '$lib/shell/actions.svelte';
  import { session } from '$lib/shell/session.svelte';
  import Ask from '$lib/ui/Ask.svelte';
  import Verdict from '$lib/ui/Verdict.svelte';
  import { day, words } from '$lib/ui/format';
  import { listed } from '$lib/ui/further.svelte';
  /** Orders that customers sent as files, and which of them wait to be checked. */
  let status = $state('to-check');
  let adding = $state(false);
  const list = listed(
    () => ['received-orders', status],
    (after) => api.GET('/api/received-orders', { params: { query: { state: status, after } } })
  );
  const COLUMNS = [
    { label: 'Number' },
    { label: 'Account' },
    { label: 'State' },
    { label: 'Lines', figure: true },
    { label: 'Not known', figure: true },
    { label: 'Ordered', figure: true },
    { label: 'Received', figure: true }
  ];
  const STATES = [
    ['to-check', 'to check'],
    ['placed', 'placed'],
    ['refused', 'refused'],
    ['', 'all']
  ] as const;
  const TONES: Record<string, 'heed' | 'good' | 'bad'> = {
    'to-check': 'heed',
    placed: 'good',
    refused: 'bad'
  };
  type Row = (typeof list.rows)[number];
  offer(() =>
    session.sells ? [{ label: 'Take an order file', keys: 'n', run: () => (adding = true) }] : []
  );
</script>

<svelte:head><title>Received orders · Firm Tally</title></svelte:head>
<div class="page">
  <div class="head">
    <h1>Received orders</h1>
    <select class="box" aria-label="State" bind:value={status}>
      {#each STATES as [value, label] (value)}<option {value}>{label}</option>{/each}
    </select>
    {#if session.sells}<button class="act main" onclick={() => (adding = true)}>Order file…</button>{/if}
  </div>
  <OrderTabs />
  <Rows
    label="Received orders"
    columns={COLUMNS}
    {list}
    key={(row: Row) => row.id}
    empty="No orders to check. Files of orders (UBL 2.1) that come by email are listed here automatically."
  >
    {#snippet row(row: Row)}
      <td class="number"><a href="/orders/received/{row.id}">{row.number}</a></td>
      <td class="lead">{row.account}</td>
      <td><Verdict tone={TONES[row.state] ?? 'heed'}>{words(row.state)}</Verdict></td>
      <td class="figure worth">{row.lines}</td>
      <td class="figure" class:bad={row.unknown > 0}>{row.unknown || '–'}</td>
      <td class="figure">{day(row.issuedOn)}</td>
      <td class="figure">{day(row.receivedAt)}</td>
    {/snippet}
  </Rows>
</div>
<Ask bind:open={adding} title="Take an order file"><TakeOrder /></Ask>
