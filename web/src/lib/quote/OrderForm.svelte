<script lang="ts">
  import { goto } from '$app/navigation';
  import { api, ask, type Schemas } from '$lib/api/client';
  import Entry from '$lib/forms/Entry.svelte';
  import FormFoot from '$lib/forms/FormFoot.svelte';
  import { Form } from '$lib/forms/form.svelte';
  import { figure } from '$lib/ui/format';
  import { untrack } from 'svelte';
  /** Places the order on a quote, with the customer's number. */
  let { q, onDone }: { q: Schemas['QuoteView']; onDone: () => unknown } = $props();
  const path = untrack(() => ({ id: q.id }));
  const form = new Form({
    values: { poNumber: untrack(() => q.poNumber) },
    draft: untrack(() => `order on quote ${q.id}`),
    send: (body) => ask(api.POST('/api/quotes/{id}/order', { params: { path }, body })),
    done: async (placed) => {
      onDone();
      await goto('/orders/' + placed.id);
    }
  });
</script>

<form class="form one" onsubmit={form.submit}>
  <Entry {form} name="poNumber" label="Customer PO number" focus />
  <p class="quiet">
    Margin, credit and the number decide whether it is released or held. The opportunity is won with {figure(
      q.worksheet.totals.contract
    )}.
  </p>
  <FormFoot {form} label="Place it" />
</form>
