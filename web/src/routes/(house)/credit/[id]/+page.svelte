<script lang="ts">
  import { page } from '$app/state';
  import { api } from '$lib/api/client';
  import AccountCredit from '$lib/credit/AccountCredit.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import { load, refusalOf } from '$lib/ui/load.svelte';
  const id = $derived(Number(page.params.id));
  const credit = load(
    () => ['credit', id],
    () => api.GET('/api/credit/accounts/{id}', { params: { path: { id } } })
  );
</script>

<svelte:head><title>Credit of {credit.data?.name ?? '…'} · Firm Tally</title></svelte:head>
<div class="page">
  <Notice refusal={refusalOf(credit)} />
  {#if credit.data}{#key credit.data.id}<AccountCredit
        a={credit.data}
        onChange={() => credit.refetch()}
      />{/key}{/if}
</div>
