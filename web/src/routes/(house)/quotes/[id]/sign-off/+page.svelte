<script lang="ts">
  import { page } from '$app/state';
  import { api } from '$lib/api/client';
  import SignOffDesk from '$lib/approval/SignOffDesk.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import { load, refusalOf } from '$lib/ui/load.svelte';
  const id = $derived(Number(page.params.id));
  const quote = load(
    () => ['quote', id],
    () => api.GET('/api/quotes/{id}', { params: { path: { id } } })
  );
  const account = load(
    () => ['account', quote.data?.of.accountId],
    () => api.GET('/api/accounts/{id}', { params: { path: { id: quote.data?.of.accountId ?? 0 } } }),
    () => quote.data !== undefined
  );
</script>

<svelte:head><title>Sign-off {quote.data?.number ?? ''} · Firm Tally</title></svelte:head>
<div class="page">
  <Notice refusal={refusalOf(quote) ?? refusalOf(account)} />
  {#if quote.data}{#key quote.data.id}<SignOffDesk
        q={quote.data}
        a={account.data}
        onChange={() => quote.refetch()}
      />{/key}{/if}
</div>
