<script lang="ts">
  import { goto } from '$app/navigation';
  import { untrack } from 'svelte';
  import { api, ask, type Schemas } from '$lib/api/client';
  import Entry from '$lib/forms/Entry.svelte';
  import FormFoot from '$lib/forms/FormFoot.svelte';
  import { Form } from '$lib/forms/form.svelte';
  import { figure } from '$lib/ui/format';
  /** Places an order: on a quote, or on what an opportunity comes to. What is left blank is as it usually is. */
  let {
    quote,
    opportunity,
    contract,
    poNumber = '',
    onDone
  }: {
    quote?: number;
    opportunity?: number;
    /** what the opportunity is won with */
    contract: string;
    /** the customer's, where they gave it @default '' */
    poNumber?: string;
    onDone: () => unknown;
  } = $props();
  const form = new Form({
    values: untrack(() => ({
      poNumber,
      depositPercent: '',
      termsDays: '',
      invoiceOn: '',
      deliveryAddress: ''
    })),
    draft: untrack(() => (quote ? `order on quote ${quote}` : `order on opportunity ${opportunity}`)),
    send: ({ deliveryAddress, ...rest }) => {
      const body: Schemas['OrderForm'] = { ...rest, deliveryAddress: deliveryAddress || null };
      return ask(
        quote
          ? api.POST('/api/quotes/{id}/order', { params: { path: { id: quote } }, body })
          : api.POST('/api/opportunities/{id}/order', { params: { path: { id: opportunity ?? 0 } }, body })
      );
    },
    done: async (placed) => {
      onDone();
      await goto('/orders/' + placed.id);
    }
  });
</script>

<form class="form" onsubmit={form.submit}>
  <div class="whole"><Entry {form} name="poNumber" label="Customer PO number" focus /></div>
  <Entry {form} name="depositPercent" label="Deposit, % (optional)" />
  <Entry {form} name="termsDays" label="Payment within days (optional)" />
  <div class="whole">
    <Entry {form} name="deliveryAddress" label="Delivery address, where it is another (optional)" rows={3} />
  </div>
  <p class="quiet whole">
    Margin, credit, stock, terms and the PO number decide whether it is released or held. The opportunity is
    won with {figure(contract)}.
  </p>
  <FormFoot {form} label="Place order" />
</form>
