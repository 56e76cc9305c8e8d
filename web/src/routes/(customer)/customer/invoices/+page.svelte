<script lang="ts">
  import { api, type Schemas } from '$lib/api/client';
  import Invoices from '$lib/customer/Invoices.svelte';
  import { listed } from '$lib/ui/further.svelte';
  import More from '$lib/ui/More.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  let open = $state(false);
  const invoices = listed<Schemas['CustomerInvoice']>(
    () => ['customer', 'invoices', open],
    (after) => api.GET('/api/customer/invoices', { params: { query: { after, open } } })
  );
</script>

<svelte:head><title>Your invoices</title></svelte:head>
<h1>Your invoices</h1>
<p class="row">
  <label><input type="checkbox" bind:checked={open} /> Only what is open</label>
  <a href="/api/customer/statement.pdf" target="_blank" rel="noopener">Statement of account as PDF</a>
</p>
<Notice refusal={invoices.refusal} />
{#if invoices.isPending}<p class="quiet" role="status">Loading…</p>
{:else if !invoices.refusal}<Invoices
    rows={invoices.rows}
    empty={open ? 'No invoice is open.' : 'There are no invoices yet.'}
  />{/if}
<More list={invoices} />

<style>
  .row {
    justify-content: space-between;
    margin: 8px 0;
  }
  label {
    display: inline-flex;
    gap: 8px;
    align-items: center;
    min-height: 44px;
  }
</style>
