<script lang="ts">
  import { api } from '$lib/api/client';
  import { offer } from '$lib/shell/actions.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import Tabs from '$lib/ui/Tabs.svelte';
  import { day, figure, percent, position } from '$lib/ui/format';
  import { load, refusalOf } from '$lib/ui/load.svelte';
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
  const largest = $derived(
    Math.max(
      1,
      ...(ranking.data?.rows ?? []).map((r) =>
        Math.abs(position(by === 'margin' ? r.margin : by === 'growth' ? r.growth : r.sales))
      )
    )
  );
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
  <Notice refusal={refusalOf(ranking)} />
  <table class="ledger" aria-label="Ranking">
    <thead
      ><tr
        ><th class="figure">#</th><th>Customer</th><th>Town</th><th>Owner</th><th
          ><span class="sr-only">Sales bar</span></th
        ><th class="figure">Sales</th><th class="figure">Margin</th><th class="figure">%</th><th
          class="figure">Period before</th
        ><th class="figure">Growth</th><th class="figure">%</th><th class="figure">Last order</th></tr
      ></thead
    >
    <tbody>
      {#each ranking.data?.rows ?? [] as row, n (row.id)}
        {@const drawn = position(by === 'margin' ? row.margin : by === 'growth' ? row.growth : row.sales)}
        <tr>
          <td class="figure quiet">{n + 1}</td>
          <td><a href="/accounts/{row.id}">{row.name}</a></td>
          <td class="quiet">{row.town}</td><td class="quiet">{row.owner}</td>
          <td class="bar" aria-hidden="true"
            ><i style:width="{(Math.abs(drawn) / largest) * 100}%" class:down={drawn < 0}></i></td
          >
          <td class="figure">{figure(row.sales)}</td><td class="figure">{figure(row.margin)}</td><td
            class="figure">{percent(row.marginPercent)}</td
          ><td class="figure quiet">{figure(row.salesBefore)}</td><td
            class="figure"
            class:bad={row.growth.startsWith('-')}>{figure(row.growth)}</td
          ><td class="figure">{percent(row.growthPercent)}</td><td class="figure">{day(row.lastOn)}</td>
        </tr>
      {:else}<tr
          ><td colspan="12" class="quiet"
            >{ranking.isPending ? 'Loading…' : 'No purchases in this period.'}</td
          ></tr
        >{/each}
    </tbody>
  </table>
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
