<script lang="ts">
  import { untrack } from 'svelte';
  import { api, ask, type Schemas } from '$lib/api/client';
  import Entry from '$lib/forms/Entry.svelte';
  import FormFoot from '$lib/forms/FormFoot.svelte';
  import { Form } from '$lib/forms/form.svelte';
  import { match } from '$lib/ui/acts.svelte';
  import PortionTable from './PortionTable.svelte';
  import { all, portions, type Portions } from './portions';
  /** Other quantities of an order that waits, or what is taken back of one that goes ahead. */
  let { o, onDone }: { o: Schemas['OrderView']; onDone: () => unknown } = $props();
  const waits = untrack(() => o.state === 'hold');
  const NONE: Portions = {};
  const path = untrack(() => ({ id: o.id }));
  const lines = untrack(() => (waits ? everything() : o.progress.filter((line) => line.due !== '0')));
  const before = untrack(() => (waits ? all(lines, 'quantity') : NONE));
  const form = new Form({
    values: { lines: { ...before }, reason: '' },
    version: untrack(() => o.version),
    draft: untrack(() => `quantities of order ${o.id}`),
    send: (typed, version) => {
      const changed = Object.fromEntries(
        Object.entries(typed.lines).filter(([line, quantity]) => quantity !== before[line])
      );
      const params = { path, header: match(version) };
      const body = { lines: portions(changed), reason: typed.reason };
      return ask(
        waits
          ? api.PUT('/api/orders/{id}/quantities', { params, body })
          : api.POST('/api/orders/{id}/cancel-lines', { params, body })
      );
    },
    reread: async () => ({
      version: (await ask(api.GET('/api/orders/{id}', { params: { path } }))).version
    }),
    done: () => onDone()
  });

  /** Also what recurs, which is not delivered. */
  function everything(): Schemas['LineProgress'][] {
    return o.worksheet.lines.flatMap((line) =>
      line.typed && line.figures?.counted
        ? [
            {
              line: line.id,
              product: line.typed.product ?? null,
              description: line.typed.description,
              unit: '',
              quantity: line.typed.quantity,
              net: '',
              delivered: '0',
              invoiced: '0',
              cancelled: '0',
              due: line.typed.quantity,
              toInvoice: line.typed.quantity,
              requestedOn: null
            }
          ]
        : []
    );
  }
</script>

<form class="form one" onsubmit={form.submit}>
  <PortionTable
    {lines}
    of={waits ? 'quantity' : 'due'}
    label={waits ? 'Order' : 'Cancel'}
    bind:typed={form.values.lines}
    at={(field: string) => form.at(field)}
  />
  <p class="quiet">
    {waits
      ? 'Each at the price agreed; 0 takes a line out. What holds the order is looked at again.'
      : 'Only what is neither delivered nor invoiced can be cancelled.'}
  </p>
  <Entry {form} name="reason" label="Reason" />
  <FormFoot {form} label={waits ? 'Change quantities' : 'Cancel these'} />
</form>
