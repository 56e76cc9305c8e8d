<script lang="ts">
  import { api, type Schemas } from '$lib/api/client';
  import Orders from '$lib/customer/Orders.svelte';
  import { listed } from '$lib/ui/further.svelte';
  import More from '$lib/ui/More.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  const orders = listed<Schemas['CustomerOrder']>(
    () => ['customer', 'orders'],
    (after) => api.GET('/api/customer/orders', { params: { query: { after } } })
  );
</script>

<svelte:head><title>Your orders</title></svelte:head>
<h1>Your orders</h1>
<Notice refusal={orders.refusal} />
{#if orders.isPending}<p class="quiet" role="status">Loading…</p>
{:else if !orders.refusal}<Orders rows={orders.rows} empty="There are no orders yet." />{/if}
<More list={orders} />
