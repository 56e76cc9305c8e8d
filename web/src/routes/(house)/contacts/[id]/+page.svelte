<script lang="ts">
  import { page } from '$app/state';
  import { api } from '$lib/api/client';
  import ContactDesk from '$lib/account/ContactDesk.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import { load, refusalOf } from '$lib/ui/load.svelte';
  const id = $derived(Number(page.params.id));
  const contact = load(
    () => ['contact', id],
    () => api.GET('/api/contacts/{id}', { params: { path: { id } } })
  );
</script>

<svelte:head><title>{contact.data?.contact.name ?? 'Contact'} · Firm Tally</title></svelte:head>
<div class="page">
  <Notice refusal={refusalOf(contact)} />
  {#if contact.data}{#key id}<ContactDesk c={contact.data} onChange={() => contact.refetch()} />{/key}{/if}
</div>
