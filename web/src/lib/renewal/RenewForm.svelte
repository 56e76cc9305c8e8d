<script lang="ts">
  import { untrack } from 'svelte';
  import { api, ask } from '$lib/api/client';
  import Entry from '$lib/forms/Entry.svelte';
  import FormFoot from '$lib/forms/FormFoot.svelte';
  import { Form } from '$lib/forms/form.svelte';
  import { figure } from '$lib/ui/format';
  /** Orders the next term as it stands, with nothing typed again but the customer's PO number. */
  let {
    id,
    number,
    monthly,
    next,
    quote,
    onDone
  }: {
    id: number;
    number: string;
    monthly: string;
    /** per month of the next term */
    next: string;
    quote?: string | null | undefined;
    onDone: (order: number) => unknown;
  } = $props();
  const form = new Form({
    values: { poNumber: '' },
    draft: untrack(() => `renew ${id}`),
    send: (body) => ask(api.POST('/api/renewals/{id}/order', { params: { path: { id } }, body })),
    done: (made) => onDone(made.id)
  });
</script>

<form class="form one" onsubmit={form.submit}>
  <p>
    {#if next === monthly}The next term of {number} as the running one: {figure(monthly)} per month.
    {:else}The next term of {number} at {figure(next)} per month, {figure(monthly)} until now.{/if}
    {#if quote}As quoted in {quote}.{/if}
  </p>
  <Entry {form} name="poNumber" label="Customer PO number (optional)" focus />
  <FormFoot {form} label="Order next term" />
</form>
