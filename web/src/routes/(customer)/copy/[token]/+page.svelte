<script lang="ts">
  import '../../../../app.css';
  import { page } from '$app/state';
  import CustomerCopy from '$lib/copy/CustomerCopy.svelte';
  import { byLink } from '$lib/copy/copy.svelte';
  const token = $derived(page.params.token ?? '');
</script>

<svelte:head>
  <meta name="robots" content="noindex" />
  <meta name="referrer" content="no-referrer" />
</svelte:head>
{#key token}<CustomerCopy doors={byLink(token)} />{/key}
