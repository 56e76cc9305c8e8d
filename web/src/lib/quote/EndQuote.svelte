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
  const lines = untrack(() => q.worksheet.lines.flatMap((line) => (line.typed ? [line.typed] : [])));
  const options = lines.filter((line) => line.optional);
  const sets = [...new Set(lines.flatMap((line) => line.alternativeSet ?? []))].map((set) => ({
    set,
    of: lines.filter((line) => line.alternativeSet === set)
  }));
  const form = new Form({
    values: {
      words: '',
      options: [] as string[],
      alternatives: Object.fromEntries(
        sets.map(({ set, of }) => [set, of.find((line) => line.chosen)?.id ?? ''])
      )
    },
    version: untrack(() => q.version),
    draft: untrack(() => `${how} quote ${q.id}`),
    send: ({ words, options, alternatives }, version) => {
      const params = { path, header: match(version) };
      return ask(
        how === 'accepted'
          ? api.POST('/api/quotes/{id}/accepted', { params, body: { words, options, alternatives } })
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
  {#if how === 'accepted' && options.length}
    <fieldset>
      <legend>Options they take</legend>
      {#each options as line (line.id)}<label
          ><input type="checkbox" value={line.id} bind:group={form.values.options} />
          {line.description}</label
        >{/each}
    </fieldset>
  {/if}
  {#if how === 'accepted'}
    {#each sets as { set, of } (set)}
      <fieldset>
        <legend>One of {set}</legend>
        {#each of as line (line.id)}<label
            ><input
              type="radio"
              name="set-{set}"
              value={line.id}
              checked={form.values.alternatives[set] === line.id}
              onchange={() => (form.values.alternatives[set] = line.id)}
            />
            {line.description}</label
          >{/each}
      </fieldset>
    {/each}
  {/if}
  <FormFoot {form} label={LABEL[how]} />
</form>

<style>
  label {
    display: flex;
    gap: 6px;
    align-items: center;
    min-height: 28px;
  }
</style>
