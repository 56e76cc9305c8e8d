<script lang="ts">
  import Rows from '$lib/ui/Rows.svelte';
  import { api } from '$lib/api/client';
  import { standing, typed } from '$lib/invoice/standing';
  import OrderTabs from '$lib/order/OrderTabs.svelte';
  import { session } from '$lib/shell/session.svelte';
  import Verdict from '$lib/ui/Verdict.svelte';
  import { day, figure } from '$lib/ui/format';
  import { listed } from '$lib/ui/further.svelte';
  let status = $state('');
  let text = $state('');
  const list = listed(
    () => ['invoices', status, text],
    (after) => api.GET('/api/invoices', { params: { query: { state: status, text, after } } })
  );
  const COLUMNS = [
    { label: 'Number' },
    { label: 'Kind' },
    { label: 'Account' },
    { label: 'Order' },
    { label: 'Standing' },
    { label: 'Issued', figure: true },
    { label: 'Due', figure: true },
    { label: 'Total', figure: true },
    { label: 'Open', figure: true }
  ];
  const STATES = [
    ['', 'all'],
    ['open', 'open'],
    ['overdue', 'overdue'],
    ['not-sent', 'not sent by email'],
    ['credit-notes', 'credit notes']
  ] as const;
  type Row = (typeof list.rows)[number];
</script>

<svelte:head><title>Invoices · Firm Tally</title></svelte:head>
<div class="page">
  <div class="head">
    <h1>Invoices</h1>
    <input
      class="box"
      type="search"
      placeholder="Number, account, order"
      aria-label="Find"
      bind:value={text}
    />
    <select class="box" aria-label="State" bind:value={status}>
      {#each STATES as [value, label] (value)}<option {value}>{label}</option>{/each}
    </select>
  </div>
  <OrderTabs />
  <Rows
    label="Invoices"
    columns={COLUMNS}
    {list}
    key={(row: Row) => row.id}
    empty={status || text ? 'No invoices match.' : 'No invoices. Deliver an order, then invoice it.'}
  >
    {#snippet row(row: Row)}
      {@const is = standing(row, session.view?.today ?? '')}
      <td class="number"><a href="/invoices/{row.id}">{row.number}</a></td>
      <td class="quiet">{typed(row.type)}{row.sent ? '' : ' not sent'}</td>
      <td class="lead">{row.account}</td>
      <td class="off">{row.order}</td>
      <td><Verdict tone={is.tone}>{is.words}</Verdict></td>
      <td class="figure off">{day(row.issuedOn)}</td>
      <td class="figure">{day(row.due)}</td>
      <td class="figure worth">{figure(row.total)}</td>
      <td class="figure off">{row.balance === '0.00' ? '–' : figure(row.balance)}</td>
    {/snippet}
  </Rows>
</div>

<style>
  input.box {
    width: 210px;
  }
</style>
