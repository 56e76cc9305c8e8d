<script lang="ts">
  import { goto } from '$app/navigation';
  import { api } from '$lib/api/client';
  import Head from '$lib/catalogue/Head.svelte';
  import ProductForm from '$lib/catalogue/ProductForm.svelte';
  import { offer } from '$lib/shell/actions.svelte';
  import { session } from '$lib/shell/session.svelte';
  import Ask from '$lib/ui/Ask.svelte';
  import Icon from '$lib/ui/Icon.svelte';
  import More from '$lib/ui/More.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import { figure, percent, unitPrice } from '$lib/ui/format';
  import { listed } from '$lib/ui/further.svelte';
  import { load } from '$lib/ui/load.svelte';
  let q = $state('');
  let family = $state('');
  let sale = $state('yes');
  let adding = $state(false);
  const digits = $derived(session.company?.minorDigits ?? 2);
  const query = $derived({ q, family, sale });
  const list = listed(
    () => ['products', q, family, sale],
    (after) => api.GET('/api/products/list', { params: { query: { ...query, after } } })
  );
  const families = load(
    () => ['products', 'families'],
    () => api.GET('/api/products/families')
  );
  offer(() => (session.manages ? [{ label: 'New product', keys: 'n', run: () => (adding = true) }] : []));
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
  <Notice refusal={list.refusal} />
  <table class="ledger" aria-label="Products">
    <thead
      ><tr
        ><th>Code</th><th>Name</th><th>Family</th><th class="figure">List</th><th class="figure">Cost</th><th
          class="figure">Tax</th
        ><th>Billing</th><th class="figure">On hand</th><th class="figure">On order</th><th class="figure"
          >Lead time (days)</th
        ></tr
      ></thead
    >
    <tbody>
      {#each list.rows as p (p.code)}
        <tr>
          <td><a href="/catalogue/{encodeURIComponent(p.code)}">{p.code}</a></td>
          <td
            >{p.name}{#if !p.active}<small class="quiet"> inactive</small>{/if}</td
          >
          <td class="quiet">{p.family}</td>
          <td class="figure">{unitPrice(p.listPrice, digits)}</td>
          <td class="figure quiet">{unitPrice(p.unitCost, digits)}</td>
          <td class="figure quiet">{percent(p.taxPercent)}</td>
          <td>{p.everyMonths ? `every ${p.everyMonths} mo over ${p.termMonths}` : 'once'}</td>
          <td class="figure" class:bad={p.stock === '0'}>{figure(p.stock)}</td>
          <td class="figure quiet">{p.onOrder === '0' ? '–' : figure(p.onOrder)}</td>
          <td class="figure quiet">{p.leadDays || '–'}</td>
        </tr>
      {:else}
        <tr
          ><td colspan="10" class="quiet"
            >{list.isPending
              ? 'Loading…'
              : q || family
                ? 'No matches.'
                : 'No products yet. A manager adds products with n, or imports a file.'}</td
          ></tr
        >
      {/each}
    </tbody>
  </table>
  <More {list} />
</div>
<Ask bind:open={adding} title="New product" wide>
  <ProductForm
    families={families.data ?? []}
    onDone={(code: string) => void goto('/catalogue/' + encodeURIComponent(code))}
  />
</Ask>
