<script lang="ts">
  import { untrack } from 'svelte';
  import { api, ask, type Schemas } from '$lib/api/client';
  import Entry from '$lib/forms/Entry.svelte';
  import FormFoot from '$lib/forms/FormFoot.svelte';
  import { Form } from '$lib/forms/form.svelte';
  import { Debounced } from '$lib/order/preview.svelte';
  import { figure, position } from '$lib/ui/format';
  import PortionTable from './PortionTable.svelte';
  import { all, portions, type Portions } from './portions';
  /** Issues an invoice of an order, or a deposit; what it comes to is shown before. */
  let { o, onDone }: { o: Schemas['OrderView']; onDone: (made: number) => unknown } = $props();
  type What = 'delivered' | 'rest' | 'part' | 'deposit';
  const open = $derived(o.progress.filter((line) => line.toInvoice !== '0'));
  const isDelivered = untrack(() =>
    o.progress.some((line) => position(line.delivered) > position(line.invoiced))
  );
  const path = untrack(() => ({ id: o.id }));
  type Values = {
    what: What;
    percent: string;
    net: string;
    deduct: boolean;
    lines: Portions;
  };
  function body({ what, percent, net, deduct, lines }: Values): Schemas['IssueForm'] {
    const byNet = what === 'deposit' && net !== '';
    return {
      what,
      deduct,
      lines: what === 'part' ? portions(lines) : null,
      net: byNet ? net : null,
      percent: what === 'deposit' && !byNet ? percent : null
    };
  }
  const form = new Form({
    values: untrack((): Values => ({
      what: isDelivered ? 'delivered' : 'rest',
      percent: o.terms.depositPercent === '0' ? '30' : o.terms.depositPercent,
      net: '',
      deduct: true,
      lines: all(open, 'toInvoice')
    })),
    draft: untrack(() => `invoice of order ${o.id}`),
    send: (values: Values) =>
      ask(api.POST('/api/orders/{id}/invoices', { params: { path }, body: body(values) })),
    done: (made) => onDone(made.id)
  });
  const preview = new Debounced(
    () => body(form.values),
    (asked) => ask(api.POST('/api/orders/{id}/invoices/preview', { params: { path }, body: asked }))
  );
  const WHATS: [What, string][] = [
    ['delivered', 'What is delivered'],
    ['rest', 'All that is left'],
    ['part', 'Chosen quantities'],
    ['deposit', 'A deposit']
  ];
</script>

<form class="form" onsubmit={form.submit}>
  <fieldset class="whole">
    <legend>Invoice</legend>
    <div class="row">
      {#each WHATS as [what, label] (what)}<label
          ><input type="radio" name="what" value={what} bind:group={form.values.what} /> {label}</label
        >{/each}
    </div>
  </fieldset>
  {#if form.values.what === 'part'}
    <div class="whole">
      <PortionTable
        lines={open}
        of="toInvoice"
        label="Invoice"
        bind:typed={form.values.lines}
        at={(field: string) => form.at(field)}
      />
    </div>
  {:else if form.values.what === 'deposit'}
    <Entry {form} name="percent" label="Percent of the order" />
    <Entry {form} name="net" label="Or a net amount (optional)" />
  {/if}
  {#if form.values.what !== 'deposit'}
    <label class="whole"
      ><input type="checkbox" bind:checked={form.values.deduct} /> Set off deposits that were invoiced</label
    >
  {/if}
  <p class="whole sum" aria-live="polite">
    {#if preview.refusal}<span class="bad">{preview.refusal.detail || preview.refusal.message}</span>
    {:else if preview.answer}
      <span>net <b>{figure(preview.answer.net)}</b></span>
      {#each preview.answer.taxes as tax (tax.percent)}<span
          >tax {tax.percent} % <b>{figure(tax.tax)}</b></span
        >{/each}
      <span>total <b>{figure(preview.answer.total)}</b></span>
    {:else}<span class="quiet">…</span>{/if}
  </p>
  <FormFoot {form} label="Issue invoice" hint="An issued invoice can no longer be changed." />
</form>

<style>
  .sum {
    display: flex;
    flex-wrap: wrap;
    gap: 4px 18px;
    border-top: 1px solid var(--rule-strong);
    padding-top: 8px;
    min-height: 32px;
  }
  b {
    font-weight: 560;
  }
</style>
