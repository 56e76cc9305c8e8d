<script lang="ts">
  import Rows from '$lib/ui/Rows.svelte';
  import { goto } from '$app/navigation';
  import { api } from '$lib/api/client';
  import Head from '$lib/catalogue/Head.svelte';
  import ProductForm from '$lib/catalogue/ProductForm.svelte';
  import OwnCells from '$lib/ownfield/OwnCells.svelte';
  import OwnFilterBar from '$lib/ownfield/OwnFilterBar.svelte';
  import { isFigure } from '$lib/ownfield/own';
  import { offer } from '$lib/shell/actions.svelte';
  import { session } from '$lib/shell/session.svelte';
  import Ask from '$lib/ui/Ask.svelte';
  import Icon from '$lib/ui/Icon.svelte';
  import { figure, percent, unitPrice } from '$lib/ui/format';
  import { listed } from '$lib/ui/further.svelte';
  import { load } from '$lib/ui/load.svelte';
  let q = $state('');
  let own = $state('');
  let family = $state('');
  let sale = $state('yes');
  let adding = $state(false);
  const digits = $derived(session.company?.minorDigits ?? 2);
  const query = $derived({ q, family, sale, own });
  const list = listed(
    () => ['products', query],
    (after) => api.GET('/api/products/list', { params: { query: { ...query, after } } })
  );
  const families = load(
    () => ['products', 'families'],
    () => api.GET('/api/products/families')
  );
  offer(() => (session.manages ? [{ label: 'New product', keys: 'n', run: () => (adding = true) }] : []));
  const ownFields = load(
    () => ['own-field-list'],
    () => api.GET('/api/own-fields')
  );
  const fields = $derived((ownFields.data?.fields ?? []).filter((field) => field.record === 'product'));
  const shown = $derived(fields.filter((field) => field.inList));
  const COLUMNS = [
    { label: 'Code' },
    { label: 'Name' },
    { label: 'Family' },
    { label: 'List', figure: true },
    { label: 'Cost', figure: true },
    { label: 'Tax', figure: true },
    { label: 'Billing' },
    { label: 'On hand', figure: true },
    { label: 'On order', figure: true },
    { label: 'Lead time (days)', figure: true }
  ];
  type Row = (typeof list.rows)[number];
</script>

<div class="page">
  <Head title="Catalogue">
    <input class="box" placeholder="Code, name or family" aria-label="Filter" bind:value={q} />
    <select class="box" aria-label="Family" bind:value={family}>
      <option value="">all families</option>
      {#each families.data ?? [] as f (f)}<option>{f}</option>{/each}
    </select>
    <select class="box" aria-label="Status" bind:value={sale}>
      <option value="yes">active</option><option value="no">inactive</option><option value="">all</option>
    </select>
    {#if session.manages}<button class="act main" onclick={() => (adding = true)}
        ><Icon name="plus" size={13} />New product</button
      >{/if}
  </Head>
  <OwnFilterBar {fields} terms={own} onChange={(terms) => (own = terms)} />
  <Rows
    label="Products"
    columns={[...COLUMNS, ...shown.map((field) => ({ label: field.name, figure: isFigure(field.kind) }))]}
    {list}
    key={(row: Row) => row.code}
    empty={q || family || own
      ? 'No matches.'
      : 'No products yet. A manager adds products with n, or imports a file.'}
  >
    {#snippet row(p: Row)}
      <td><a href="/catalogue/{encodeURIComponent(p.code)}">{p.code}</a></td>
      <td class="lead"
        >{p.name}{#if !p.active}<small class="quiet"> inactive</small>{/if}</td
      >
      <td class="quiet">{p.family}</td>
      <td class="figure worth">{unitPrice(p.listPrice, digits)}</td>
      <td class="figure quiet off">{unitPrice(p.unitCost, digits)}</td>
      <td class="figure quiet off">{percent(p.taxPercent)}</td>
      <td>{p.everyMonths ? `every ${p.everyMonths} mo over ${p.termMonths}` : 'once'}</td>
      <td class="figure" class:bad={p.stock === '0'}>{figure(p.stock)}</td>
      <td class="figure quiet off">{p.onOrder === '0' ? '–' : figure(p.onOrder)}</td>
      <td class="figure quiet">{p.leadDays || '–'}</td>
      <OwnCells fields={shown} own={p.own} />
    {/snippet}
  </Rows>
</div>
<Ask bind:open={adding} title="New product" wide>
  <ProductForm
    families={families.data ?? []}
    onDone={(code: string) => void goto('/catalogue/' + encodeURIComponent(code))}
  />
</Ask>
