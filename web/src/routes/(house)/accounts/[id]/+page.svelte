<script lang="ts">
  import { page } from '$app/state';
  import { api } from '$lib/api/client';
  import AccountDesk from '$lib/account/AccountDesk.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import { load, refusalOf } from '$lib/ui/load.svelte';
  const id = $derived(Number(page.params.id));
  const account = load(
    () => ['account', id],
    () => api.GET('/api/accounts/{id}', { params: { path: { id } } })
  );
</script>

<svelte:head><title>{account.data?.name ?? 'Account'} · Firm Tally</title></svelte:head>
<div class="page">
  <Notice refusal={refusalOf(account)} />
  {#if account.data}{#key id}<AccountDesk a={account.data} onChange={() => account.refetch()} />{/key}{/if}
</div>
