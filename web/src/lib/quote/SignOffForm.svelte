<script lang="ts">
  import { api, ask, type Schemas } from '$lib/api/client';
  import Entry from '$lib/forms/Entry.svelte';
  import FormFoot from '$lib/forms/FormFoot.svelte';
  import { Form } from '$lib/forms/form.svelte';
  import { untrack } from 'svelte';
  /** Asks for a sign-off, with a word of why. */
  let { q, words, onDone }: { q: Schemas['QuoteView']; words: string; onDone: () => unknown } = $props();
  const path = untrack(() => ({ id: q.id }));
  const form = new Form({
    values: { why: '' },
    draft: untrack(() => `sign-off of quote ${q.id}`),
    send: (body) => ask(api.POST('/api/quotes/{id}/sign-off', { params: { path }, body })),
    done: () => onDone()
  });
</script>

<form class="form one" onsubmit={form.submit}>
  <p>{words}</p>
  <Entry {form} name="why" label="Reason" rows={3} focus />
  <FormFoot {form} label="Ask" />
</form>
