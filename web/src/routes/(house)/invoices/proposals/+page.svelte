<script lang="ts">
  import OrderTabs from '$lib/order/OrderTabs.svelte';
  import Proposals from '$lib/invoice/Proposals.svelte';
</script>

<svelte:head><title>To invoice · Firm Tally</title></svelte:head>
<div class="page">
  <div class="head"><h1>To invoice</h1></div>
  <OrderTabs />
  <Proposals />
</div>
