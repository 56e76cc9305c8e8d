<script lang="ts">
  import { untrack } from 'svelte';
  import { after } from '$lib/activity/step';
  import { api, ask } from '$lib/api/client';
  import Entry from '$lib/forms/Entry.svelte';
  import FormFoot from '$lib/forms/FormFoot.svelte';
  import { Form } from '$lib/forms/form.svelte';
  import { session } from '$lib/shell/session.svelte';
  import { match } from '$lib/ui/acts.svelte';
  /** Another expected close; its stage stays. */
  let {
    o,
    open = $bindable(),
    onChange
  }: {
    o: { id: number; stageId: number; version: number };
    open: boolean;
    onChange: () => unknown;
  } = $props();
  const path = untrack(() => ({ id: o.id }));
  const stageId = untrack(() => o.stageId);
  const form = new Form({
    values: { expectedClose: after(session.view?.today ?? '2026-01-01', 30) },
    version: untrack(() => o.version),
    send: ({ expectedClose }, version) =>
      ask(
        api.POST('/api/opportunities/{id}/place', {
          params: { path, header: match(version) },
          body: { stageId, expectedClose }
        })
      ),
    reread: async () => ({
      version: (await ask(api.GET('/api/opportunities/{id}', { params: { path } }))).version
    }),
    done: async () => {
      await onChange();
      open = false;
    }
  });
</script>

<form class="form one" onsubmit={form.submit}>
  <Entry {form} name="expectedClose" label="New expected close" type="date" focus />
  <p class="quiet">
    A later date counts as close date moved back. Is it lost? <a href="/opportunities/{o.id}">Open it</a>.
  </p>
  <FormFoot {form} label="Move close date" />
</form>
