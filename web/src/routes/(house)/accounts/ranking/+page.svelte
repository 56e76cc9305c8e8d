<script lang="ts">
  import { api, type Schemas } from '$lib/api/client';
  import { offer } from '$lib/shell/actions.svelte';
  import Rows from '$lib/ui/Rows.svelte';
  import Tabs from '$lib/ui/Tabs.svelte';
  import { day, figure, percent, position } from '$lib/ui/format';
  import { load, rowsOf } from '$lib/ui/load.svelte';
  /** Customers by what they bought, by what was earned with them, and by how they grew. */
  let by = $state('sales');
  let months = $state(12);
  let owner = $state(0);
  const ranking = load(
    () => ['ranking', by, months, owner],
    () => api.GET('/api/accounts/ranking', { params: { query: { by, months, owner } } }),
    () => true,
    true
  );
  const people = load(
    () => ['people'],
    () => api.GET('/api/users')
  );
  type Row = Schemas['Ranked'];
  const ranked = rowsOf(ranking, (answer) => answer.rows);
  const places = $derived(new Map(ranked.rows.map((row, n) => [row.id, n + 1])));
  const measure = (row: Row) =>
    position(by === 'margin' ? row.margin : by === 'growth' ? row.growth : row.sales);
  const largest = $derived(Math.max(1, ...ranked.rows.map((row) => Math.abs(measure(row)))));
  const COLUMNS = [
    { label: '#', figure: true },
    { label: 'Customer' },
    { label: 'Town' },
    { label: 'Owner' },
    { label: 'Sales bar', unseen: true },
    { label: 'Sales', figure: true },
    { label: 'Margin', figure: true },
    { label: 'Margin %', figure: true },
    { label: 'Period before', figure: true },
    { label: 'Growth', figure: true },
    { label: 'Growth %', figure: true },
    { label: 'Last order', figure: true }
  ];
  const TABS = [
    { key: 'sales', label: 'By sales' },
    { key: 'margin', label: 'By margin' },
    { key: 'growth', label: 'By growth' }
  ];
  offer(() => []);
</script>

<svelte:head><title>Ranking of customers · Firm Tally</title></svelte:head>
<div class="page">
  <div class="head">
    <h1>Customer ranking</h1>
    <select class="box" aria-label="Period" bind:value={months}>
      <option value={3}>last 3 months</option><option value={6}>last 6 months</option><option value={12}
        >last 12 months</option
      ><option value={36}>last 3 years</option>
    </select>
    <select class="box" aria-label="Owner" bind:value={owner}>
      <option value={0}>everybody’s</option>
      {#each people.data ?? [] as p (p.id)}<option value={p.id}>{p.name}</option>{/each}
    </select>
    <a class="act" href="/accounts">All accounts</a>
  </div>
  <Tabs tabs={TABS} bind:chosen={by} label="Ranked" />
  <Rows
    label="Ranking"
    columns={COLUMNS}
    list={ranked}
    key={(row: Row) => row.id}
    empty="No purchases in this period."
  >
    {#snippet row(row: Row)}
      {@const drawn = measure(row)}
      <td class="figure quiet off">{places.get(row.id)}</td>
      <td class="lead"><a href="/accounts/{row.id}">{row.name}</a></td>
      <td class="quiet">{row.town}</td><td class="quiet off">{row.owner}</td>
      <td class="bar off" aria-hidden="true"
        ><i style:width="{(Math.abs(drawn) / largest) * 100}%" class:down={drawn < 0}></i></td
      >
      <td class="figure" class:worth={by === 'sales'}>{figure(row.sales)}</td>
      <td class="figure" class:worth={by === 'margin'}>{figure(row.margin)}</td>
      <td class="figure">{percent(row.marginPercent)}</td>
      <td class="figure quiet off">{figure(row.salesBefore)}</td>
      <td class="figure" class:worth={by === 'growth'} class:bad={row.growth.startsWith('-')}
        >{figure(row.growth)}</td
      >
      <td class="figure">{percent(row.growthPercent)}</td>
      <td class="figure">{day(row.lastOn)}</td>
    {/snippet}
  </Rows>
</div>

<style>
  .bar {
    width: 110px;
  }
  .bar i {
    display: block;
    height: 10px;
    background: var(--petrol);
  }
  .bar i.down {
    background: var(--madder);
  }
</style>
