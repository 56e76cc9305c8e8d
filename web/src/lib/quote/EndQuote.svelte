<script lang="ts">
  import { untrack } from 'svelte';
  import { api, ask, type Schemas } from '$lib/api/client';
  import Entry from '$lib/forms/Entry.svelte';
  import FormFoot from '$lib/forms/FormFoot.svelte';
  import { Form } from '$lib/forms/form.svelte';
  import { match } from '$lib/ui/acts.svelte';
  import type { Ending } from './ending';
  /** The customer's answer as the rep heard it, or the quote taken back. */
  let { q, how, onDone }: { q: Schemas['QuoteView']; how: Ending; onDone: () => unknown } = $props();
  const LABEL = { accepted: 'Note acceptance', declined: 'Note refusal', withdrawn: 'Withdraw' };
  const WORDS = {
    accepted: 'How and by whom',
    declined: 'Reason',
    withdrawn: 'Reason'
  };
  const path = untrack(() => ({ id: q.id }));
  const form = new Form({
    values: { words: '' },
    version: untrack(() => q.version),
    draft: untrack(() => `${how} quote ${q.id}`),
    send: ({ words }, version) => {
      const params = { path, header: match(version) };
      return ask(
        how === 'accepted'
          ? api.POST('/api/quotes/{id}/accepted', { params, body: { words } })
          : how === 'declined'
            ? api.POST('/api/quotes/{id}/declined', { params, body: { words } })
            : api.POST('/api/quotes/{id}/withdrawn', { params, body: { words } })
      );
    },
    reread: async () => ({
      version: (await ask(api.GET('/api/quotes/{id}', { params: { path } }))).version
    }),
    done: () => onDone()
  });
</script>

<form class="form one" onsubmit={form.submit}>
  <Entry {form} name="words" label={WORDS[how]} rows={2} focus />
  <FormFoot {form} label={LABEL[how]} />
</form>
