<script lang="ts">
  import { api, ask, type Schemas } from '$lib/api/client';
  import Entry from '$lib/forms/Entry.svelte';
  import FormFoot from '$lib/forms/FormFoot.svelte';
  import Pick from '$lib/forms/Pick.svelte';
  import Tick from '$lib/forms/Tick.svelte';
  import { Form } from '$lib/forms/form.svelte';
  import { match } from '$lib/ui/acts.svelte';
  import { untrack } from 'svelte';
  /** A field that the company adds, or one that it changes. */
  let {
    field,
    record,
    onDone
  }: { field?: Schemas['OwnFieldView'] | undefined; record: string; onDone: () => unknown } = $props();
  const KINDS = [
    ['text', 'text'],
    ['number', 'number'],
    ['amount', 'amount'],
    ['date', 'date'],
    ['choice', 'choice'],
    ['yes-no', 'yes or no']
  ] as const;
  const id = untrack(() => field?.id);
  const of = (f: Schemas['OwnFieldView'] | undefined) => ({
    values: {
      name: f?.name ?? '',
      kind: f?.kind ?? 'text',
      choices: f?.choices.join('\n') ?? '',
      required: f?.required ?? false,
      inList: f?.inList ?? true
    },
    version: f?.version ?? 0
  });
  const form = new Form({
    ...untrack(() => of(field)),
    send: async ({ name, kind, choices, required, inList }, version) => {
      const body = { record, name, kind, choices: choices.split('\n'), required, inList };
      if (id === undefined) await ask(api.POST('/api/own-fields', { body }));
      else
        await ask(
          api.PUT('/api/own-fields/{id}', { params: { path: { id }, header: match(version) }, body })
        );
    },
    reread: async () => {
      const all = await ask(api.GET('/api/own-fields'));
      return of(all.fields.find((one) => one.id === id));
    },
    done: () => onDone()
  });
</script>

<form class="form one" onsubmit={form.submit}>
  <Entry {form} name="name" label="Name" focus />
  {#if field === undefined}<Pick {form} name="kind" label="Kind" options={KINDS} />{/if}
  {#if form.values.kind === 'choice'}
    <Entry {form} name="choices" label="Choices, one on each line" rows={5} />
    {#if field}<p class="quiet">
        A choice that stands where another stood is its new name, wherever it was chosen.
      </p>{/if}
  {/if}
  <Tick {form} name="required" label="Required" />
  <Tick {form} name="inList" label="Shown in lists and files" />
  <FormFoot {form} label={field ? 'Save' : 'Add'} />
</form>
