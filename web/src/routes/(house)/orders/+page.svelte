<script lang="ts">
  import Rows from '$lib/ui/Rows.svelte';
  import { api } from '$lib/api/client';
  import Verdict from '$lib/ui/Verdict.svelte';
  import { day, figure, words } from '$lib/ui/format';
  import { listed } from '$lib/ui/further.svelte';
  import { tone } from '$lib/ui/tones';
  let status = $state('');
  const list = listed(
    () => ['orders', status],
    (after) => api.GET('/api/orders', { params: { query: { state: status, after } } })
  );
  const COLUMNS = [
    { label: 'Number' },
    { label: 'Title' },
    { label: 'Account' },
    { label: 'State' },
    { label: 'Held for' },
    { label: 'Customer PO number' },
    { label: 'Net', figure: true },
    { label: 'Placed', figure: true },
    { label: 'Owner' }
  ];
  type Row = (typeof list.rows)[number];
</script>

<svelte:head><title>Orders · Firm Tally</title></svelte:head>
<div class="page">
  <div class="head">
    <h1>Orders</h1>
    <select class="box" aria-label="State" bind:value={status}>
      <option value="">all</option><option value="hold">on hold</option><option value="released"
        >released</option
      ><option value="invoiced">invoiced</option>
    </select>
  </div>
  <Rows
    label="Orders"
    columns={COLUMNS}
    {list}
    key={(row: Row) => row.id}
    empty="No orders. Place one on a sent quote."
  >
    {#snippet row(row: Row)}
      <td class="number"><a href="/orders/{row.id}">{row.number}</a></td>
      <td>{row.title}</td>
      <td class="lead">{row.account}</td>
      <td><Verdict tone={tone(row.state)}>{row.state}</Verdict></td>
      <td class="bad">{row.holds ? row.holds.split(' ').map(words).join(', ') : ''}</td>
      <td class="off">{row.poNumber ?? '–'}</td>
      <td class="figure worth">{figure(row.value)}</td>
      <td class="figure">{day(row.placedOn)}</td>
      <td class="quiet off">{row.owner}</td>
    {/snippet}
  </Rows>
</div>
