<script lang="ts">
  import { page } from '$app/state';
  import { api } from '$lib/api/client';
  import OrderDesk from '$lib/order/OrderDesk.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import { load, refusalOf } from '$lib/ui/load.svelte';
  const id = $derived(Number(page.params.id));
  const order = load(
    () => ['order', id],
    () => api.GET('/api/orders/{id}', { params: { path: { id } } })
  );
</script>

<svelte:head><title>{order.data?.number ?? 'Order'} · Firm Tally</title></svelte:head>
<div class="page">
  <Notice refusal={refusalOf(order)} />
  {#if order.data}{#key order.data.id}<OrderDesk o={order.data} onChange={() => order.refetch()} />{/key}{/if}
</div>
