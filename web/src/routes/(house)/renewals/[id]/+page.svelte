<script lang="ts">
  import { page } from '$app/state';
  import { api } from '$lib/api/client';
  import AgreementDesk from '$lib/renewal/AgreementDesk.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import { load, refusalOf } from '$lib/ui/load.svelte';
  const id = $derived(Number(page.params.id));
  const agreement = load(
    () => ['agreement', id],
    () => api.GET('/api/agreements/{id}', { params: { path: { id } } })
  );
</script>

<svelte:head><title>{agreement.data?.number ?? 'Agreement'} · Firm Tally</title></svelte:head>
<div class="page">
  <Notice refusal={refusalOf(agreement)} />
  {#if agreement.data}<AgreementDesk a={agreement.data} onChange={() => agreement.refetch()} />{/if}
</div>
