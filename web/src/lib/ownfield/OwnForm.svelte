<script lang="ts">
  import { api, ask, type Schemas } from '$lib/api/client';
  import Entry from '$lib/forms/Entry.svelte';
  import FormFoot from '$lib/forms/FormFoot.svelte';
  import Pick from '$lib/forms/Pick.svelte';
  import { Form } from '$lib/forms/form.svelte';
  import { match } from '$lib/ui/acts.svelte';
  import { untrack } from 'svelte';
  /** What is entered in the fields that the company added. */
  let {
    record,
    id,
    own,
    onDone
  }: { record: string; id: number; own: Schemas['OwnValuesView']; onDone: () => unknown } = $props();
  const path = untrack(() => ({ kind: record, id }));
  const of = (view: Schemas['OwnValuesView']) => ({
    values: Object.fromEntries(view.fields.map((f) => [String(f.id), view.values[f.id] ?? ''])) as Record<
      string,
      string
    >,
    version: view.version
  });
  const form = new Form({
    ...untrack(() => of(own)),
    draft: untrack(() => `own ${record} ${id}`),
    send: (values, version) =>
      ask(
        api.PUT('/api/records/{kind}/{id}/own-fields', {
          params: { path, header: match(version) },
          body: { values }
        })
      ),
    reread: async () => of(await ask(api.GET('/api/records/{kind}/{id}/own-fields', { params: { path } }))),
    done: () => onDone()
  });
  const same = (...words: string[]) => words.map((word) => [word, word || 'none'] as const);
  const label = (field: Schemas['OwnFieldView']) => field.name + (field.required ? '' : ' (optional)');
</script>

<form class="form one" onsubmit={form.submit}>
  {#each own.fields as field, n (field.id)}
    {#if field.kind === 'choice' || field.kind === 'yes-no'}
      <Pick
        {form}
        name={String(field.id)}
        at={`values.${field.id}`}
        label={label(field)}
        options={same('', ...(field.kind === 'choice' ? field.choices : ['yes', 'no']))}
      />
    {:else}
      <Entry
        {form}
        name={String(field.id)}
        at={`values.${field.id}`}
        label={label(field)}
        type={field.kind === 'date' ? 'date' : 'text'}
        focus={n === 0}
      />
    {/if}
  {/each}
  <FormFoot {form} />
</form>
