<script lang="ts">
  import { untrack } from 'svelte';
  import { api, ask, type Schemas } from '$lib/api/client';
  import Entry from '$lib/forms/Entry.svelte';
  import FormFoot from '$lib/forms/FormFoot.svelte';
  import { Form } from '$lib/forms/form.svelte';
  import { match } from '$lib/ui/acts.svelte';
  /** Cancels an order as a whole: the deal is open again, or lost. */
  let { o, onDone }: { o: Schemas['OrderView']; onDone: () => unknown } = $props();
  const path = untrack(() => ({ id: o.id }));
  const form = new Form({
    values: { reason: '', goesOn: true },
    version: untrack(() => o.version),
    draft: untrack(() => `cancel order ${o.id}`),
    send: (body, version) =>
      ask(api.POST('/api/orders/{id}/cancel', { params: { path, header: match(version) }, body })),
    reread: async () => ({
      version: (await ask(api.GET('/api/orders/{id}', { params: { path } }))).version
    }),
    done: () => onDone()
  });
</script>

<form class="form one" onsubmit={form.submit}>
  <Entry {form} name="reason" label="Reason" rows={2} focus />
  <fieldset>
    <legend>The opportunity</legend>
    <label
      ><input
        type="radio"
        name="goes-on"
        checked={form.values.goesOn}
        onchange={() => (form.values.goesOn = true)}
      /> is open again</label
    >
    <label
      ><input
        type="radio"
        name="goes-on"
        checked={!form.values.goesOn}
        onchange={() => (form.values.goesOn = false)}
      /> is lost for this reason</label
    >
  </fieldset>
  <FormFoot {form} label="Cancel order" />
</form>

<style>
  label {
    display: flex;
    gap: 6px;
    min-height: 28px;
    align-items: center;
  }
</style>
