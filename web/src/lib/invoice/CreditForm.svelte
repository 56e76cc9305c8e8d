<script lang="ts">
  import { untrack } from 'svelte';
  import { api, ask, type Schemas } from '$lib/api/client';
  import Entry from '$lib/forms/Entry.svelte';
  import FormFoot from '$lib/forms/FormFoot.svelte';
  import { Form } from '$lib/forms/form.svelte';
  import PortionTable from '$lib/order/PortionTable.svelte';
  import { portions, type Portions } from '$lib/order/portions';
  /** Takes back an invoice, whole or so many of its lines; a deposit and recurring charges only whole. */
  let { i, onDone }: { i: Schemas['InvoiceView']; onDone: (made: number) => unknown } = $props();
  const NONE: Portions = {};
  const path = untrack(() => ({ id: i.id }));
  const mayPart = untrack(() => i.type === 'invoice');
  const lines = untrack(() =>
    i.lines.map((line) => ({
      line: line.line,
      product: line.product ?? null,
      description: line.description,
      unit: line.unit,
      quantity: line.quantity,
      net: line.net,
      delivered: '0',
      invoiced: '0',
      cancelled: '0',
      due: '0',
      toInvoice: line.quantity,
      requestedOn: null
    }))
  );
  const form = new Form({
    values: { whole: true, lines: NONE, reason: '' },
    draft: untrack(() => `credit invoice ${i.id}`),
    send: ({ whole, lines: typed, reason }) =>
      ask(
        api.POST('/api/invoices/{id}/credit', {
          params: { path },
          body: { reason, lines: whole ? null : portions(typed) }
        })
      ),
    done: (made) => onDone(made.id)
  });
</script>

<form class="form one" onsubmit={form.submit}>
  {#if mayPart}
    <fieldset class="row">
      <label
        ><input
          type="radio"
          name="whole"
          checked={form.values.whole}
          onchange={() => (form.values.whole = true)}
        /> All that is left of it</label
      >
      <label
        ><input
          type="radio"
          name="whole"
          checked={!form.values.whole}
          onchange={() => (form.values.whole = false)}
        /> Chosen quantities</label
      >
    </fieldset>
  {/if}
  {#if !form.values.whole}
    <PortionTable
      {lines}
      of="toInvoice"
      label="Credit"
      bind:typed={form.values.lines}
      at={(field: string) => form.at(field)}
    />
  {/if}
  <Entry {form} name="reason" label="Reason, as it stands on the credit note" focus />
  <FormFoot {form} label="Issue credit note" hint="What is credited may be invoiced again." />
</form>
