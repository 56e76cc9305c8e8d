<script lang="ts">
  import { untrack } from 'svelte';
  import { api, ask } from '$lib/api/client';
  import Entry from '$lib/forms/Entry.svelte';
  import FormFoot from '$lib/forms/FormFoot.svelte';
  import { Form } from '$lib/forms/form.svelte';
  import { match } from '$lib/ui/acts.svelte';
  import { day } from '$lib/ui/format';
  import { load } from '$lib/ui/load.svelte';
  import EndEffect from './EndEffect.svelte';
  /** The customer does not want another term: why, to whom they go, and the last day where it is an earlier one. */
  let { id, end, version, onDone }: { id: number; end: string; version: number; onDone: () => unknown } =
    $props();
  const used = load(
    () => ['used'],
    () => api.GET('/api/opportunities/used')
  );
  const path = untrack(() => ({ id }));
  const form = new Form({
    values: { reason: '', competitor: '', lastDay: '' },
    version: untrack(() => version),
    draft: untrack(() => `not renewed ${id}`),
    send: (body, read) =>
      ask(api.POST('/api/agreements/{id}/not-renewed', { params: { path, header: match(read) }, body })),
    reread: async () => {
      const now = await ask(api.GET('/api/agreements/{id}', { params: { path } }));
      return { version: now.version };
    },
    done: () => onDone()
  });
</script>

<form class="form one" onsubmit={form.submit}>
  <Entry {form} name="reason" label="Reason" list="leave-reasons" focus />
  <Entry {form} name="competitor" label="Goes to (optional)" list="leave-rivals" />
  <Entry {form} name="lastDay" label="Last day, where it ends before {day(end)} (optional)" type="date" />
  <datalist id="leave-reasons"
    >{#each used.data?.reasons ?? [] as r (r)}<option value={r}></option>{/each}</datalist
  >
  <datalist id="leave-rivals"
    >{#each used.data?.competitors ?? [] as r (r)}<option value={r}></option>{/each}</datalist
  >
  {#if form.values.lastDay}<EndEffect {id} on={form.values.lastDay} />{/if}
  <p class="quiet">
    The opportunity of the next term is lost with this reason; the agreement runs out by itself.
  </p>
  <FormFoot {form} label="Not renewed" />
</form>
