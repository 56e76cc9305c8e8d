<script lang="ts">
  import { untrack } from 'svelte';
  import { api, ask, type Schemas } from '$lib/api/client';
  import Entry from '$lib/forms/Entry.svelte';
  import FormFoot from '$lib/forms/FormFoot.svelte';
  import { Form } from '$lib/forms/form.svelte';
  import { match } from '$lib/ui/acts.svelte';
  /** What is agreed about the next term: the notice, and by how much it may rise. */
  let { a, onDone }: { a: Schemas['AgreementView']; onDone: () => unknown } = $props();
  const path = untrack(() => ({ id: a.id }));
  const values = (of: Schemas['AgreementView']) => ({
    noticeMonths: String(of.noticeMonths),
    upliftPercent: of.upliftPercent,
    terms: of.terms
  });
  const form = new Form({
    values: untrack(() => values(a)),
    version: untrack(() => a.version),
    draft: untrack(() => `terms of agreement ${a.id}`),
    send: (body, read) =>
      ask(api.PUT('/api/agreements/{id}/terms', { params: { path, header: match(read) }, body })),
    reread: async () => {
      const now = await ask(api.GET('/api/agreements/{id}', { params: { path } }));
      return { values: values(now), version: now.version };
    },
    done: () => onDone()
  });
</script>

<form class="form" onsubmit={form.submit}>
  <Entry {form} name="noticeMonths" label="Notice, months before the end" focus />
  <Entry {form} name="upliftPercent" label="Price rise agreed for the next term, % (optional)" />
  <div class="whole"><Entry {form} name="terms" label="In words (optional)" rows={3} /></div>
  <FormFoot {form} hint="The call about the renewal moves with the notice." />
</form>
