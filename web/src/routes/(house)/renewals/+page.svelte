<script lang="ts">
  import Rows from '$lib/ui/Rows.svelte';
  import { api } from '$lib/api/client';
  import { session } from '$lib/shell/session.svelte';
  import { day, figure } from '$lib/ui/format';
  import { listed } from '$lib/ui/further.svelte';
  const list = listed(
    () => ['agreements'],
    (after) => api.GET('/api/agreements', { params: { query: { after } } })
  );
  const today = $derived(session.view?.today ?? '');
  // Twelve months ahead of today, for the ribbon: drawing only.
  const first = $derived(Date.parse(today.slice(0, 7) + '-01'));
  const YEAR = 365.25 * 86_400_000;
  const at = (iso: string) => Math.max(0, Math.min(1, (Date.parse(iso) - first) / YEAR)) * 100;
  const NAMES = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec'];
  const months = $derived(NAMES.map((_, n) => NAMES[(Number(today.slice(5, 7)) - 1 + n) % 12]));
  const COLUMNS = [
    { label: 'Agreement' },
    { label: 'Account' },
    { label: 'Ends', figure: true },
    { label: 'Contact by', figure: true },
    { label: 'Per month', figure: true },
    { label: 'Term', figure: true },
    { label: 'Renewal' },
    { label: 'Twelve months', drawn: true }
  ];
  type Row = (typeof list.rows)[number];
</script>

<svelte:head><title>Renewals · Firm Tally</title></svelte:head>
<div class="page">
  <div class="head"><h1>Renewals in the next twelve months</h1></div>
  <Rows
    label="Agreements"
    columns={COLUMNS}
    {list}
    key={(row: Row) => row.id}
    id={(row: Row) => row.number}
    empty="No agreements yet. An order with a recurring line makes one."
  >
    {#snippet head()}<div class="ribbon months">
        {#each months as month, n (n)}<span>{month}</span>{/each}
      </div>{/snippet}
    {#snippet row(row: Row)}
      {@const due = row.callOn <= today && !row.calledAt}
      <td>{row.number}</td>
      <td class="lead"><a href="/accounts/{row.accountId}">{row.account}</a></td>
      <td class="figure" class:bad={row.end < today}>{day(row.end)}</td>
      <td class="figure {row.calledAt ? 'good' : due ? 'bad' : ''}"
        >{row.calledAt ? 'called ' + day(row.calledAt) : day(row.callOn)}</td
      >
      <td class="figure">{figure(row.monthly)}</td>
      <td class="figure worth">{figure(row.value)}</td>
      <td
        >{#if row.nextId}<a href="/opportunities/{row.nextId}">{row.nextNumber}</a>
          <span class="quiet">{row.nextState}</span>{/if}</td
      >
      <td class="ribbon off"
        ><div class="band">
          <i style:width="{at(row.end)}%"></i><b style:left="{at(row.callOn)}%"></b>
        </div></td
      >
    {/snippet}
  </Rows>
</div>

<style>
  .ribbon {
    width: 340px;
  }
  .months {
    display: grid;
    grid-template-columns: repeat(12, 1fr);
    font-size: var(--type-tiny);
  }
  .band {
    position: relative;
    height: 16px;
    background: repeating-linear-gradient(90deg, var(--rule) 0 1px, transparent 1px calc(100% / 12));
  }
  .band i {
    position: absolute;
    top: 4px;
    height: 8px;
    background: var(--petrol);
    border-right: 3px solid var(--ink);
  }
  .band b {
    position: absolute;
    top: 0;
    height: 16px;
    border-left: 2px solid var(--brass);
  }
  .page :global(tr:target td) {
    background: var(--brass-wash);
  }
</style>
