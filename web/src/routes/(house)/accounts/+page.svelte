<script lang="ts">
  import Rows from '$lib/ui/Rows.svelte';
  import { page } from '$app/state';
  import NewAccount from '$lib/account/NewAccount.svelte';
  import { api } from '$lib/api/client';
  import OwnCells from '$lib/ownfield/OwnCells.svelte';
  import OwnFilterBar from '$lib/ownfield/OwnFilterBar.svelte';
  import { isFigure } from '$lib/ownfield/own';
  import { offer } from '$lib/shell/actions.svelte';
  import { session } from '$lib/shell/session.svelte';
  import Ask from '$lib/ui/Ask.svelte';
  import Icon from '$lib/ui/Icon.svelte';
  import Verdict from '$lib/ui/Verdict.svelte';
  import { words } from '$lib/ui/format';
  import { listed } from '$lib/ui/further.svelte';
  import { load } from '$lib/ui/load.svelte';
  let q = $state('');
  let own = $state('');
  const list = listed(
    () => ['accounts', q, own],
    (after) => api.GET('/api/accounts', { params: { query: { q, own, after } } })
  );
  let opening = $state(page.url.searchParams.has('new'));
  offer(() => (session.sells ? [{ label: 'New account', keys: 'n', run: () => (opening = true) }] : []));
  const ownFields = load(
    () => ['own-field-list'],
    () => api.GET('/api/own-fields')
  );
  const fields = $derived((ownFields.data?.fields ?? []).filter((field) => field.record === 'account'));
  const shown = $derived(fields.filter((field) => field.inList));
  const narrowed = $derived(new URLSearchParams({ q, own }).toString());
  const COLUMNS = [
    { label: 'Number' },
    { label: 'Name' },
    { label: 'Town' },
    { label: 'Industry' },
    { label: 'Status' },
    { label: 'Price group' },
    { label: 'Owner' },
    { label: 'Do', unseen: true }
  ];
  type Row = (typeof list.rows)[number];
</script>

<svelte:head><title>Accounts · Firm Tally</title></svelte:head>
<div class="page">
  <div class="head">
    <h1>Accounts</h1>
    <input class="box" placeholder="Name, number, town or industry" aria-label="Filter" bind:value={q} />
    <a class="act" href="/accounts/ranking">Ranking</a>
    {#if session.sells || session.administrates}<a class="act" href="/import?kind=accounts">Import</a>{/if}
    {#if session.manages}<span class="files"
        ><a href="/api/accounts/accounts.csv?{narrowed}" download aria-label="These accounts as CSV">CSV</a>
        <a href="/api/accounts/accounts.xlsx?{narrowed}" download aria-label="These accounts as XLSX">XLSX</a
        ></span
      >{/if}
    {#if session.sells}<button class="act main" onclick={() => (opening = true)}
        ><Icon name="plus" size={13} />New account</button
      >{/if}
  </div>
  <OwnFilterBar {fields} terms={own} onChange={(terms) => (own = terms)} />
  <Rows
    label="Accounts"
    columns={[...COLUMNS, ...shown.map((field) => ({ label: field.name, figure: isFigure(field.kind) }))]}
    {list}
    key={(row: Row) => row.id}
    empty="No accounts. Press n to create one."
  >
    {#snippet row(row: Row)}
      <td>{row.number}</td>
      <td class="lead"><a href="/accounts/{row.id}">{row.name}</a></td>
      <td>{row.town}</td>
      <td class="quiet">{row.industry}</td>
      <td class="worth">{row.status}</td>
      <td class="quiet off">{row.priceGroup ? words(row.priceGroup) : '–'}</td>
      <td class="quiet">{row.owner}</td>
      <td
        >{#if row.stopped}<Verdict tone="bad">credit stopped</Verdict>{/if}</td
      >
      <OwnCells fields={shown} own={row.own} />
    {/snippet}
  </Rows>
</div>
<Ask bind:open={opening} title="New account" wide><NewAccount /></Ask>

<style>
  .files {
    display: flex;
    gap: 8px;
  }
  @media (max-width: 800px) {
    .files {
      display: none;
    }
  }
</style>
