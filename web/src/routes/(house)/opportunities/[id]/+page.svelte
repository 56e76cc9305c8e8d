<script lang="ts">
  import { page } from '$app/state';
  import { api } from '$lib/api/client';
  import Notice from '$lib/ui/Notice.svelte';
  import OpportunityDesk from '$lib/opportunity/OpportunityDesk.svelte';
  import { load, refusalOf } from '$lib/ui/load.svelte';
  const id = $derived(Number(page.params.id));
  const opportunity = load(
    () => ['opportunity', id],
    () => api.GET('/api/opportunities/{id}', { params: { path: { id } } })
  );
</script>

<svelte:head><title>{opportunity.data?.number ?? 'Opportunity'} · Firm Tally</title></svelte:head>
<div class="page">
  <Notice refusal={refusalOf(opportunity)} />
  {#if opportunity.data}
    {#key opportunity.data.id}<OpportunityDesk
        o={opportunity.data}
        onChange={() => opportunity.refetch()}
      />{/key}
  {/if}
</div>
