<script lang="ts">
  import { untrack } from 'svelte';
  import { api, ask, type Schemas } from '$lib/api/client';
  import Entry from '$lib/forms/Entry.svelte';
  import FormFoot from '$lib/forms/FormFoot.svelte';
  import { Form } from '$lib/forms/form.svelte';
  import { session } from '$lib/shell/session.svelte';
  import PortionTable from './PortionTable.svelte';
  import { all, portions } from './portions';
  /** Notes a delivery: all that is due to begin with, or a part of it. */
  let { o, onDone }: { o: Schemas['OrderView']; onDone: (made: number) => unknown } = $props();
  const due = $derived(o.progress.filter((line) => line.due !== '0'));
  const path = untrack(() => ({ id: o.id }));
  const form = new Form({
    values: untrack(() => ({
      on: session.view?.today ?? '',
      address: o.terms.deliveryAddress || o.terms.accountAddress,
      note: '',
      lines: all(due, 'due')
    })),
    draft: untrack(() => `delivery of order ${o.id}`),
    send: ({ lines, ...rest }) =>
      ask(
        api.POST('/api/orders/{id}/deliveries', {
          params: { path },
          body: { ...rest, lines: portions(lines) }
        })
      ),
    done: (made) => onDone(made.id)
  });
</script>

<form class="form" onsubmit={form.submit}>
  <div class="whole">
    <PortionTable
      lines={due}
      of="due"
      label="Deliver"
      bind:typed={form.values.lines}
      at={(field: string) => form.at(field)}
    />
    {#if form.at('lines')}<p class="bad" role="alert">{form.at('lines')}</p>{/if}
  </div>
  <Entry {form} name="on" label="Day" type="date" />
  <Entry {form} name="note" label="Note on the delivery note (optional)" />
  <div class="whole"><Entry {form} name="address" label="Delivered to" rows={3} /></div>
  <FormFoot {form} label="Deliver" hint="What is left stays due." />
</form>
