<script lang="ts">
  import { api } from '$lib/api/client';
  import Notice from '$lib/ui/Notice.svelte';
  import { day, figure, rounded } from '$lib/ui/format';
  import { load, refusalOf } from '$lib/ui/load.svelte';
  /** What it took to win: the variance from the first value to the order, summed over many orders. */
  const BY = [
    ['rep', 'rep'],
    ['family', 'family'],
    ['month', 'month'],
    ['account', 'customer']
  ] as const;
  const PARTS = ['quantity', 'price', 'discount', 'added', 'removed'] as const;
  let by = $state<(typeof BY)[number][0]>('rep');
  let from = $state('');
  let to = $state('');
  const report = load(
    () => ['reports', 'variance', by, from, to],
    () =>
      api.GET('/api/reports/variance', {
        params: { query: { by, ...(from ? { from } : {}), ...(to ? { to } : {}) } }
      }),
    () => true,
    true
  );
  const f = $derived(report.data);
  const isZero = (amount: string) => !/[1-9]/.test(amount);
  const signed = (amount: string) =>
    isZero(amount) ? '–' : amount.startsWith('-') ? rounded(amount) : '+' + rounded(amount);
  const label = $derived(BY.find(([value]) => value === by)?.[1] ?? by);
</script>

{#snippet amounts(row: NonNullable<typeof f>['total'])}
  <td class="figure">{row.orders}</td>
  <td class="figure">{rounded(row.before)}</td>
  {#each PARTS as part (part)}
    <td class="figure" class:bad={row[part].startsWith('-') && !isZero(row[part])}>{signed(row[part])}</td>
  {/each}
  <td class="figure worth">{rounded(row.after)}</td>
{/snippet}

<section aria-label="What it took to win">
  <div class="bar">
    <h2>What it took to win</h2>
    <select class="box" aria-label="By" bind:value={by}>
      {#each BY as [value, name] (value)}<option {value}>by {name}</option>{/each}
    </select>
    <label>from <input class="box" type="date" bind:value={from} /></label>
    <label>to <input class="box" type="date" bind:value={to} /></label>
  </div>
  <Notice refusal={refusalOf(report)} />
  {#if f}
    <p class="quiet">
      {#if f.total.orders}
        {f.total.orders}
        {f.total.orders === 1 ? 'order' : 'orders'} placed from {day(f.from)} to {day(f.to)}: what stood on
        the opportunities at {figure(f.total.before)} was ordered at {figure(f.total.after)}.
      {:else}No orders from {day(f.from)} to {day(f.to)}.{/if}
    </p>
    {#if f.rows.length}
      <div class="scroll">
        <table class="ledger" aria-label="Variance by {label}">
          <thead
            ><tr
              ><th>{label[0]?.toUpperCase() + label.slice(1)}</th><th class="figure">Orders</th><th
                class="figure">Opportunities</th
              ><th class="figure">Quantities</th><th class="figure">Unit prices</th><th class="figure"
                >Discounts</th
              ><th class="figure">Lines added</th><th class="figure">Lines removed</th><th class="figure"
                >Orders</th
              ></tr
            ></thead
          >
          <tbody>
            {#each f.rows as row (row.group)}
              <tr><td>{row.group}</td>{@render amounts(row)}</tr>
            {/each}
          </tbody>
          <tfoot><tr><th scope="row">All</th>{@render amounts(f.total)}</tr></tfoot>
        </table>
      </div>
    {/if}
  {/if}
</section>

<style>
  section {
    margin-top: 18px;
  }
  .bar {
    display: flex;
    flex-wrap: wrap;
    align-items: baseline;
    gap: 4px 12px;
    margin-bottom: 4px;
  }
  h2 {
    margin: 0;
  }
  .scroll {
    overflow-x: auto;
  }
  tfoot td,
  tfoot th {
    border-top: 1px solid var(--rule-strong);
    font-weight: 560;
  }
</style>
