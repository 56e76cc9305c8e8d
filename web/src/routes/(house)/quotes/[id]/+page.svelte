<script lang="ts">
  import { page } from '$app/state';
  import { api } from '$lib/api/client';
  import QuoteDesk from '$lib/quote/QuoteDesk.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import { load, refusalOf } from '$lib/ui/load.svelte';
  const id = $derived(Number(page.params.id));
  const quote = load(
    () => ['quote', id],
    () => api.GET('/api/quotes/{id}', { params: { path: { id } } })
  );
</script>

<svelte:head><title>{quote.data?.number ?? 'Quote'} · Firm Tally</title></svelte:head>
<div class="page">
  <Notice refusal={refusalOf(quote)} />
  {#if quote.data}{#key quote.data.id}<QuoteDesk q={quote.data} onChange={() => quote.refetch()} />{/key}{/if}
</div>
