<script lang="ts">
  import { goto } from '$app/navigation';
  import { untrack } from 'svelte';
  import { api, ask, type Schemas } from '$lib/api/client';
  import Entry from '$lib/forms/Entry.svelte';
  import FormFoot from '$lib/forms/FormFoot.svelte';
  import { Form } from '$lib/forms/form.svelte';
  import { day, figure } from '$lib/ui/format';
  import { load } from '$lib/ui/load.svelte';
  /** Places an order: on a quote, or on what an opportunity comes to. What is left blank is as it usually is. */
  let {
    quote,
    opportunity,
    contract,
    poNumber = '',
    onDone
  }: {
    quote?: number;
    opportunity: number;
    /** what the opportunity is won with */
    contract: string;
    /** the customer's, where they gave it @default '' */
    poNumber?: string;
    onDone: () => unknown;
  } = $props();
  /** Where something recurs: which running agreements it could join. */
  const joinable = load(
    () => ['joinable', opportunity, quote ?? 0],
    () =>
      api.GET('/api/opportunities/{id}/joinable', {
        params: { path: { id: opportunity }, query: quote ? { quote } : {} }
      })
  );
  const form = new Form({
    values: untrack(() => ({
      poNumber,
      depositPercent: '',
      termsDays: '',
      invoiceOn: '',
      deliveryAddress: '',
      joins: ''
    })),
    draft: untrack(() => (quote ? `order on quote ${quote}` : `order on opportunity ${opportunity}`)),
    send: ({ deliveryAddress, joins, ...rest }) => {
      const body: Schemas['OrderForm'] = {
        ...rest,
        deliveryAddress: deliveryAddress || null,
        joins: joins ? Number(joins) : null
      };
      return ask(
        quote
          ? api.POST('/api/quotes/{id}/order', { params: { path: { id: quote } }, body })
          : api.POST('/api/opportunities/{id}/order', { params: { path: { id: opportunity } }, body })
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
  {#if joinable.data?.length}
    <div class="field whole">
      <label for="joins">What recurs</label>
      <select class="box" id="joins" name="joins" bind:value={form.values.joins}
        ><option value="">starts an agreement of its own</option>
        {#each joinable.data as j (j.id)}<option value={String(j.id)}
            >joins {j.number}, until {day(j.end)}: {figure(j.until)} until then</option
          >{/each}</select
      >
    </div>
  {/if}
  <p class="quiet whole">
    Margin, credit, stock, terms and the PO number decide whether it is released or held. The opportunity is
    won with {figure(contract)}.
  </p>
  <FormFoot {form} label="Place order" />
</form>
