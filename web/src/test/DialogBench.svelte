<script lang="ts">
  import type { Asked } from '$lib/forms/form.svelte';
  import Ask from '$lib/ui/Ask.svelte';
  import FormBench from './FormBench.svelte';
  /** A form in a dialog, as tests see it. */
  let { asked }: { asked: Asked<{ name: string; town: string }, unknown> } = $props();
  let open = $state(false);
</script>

<button onclick={() => (open = true)}>Open</button>
<Ask bind:open title="A form"><FormBench {asked} /></Ask>
