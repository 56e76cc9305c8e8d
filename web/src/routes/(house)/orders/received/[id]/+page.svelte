<script lang="ts">
  import { page } from '$app/state';
  import { api } from '$lib/api/client';
  import ReceivedOrder from '$lib/order/ReceivedOrder.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import { load, refusalOf } from '$lib/ui/load.svelte';
  const id = $derived(Number(page.params.id));
  const order = load(
    () => ['received-order', id],
    () => api.GET('/api/received-orders/{received}', { params: { path: { received: id } } })
  );
</script>

<svelte:head><title>{order.data?.row.number ?? 'Received order'} · Firm Tally</title></svelte:head>
<div class="page">
  <Notice refusal={refusalOf(order)} />
  {#if order.data}{#key order.data.row.id}<ReceivedOrder
        o={order.data}
        onChange={() => order.refetch()}
      />{/key}{/if}
</div>
