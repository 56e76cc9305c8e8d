<script lang="ts">
  import { untrack } from 'svelte';
  import { api, ask, type Schemas } from '$lib/api/client';
  import Entry from '$lib/forms/Entry.svelte';
  import FormFoot from '$lib/forms/FormFoot.svelte';
  import { Form } from '$lib/forms/form.svelte';
  import { match } from '$lib/ui/acts.svelte';
  import { day } from '$lib/ui/format';
  import EndEffect from './EndEffect.svelte';
  /** Ends on the day of the customer's other agreements, or on any other; what it charges is shown before. */
  let { a, onDone }: { a: Schemas['AgreementView']; onDone: () => unknown } = $props();
  const path = untrack(() => ({ id: a.id }));
  const form = new Form({
    values: { on: untrack(() => a.others[0]?.end ?? a.end) },
    version: untrack(() => a.version),
    draft: untrack(() => `end of agreement ${a.id}`),
    send: (body, read) =>
      ask(api.PUT('/api/agreements/{id}/end', { params: { path, header: match(read) }, body })),
    reread: async () => {
      const now = await ask(api.GET('/api/agreements/{id}', { params: { path } }));
      return { version: now.version };
    },
    done: () => onDone()
  });
</script>

<form class="form one" onsubmit={form.submit}>
  {#if a.others.length}
    <p class="row">
      {#each a.others as other (other.id)}<button
          type="button"
          class="plain"
          onclick={() => (form.values.on = other.end)}>as {other.number}, {day(other.end)}</button
        >{/each}
    </p>
  {/if}
  <Entry {form} name="on" label="Last day" type="date" focus />
  {#if form.values.on && form.values.on !== a.end}<EndEffect id={a.id} on={form.values.on} />{/if}
  <FormFoot {form} label="Move end" hint="The next term begins the day after." />
</form>
