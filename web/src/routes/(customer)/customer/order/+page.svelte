<script lang="ts">
  import { goto } from '$app/navigation';
  import { page } from '$app/state';
  import { api, ask, asRefusal, type Refusal } from '$lib/api/client';
  import Assortment from '$lib/customer/Assortment.svelte';
  import OrderForm from '$lib/customer/OrderForm.svelte';
  import { Basket } from '$lib/customer/basket.svelte';
  import { visitor } from '$lib/customer/visitor.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  const me = $derived(visitor.me);
  const basket = new Basket(visitor.me?.customerNumber ?? '');
  let refusal = $state.raw<Refusal | null>(null);

  /** The same as an earlier order comes from the order's page. */
  async function begin() {
    const again = page.url.searchParams.get('again');
    if (!again) return basket.work();
    try {
      const lines = await ask(
        api.GET('/api/customer/orders/{number}/again', { params: { path: { number: again } } })
      );
      await basket.add(lines);
      await goto('/customer/order', { replaceState: true, keepFocus: true });
    } catch (thrown) {
      refusal = asRefusal(thrown);
    }
  }
  void begin();
</script>

<svelte:head><title>Place an order</title></svelte:head>
<h1>Place an order</h1>
<Notice {refusal} />
{#if me}
  <div class="two">
    <section aria-label="Your order"><OrderForm {basket} {me} /></section>
    <section aria-label="What you can order">
      <Assortment onAdd={(code: string) => basket.add([{ code, quantity: '1' }])} />
    </section>
  </div>
{/if}

<style>
  .two {
    display: grid;
    grid-template-columns: 1fr 1fr;
    gap: 32px;
    margin-top: 12px;
  }
  @media (max-width: 760px) {
    .two {
      grid-template-columns: 1fr;
    }
  }
</style>
