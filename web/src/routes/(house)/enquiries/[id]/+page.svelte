<script lang="ts">
  import { page } from '$app/state';
  import { api } from '$lib/api/client';
  import EnquiryDesk from '$lib/enquiry/EnquiryDesk.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import { load, refusalOf } from '$lib/ui/load.svelte';
  const id = $derived(Number(page.params.id));
  const enquiry = load(
    () => ['enquiry', id],
    () => api.GET('/api/enquiries/{id}', { params: { path: { id } } })
  );
</script>

<svelte:head><title>{enquiry.data?.enquiry.name ?? 'Enquiry'} · Firm Tally</title></svelte:head>
<div class="page">
  <Notice refusal={refusalOf(enquiry)} />
  {#if enquiry.data}{#key id}<EnquiryDesk view={enquiry.data} onChange={() => enquiry.refetch()} />{/key}{/if}
</div>
