<script lang="ts">
  import Entry from '$lib/forms/Entry.svelte';
  import FormFoot from '$lib/forms/FormFoot.svelte';
  import { Form, type Asked } from '$lib/forms/form.svelte';
  import { untrack } from 'svelte';
  /** A form of two fields, as tests see it. */
  let { asked }: { asked: Asked<{ name: string; town: string }, unknown> } = $props();
  const form = new Form(untrack(() => asked));
</script>

<form onsubmit={form.submit}>
  <Entry {form} name="name" label="Name" focus />
  <Entry {form} name="town" label="Town" />
  <FormFoot {form} />
</form>
