<script lang="ts">
  import { goto } from '$app/navigation';
  import { api } from '$lib/api/client';
  import Notice from '$lib/ui/Notice.svelte';
  import { load, refusalOf } from '$lib/ui/load.svelte';
  import { say } from '$lib/ui/said';
  import RenewForm from './RenewForm.svelte';
  /** Renews an agreement from wherever its call or its next term stands. */
  let { agreement, onDone }: { agreement: number; onDone: () => unknown } = $props();
  const read = load(
    () => ['agreement', agreement],
    () => api.GET('/api/agreements/{id}', { params: { path: { id: agreement } } })
  );
  const a = $derived(read.data);
</script>

<Notice refusal={refusalOf(read)} />
{#if a?.next}
  <RenewForm
    id={a.id}
    number={a.number}
    monthly={a.runningMonthly}
    next={a.next.monthly}
    quote={a.next.quote}
    onDone={(order) => {
      onDone();
      say('The next term is ordered.');
      void goto(`/orders/${order}`);
    }}
  />
{:else if a}<p class="quiet">No next term waits to be ordered.</p>{/if}
