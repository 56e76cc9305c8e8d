<script lang="ts">
  import { page } from '$app/state';
  import CustomerCopy from '$lib/copy/CustomerCopy.svelte';
  import { bySession } from '$lib/copy/copy.svelte';
  import { visitor } from '$lib/customer/visitor.svelte';
  const number = $derived(page.params.number ?? '');
</script>

{#key number}<CustomerCopy doors={bySession(number)} me={visitor.me?.name ?? ''} framed />{/key}
