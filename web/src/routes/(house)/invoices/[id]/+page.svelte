<script lang="ts">
  import { page } from '$app/state';
  import { api } from '$lib/api/client';
  import InvoiceDesk from '$lib/invoice/InvoiceDesk.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import { load, refusalOf } from '$lib/ui/load.svelte';
  const id = $derived(Number(page.params.id));
  const invoice = load(
    () => ['invoice', id],
    () => api.GET('/api/invoices/{id}', { params: { path: { id } } })
  );
</script>

<svelte:head><title>{invoice.data?.number ?? 'Invoice'} · Firm Tally</title></svelte:head>
<div class="page">
  <Notice refusal={refusalOf(invoice)} />
  {#if invoice.data}{#key invoice.data.id}<InvoiceDesk
        i={invoice.data}
        onChange={() => invoice.refetch()}
      />{/key}{/if}
</div>
