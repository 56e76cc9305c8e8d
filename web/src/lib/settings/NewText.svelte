<script lang="ts">
  import { api, ask } from '$lib/api/client';
  import Entry from '$lib/forms/Entry.svelte';
  import FormFoot from '$lib/forms/FormFoot.svelte';
  import Pick from '$lib/forms/Pick.svelte';
  import { Form } from '$lib/forms/form.svelte';
  import { BUSINESSES, PURPOSES } from './texts';
  /** A text of its own for a kind of business or a language. */
  let { onDone }: { onDone: (id: number) => unknown } = $props();
  const form = new Form({
    values: { purpose: 'quote-letter', business: '', language: '', body: '' },
    draft: 'new text',
    send: (body) => ask(api.POST('/api/texts', { body })),
    done: (made) => onDone(made.id)
  });
</script>

<form class="form" onsubmit={form.submit}>
  <Pick {form} name="purpose" label="Purpose" options={Object.entries(PURPOSES)} />
  <Pick {form} name="business" label="Business" options={Object.entries(BUSINESSES)} />
  <Entry {form} name="language" label="Language (two letters)" />
  <div class="whole"><Entry {form} name="body" label="Text" rows={9} /></div>
  <FormFoot {form} label="Add the text" />
</form>
