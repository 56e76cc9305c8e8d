<script lang="ts">
  import { api, type Schemas } from '$lib/api/client';
  import Quotes from '$lib/customer/Quotes.svelte';
  import { listed } from '$lib/ui/further.svelte';
  import More from '$lib/ui/More.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  const quotes = listed<Schemas['CustomerQuote']>(
    () => ['customer', 'quotes'],
    (after) => api.GET('/api/customer/quotes', { params: { query: { after } } })
  );
</script>

<svelte:head><title>Your quotes</title></svelte:head>
<h1>Your quotes</h1>
<Notice refusal={quotes.refusal} />
{#if quotes.isPending}<p class="quiet" role="status">Loading…</p>
{:else if !quotes.refusal}<Quotes rows={quotes.rows} empty="There are no quotes yet." />{/if}
<More list={quotes} />
