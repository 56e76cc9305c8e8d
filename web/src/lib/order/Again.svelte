<script lang="ts">
  import { goto } from '$app/navigation';
  import { api, ask } from '$lib/api/client';
  import ComparisonTable from '$lib/quote/ComparisonTable.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import { Acts } from '$lib/ui/acts.svelte';
  import { load, refusalOf } from '$lib/ui/load.svelte';
  /** The same order again at today's prices, with what differs; it is looked through and placed on its opportunity. */
  let { id }: { id: number } = $props();
  const compared = load(
    () => ['order', id, 'again'],
    () => api.GET('/api/orders/{id}/again', { params: { path: { id } } })
  );
  const acts = new Acts();

  async function begin() {
    await acts.run(async () => {
      const made = await ask(api.POST('/api/orders/{id}/again', { params: { path: { id } } }));
      await goto('/opportunities/' + made.id);
    });
  }
</script>

<Notice refusal={refusalOf(compared)} />
{#if compared.data}
  <ComparisonTable comparison={compared.data} />
  <p class="quiet">
    Discounts, gifts and options of then are left out. Next: look through the lines and place the order.
  </p>
{:else if compared.isPending}<p class="quiet">Loading…</p>{/if}
<Notice refusal={acts.refusal} />
<p class="row">
  <button class="act main" disabled={acts.busy || !compared.data} onclick={() => void begin()}
    >Order again</button
  >
</p>
