<script lang="ts">
  import { api, ask, type Schemas } from '$lib/api/client';
  import Entry from '$lib/forms/Entry.svelte';
  import FormFoot from '$lib/forms/FormFoot.svelte';
  import { Form } from '$lib/forms/form.svelte';
  import { Acts, match } from '$lib/ui/acts.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import { say } from '$lib/ui/said';
  import { untrack } from 'svelte';
  /** One text of a letter or paper. */
  let { text, onChange }: { text: Schemas['Text']; onChange: () => unknown } = $props();
  const path = untrack(() => ({ id: text.id }));
  const of = (t: Schemas['Text']) => ({ values: { body: t.body }, version: t.version });
  const form = new Form({
    ...untrack(() => of(text)),
    draft: `text ${path.id}`,
    send: (body, version) =>
      ask(api.PUT('/api/texts/{id}', { params: { path, header: match(version) }, body })),
    reread: async () => {
      const all = await ask(api.GET('/api/texts'));
      return of(all.texts.find((t) => t.id === path.id) as Schemas['Text']);
    },
    done: () => {
      say('Saved. Quotes made from now on begin with it.');
      return onChange();
    }
  });
  $effect(() => {
    const now = of(text);
    untrack(() => form.follow(now));
  });
  const acts = new Acts(() => onChange());
  const last = $derived(text.business === '' && text.language === 'en');
</script>

<form class="form one" onsubmit={form.submit}>
  <Entry {form} name="body" label="Text" rows={12} />
  <FormFoot {form}>
    {#if !last}<button
        type="button"
        class="plain"
        disabled={acts.busy}
        onclick={() => void acts.run(() => ask(api.DELETE('/api/texts/{id}', { params: { path } })))}
        >Delete this text</button
      >{/if}
  </FormFoot>
  <Notice refusal={acts.refusal} />
</form>
