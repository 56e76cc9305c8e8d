<script lang="ts">
  import { api } from '$lib/api/client';
  import OrderTabs from '$lib/order/OrderTabs.svelte';
  import Rows from '$lib/ui/Rows.svelte';
  import { Acts } from '$lib/ui/acts.svelte';
  import { ask } from '$lib/api/client';
  import { day, position } from '$lib/ui/format';
  import { load, rowsOf } from '$lib/ui/load.svelte';
  import { say } from '$lib/ui/said';
  import { session } from '$lib/shell/session.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  let by = $state<'line' | 'order' | 'account' | 'product'>('line');
  const due = load(
    () => ['deliveries', 'due'],
    () => api.GET('/api/deliveries/due')
  );
  type Row = NonNullable<typeof due.data>['rows'][number];
  type Group = {
    key: string;
    label: string;
    detail: string;
    href: string;
    lines: number;
    due: string;
    rows: Row[];
  };
  const acts = new Acts(() => due.refetch());
  const groups = $derived.by<Group[]>(() => {
    const byKey: Record<string, Row[]> = {};
    for (const row of due.data?.rows ?? []) {
      const key =
        by === 'order'
          ? row.order
          : by === 'account'
            ? String(row.accountId)
            : (row.product ?? row.description);
      byKey[key] = [...(byKey[key] ?? []), row];
    }
    return Object.entries(byKey).map(([key, rows]) => {
      const first = rows[0] as Row;
      return {
        key,
        label: by === 'product' ? first.description : by === 'account' ? first.account : key,
        detail: by === 'order' ? first.account : by === 'product' ? (first.product ?? '') : '',
        href:
          by === 'order'
            ? `/orders/${first.orderId}`
            : by === 'account'
              ? `/accounts/${first.accountId}`
              : '',
        lines: rows.length,
        due: by === 'product' ? total(rows) : '',
        rows
      };
    });
  });
  /** Pieces, not money: what is still due of one product. */
  const total = (rows: Row[]) =>
    String(Math.round(rows.reduce((sum, row) => sum + position(row.due), 0) * 1000) / 1000);
  const LINES = rowsOf(due, (answer) => answer.rows);
  const BY = [
    ['line', 'line'],
    ['order', 'order'],
    ['account', 'customer'],
    ['product', 'product']
  ] as const;

  async function arrive() {
    let lines = 0;
    const done = await acts.run(async () => {
      lines = (await ask(api.POST('/api/stock/stand-in'))).lines;
    });
    if (done)
      say(
        `${lines} ${lines === 1 ? 'delivery has' : 'deliveries have'} come in; waiting orders were looked at again.`
      );
  }
</script>

<svelte:head><title>Still to deliver · Firm Tally</title></svelte:head>
<div class="page">
  <div class="head">
    <h1>Still to deliver</h1>
    {#if session.manages}<button class="act" disabled={acts.busy} onclick={() => void arrive()}
        >Simulate arrival of stock</button
      >{/if}
    <select class="box" aria-label="By" bind:value={by}>
      {#each BY as [value, label] (value)}<option {value}>by {label}</option>{/each}
    </select>
  </div>
  <OrderTabs />
  <Notice refusal={acts.refusal} />
  {#if due.data?.more}<p class="quiet">The {due.data.rows.length} lines wanted first; there are more.</p>{/if}
  {#if by === 'line'}
    <Rows
      label="Still to deliver"
      columns={[
        { label: 'Order' },
        { label: 'Line' },
        { label: 'Account' },
        { label: 'Wanted', figure: true },
        { label: 'Still due', figure: true },
        { label: 'On hand', figure: true },
        { label: 'Owner' }
      ]}
      list={LINES}
      key={(row: Row) => row.orderId + row.line}
      empty="Nothing is due: every released order is delivered."
    >
      {#snippet row(row: Row)}
        <td class="number"><a href="/orders/{row.orderId}">{row.order}</a></td>
        <td>{row.description} <span class="quiet">{row.product ?? ''}</span></td>
        <td class="lead">{row.account}</td>
        <td class="figure">{day(row.requestedOn)}</td>
        <td class="figure worth">{row.due} {row.unit}</td>
        <td class="figure off" class:bad={row.stock && position(row.stock) < position(row.due)}
          >{row.stock ?? '–'}</td
        >
        <td class="quiet off">{row.owner}</td>
      {/snippet}
    </Rows>
  {:else}
    <div class="scroll">
      <table class="ledger" aria-label="Still to deliver by {by}">
        <thead
          ><tr
            ><th>{by === 'account' ? 'Customer' : by === 'order' ? 'Order' : 'Product'}</th><th></th><th
              class="figure">Lines</th
            >{#if by === 'product'}<th class="figure">Still due</th><th class="figure">On hand</th>{/if}</tr
          ></thead
        >
        <tbody>
          {#each groups as g (g.key)}
            <tr>
              <td
                >{#if g.href}<a href={g.href}>{g.label}</a>{:else}{g.label}{/if}</td
              >
              <td class="quiet">{g.detail}</td>
              <td class="figure">{g.lines}</td>
              {#if by === 'product'}<td class="figure">{g.due} {g.rows[0]?.unit}</td><td
                  class="figure"
                  class:bad={g.rows[0]?.stock && position(g.rows[0].stock) < position(g.due)}
                  >{g.rows[0]?.stock ?? '–'}</td
                >{/if}
            </tr>
          {:else}<tr><td class="quiet" colspan="5">Nothing is due.</td></tr>{/each}
        </tbody>
      </table>
    </div>
  {/if}
</div>
