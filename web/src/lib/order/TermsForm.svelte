<script lang="ts">
  import { untrack } from 'svelte';
  import { api, ask, type Schemas } from '$lib/api/client';
  import Entry from '$lib/forms/Entry.svelte';
  import FormFoot from '$lib/forms/FormFoot.svelte';
  import { Form } from '$lib/forms/form.svelte';
  import { match } from '$lib/ui/acts.svelte';
  /** What stands on an order beside its lines; what holds it is looked at again. */
  let { o, onDone }: { o: Schemas['OrderView']; onDone: () => unknown } = $props();
  const path = untrack(() => ({ id: o.id }));
  const values = (of: Schemas['OrderView']) => ({
    poNumber: of.terms.poNumber ?? '',
    termsDays: String(of.terms.termsDays),
    depositPercent: of.terms.depositPercent,
    invoiceOn: of.terms.invoiceOn,
    deliveryAddress: of.terms.deliveryAddress
  });
  const form = new Form({
    values: untrack(() => values(o)),
    version: untrack(() => o.version),
    draft: untrack(() => `terms of order ${o.id}`),
    send: (body, version) =>
      ask(
        api.PUT('/api/orders/{id}/terms', {
          params: { path, header: match(version) },
          body: { ...body, joins: null }
        })
      ),
    reread: async () => {
      const now = await ask(api.GET('/api/orders/{id}', { params: { path } }));
      return { values: values(now), version: now.version };
    },
    done: () => onDone()
  });
</script>

<form class="form" onsubmit={form.submit}>
  <Entry {form} name="poNumber" label="Customer PO number" focus />
  <Entry {form} name="termsDays" label="Payment within days" />
  <Entry {form} name="depositPercent" label="Deposit, %" />
  <Entry {form} name="invoiceOn" label="Invoice date" type="date" />
  <div class="whole">
    <Entry {form} name="deliveryAddress" label="Delivery address, where it is another (optional)" rows={3} />
  </div>
  <p class="quiet whole">
    The account pays within {o.terms.accountTermsDays} days; longer terms are released by a credit controller.
  </p>
  <FormFoot {form} />
</form>
