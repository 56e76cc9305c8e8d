<script lang="ts">
  import Rows from '$lib/ui/Rows.svelte';
  import { api } from '$lib/api/client';
  import NewOrder from '$lib/order/NewOrder.svelte';
  import OrderTabs from '$lib/order/OrderTabs.svelte';
  import { offer } from '$lib/shell/actions.svelte';
  import { session } from '$lib/shell/session.svelte';
  import Ask from '$lib/ui/Ask.svelte';
  import Icon from '$lib/ui/Icon.svelte';
  import Verdict from '$lib/ui/Verdict.svelte';
  import { day, figure, words } from '$lib/ui/format';
  import { listed } from '$lib/ui/further.svelte';
  import { tone } from '$lib/ui/tones';
  let status = $state('');
  let text = $state('');
  let adding = $state(false);
  const list = listed(
    () => ['orders', status, text],
    (after) => api.GET('/api/orders', { params: { query: { state: status, text, after } } })
  );
  const COLUMNS = [
    { label: 'Number' },
    { label: 'Title' },
    { label: 'Account' },
    { label: 'State' },
    { label: 'Held for, or progress' },
    { label: 'Customer PO number' },
    { label: 'Net', figure: true },
    { label: 'Placed', figure: true },
    { label: 'Owner' }
  ];
  const STATES = [
    ['', 'all'],
    ['hold', 'on hold'],
    ['released', 'released'],
    ['to-deliver', 'still to deliver'],
    ['to-invoice', 'not fully invoiced'],
    ['completed', 'completed'],
    ['cancelled', 'cancelled']
  ] as const;
  type Row = (typeof list.rows)[number];

  /** "2/1/3" as how many of three lines are delivered and invoiced. */
  function far(progress: string | null | undefined): string {
    if (!progress) return '';
    const [delivered, invoiced, all] = progress.split('/');
    return `${delivered}/${all} delivered, ${invoiced}/${all} invoiced`;
  }
  offer(() => (session.sells ? [{ label: 'New order', keys: 'n', run: () => (adding = true) }] : []));
</script>

<svelte:head><title>Orders · Firm Tally</title></svelte:head>
<div class="page">
  <div class="head">
    <h1>Orders</h1>
    <input
      class="box"
      type="search"
      placeholder="Number, account, PO number"
      aria-label="Find"
      bind:value={text}
    />
    <select class="box" aria-label="State" bind:value={status}>
      {#each STATES as [value, label] (value)}<option {value}>{label}</option>{/each}
    </select>
    {#if session.sells}<button class="act main" onclick={() => (adding = true)}
        ><Icon name="plus" size={13} />New order</button
      >{/if}
  </div>
  <OrderTabs />
  <Rows
    label="Orders"
    columns={COLUMNS}
    {list}
    key={(row: Row) => row.id}
    empty={status || text ? 'No orders match.' : 'No orders. Place one on a sent quote, or add one with n.'}
  >
    {#snippet row(row: Row)}
      <td class="number"><a href="/orders/{row.id}">{row.number}</a></td>
      <td>{row.title}</td>
      <td class="lead">{row.account}</td>
      <td><Verdict tone={tone(row.state)}>{row.state === 'hold' ? 'on hold' : row.state}</Verdict></td>
      <td class="far" class:bad={row.holds} class:quiet={!row.holds}
        >{row.holds ? row.holds.split(',').map(words).join(', ') : far(row.progress)}</td
      >
      <td class="off">{row.poNumber ?? '–'}</td>
      <td class="figure worth">{figure(row.value)}</td>
      <td class="figure">{day(row.placedOn)}</td>
      <td class="quiet off">{row.owner}</td>
    {/snippet}
  </Rows>
</div>
<Ask bind:open={adding} title="New order"><NewOrder /></Ask>

<style>
  .far {
    font-size: var(--type-small);
    white-space: nowrap;
  }
  input.box {
    width: 210px;
  }
</style>
