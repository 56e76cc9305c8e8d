<script lang="ts">
  import { api, ask, type Schemas } from '$lib/api/client';
  import Entry from '$lib/forms/Entry.svelte';
  import FormFoot from '$lib/forms/FormFoot.svelte';
  import { Form } from '$lib/forms/form.svelte';
  import { session } from '$lib/shell/session.svelte';
  import { match } from '$lib/ui/acts.svelte';
  import { load } from '$lib/ui/load.svelte';
  import { untrack } from 'svelte';
  import { after } from '$lib/activity/step';
  import Offered from '$lib/ui/Offered.svelte';
  /** Why it is lost and to whom, or why and until when it is on hold. */
  let {
    o,
    paused,
    open = $bindable(),
    onChange
  }: {
    o: Schemas['OpportunityView'];
    /** it is put on hold, else it is lost */
    paused: boolean;
    open: boolean;
    onChange: () => unknown;
  } = $props();
  const used = load(
    () => ['used'],
    () => api.GET('/api/opportunities/used')
  );
  const rivals = $derived([...new Set([...o.team.competitors, ...(used.data?.competitors ?? [])])]);
  const path = untrack(() => ({ id: o.id }));
  const form = new Form({
    values: { reason: '', competitor: '', until: after(session.view?.today ?? '2026-01-01', 30) },
    version: untrack(() => o.version),
    draft: untrack(() => `${paused ? 'on hold' : 'lost'} ${o.id}`),
    send: ({ reason, competitor, until }, version) => {
      const params = { path, header: match(version) };
      return ask(
        paused
          ? api.POST('/api/opportunities/{id}/paused', { params, body: { until, reason } })
          : api.POST('/api/opportunities/{id}/lost', { params, body: { reason, competitor } })
      );
    },
    reread: async () => {
      const now = await ask(api.GET('/api/opportunities/{id}', { params: { path } }));
      return { version: now.version };
    },
    done: async () => {
      await onChange();
      open = false;
    }
  });
</script>

<form class="form one" onsubmit={form.submit}>
  {#if paused}<Entry {form} name="until" label="Until" type="date" />{/if}
  <Entry {form} name="reason" label="Reason" list="reasons" focus />
  {#if !paused}
    <Entry {form} name="competitor" label="Lost to (optional)" list="rivals" />
    <Offered list="lost-reason" id="reasons" more={used.data?.reasons ?? []} />
    <datalist id="rivals"
      >{#each rivals as r (r)}<option value={r}></option>{/each}</datalist
    >
  {/if}
  <p class="quiet">
    {paused
      ? 'It is left out of the sheet and the outlook until that day; then it is open again with a call planned.'
      : 'Its planned activities are closed. It can be reopened.'}
  </p>
  <FormFoot {form} label={paused ? 'Put on hold' : 'Close as lost'} />
</form>
