<script lang="ts">
  import { untrack } from 'svelte';
  import { api, ask, type Schemas } from '$lib/api/client';
  import Entry from '$lib/forms/Entry.svelte';
  import FormFoot from '$lib/forms/FormFoot.svelte';
  import { Form } from '$lib/forms/form.svelte';
  import { match } from '$lib/ui/acts.svelte';
  /** Releases an order, refuses it, or asks once more; it is answered as it was read, not over a hold that came since. */
  let {
    o,
    how,
    onDone
  }: { o: Schemas['OrderView']; how: 'release' | 'refuse' | 'ask-again'; onDone: () => unknown } = $props();
  const LABEL = { release: 'Reason for release', refuse: 'Reason', 'ask-again': 'Why it should be released' };
  const BUTTON = { release: 'Release', refuse: 'Refuse', 'ask-again': 'Ask again' };
  const path = untrack(() => ({ id: o.id }));
  const form = new Form({
    values: { comment: '' },
    version: untrack(() => o.version),
    draft: untrack(() => `${how} order ${o.id}`),
    send: (body, version) => {
      const params = { path, header: match(version) };
      return ask(
        how === 'release'
          ? api.POST('/api/orders/{id}/release', { params, body })
          : how === 'refuse'
            ? api.POST('/api/orders/{id}/refuse', { params, body })
            : api.POST('/api/orders/{id}/ask-again', { params, body })
      );
    },
    reread: async () => ({
      version: (await ask(api.GET('/api/orders/{id}', { params: { path } }))).version
    }),
    done: () => onDone()
  });
</script>

<form class="form one" onsubmit={form.submit}>
  <Entry
    {form}
    name="comment"
    at={how === 'ask-again' ? 'why' : 'comment'}
    label={LABEL[how]}
    rows={3}
    focus
  />
  <FormFoot {form} label={BUTTON[how]} />
</form>
