<script lang="ts">
  import { page } from '$app/state';
  import { api } from '$lib/api/client';
  import Invoices from '$lib/customer/Invoices.svelte';
  import OrderLines from '$lib/customer/OrderLines.svelte';
  import Questions from '$lib/customer/Questions.svelte';
  import { visitor } from '$lib/customer/visitor.svelte';
  import { STATES } from '$lib/customer/words';
  import Notice from '$lib/ui/Notice.svelte';
  import { day } from '$lib/ui/format';
  import { load, refusalOf } from '$lib/ui/load.svelte';
  const number = $derived(page.params.number ?? '');
  const placed = $derived(page.url.searchParams.has('placed'));
  const order = load(
    () => ['customer', 'order', number],
    () => api.GET('/api/customer/orders/{number}', { params: { path: { number } } })
  );
  const questions = load(
    () => ['customer', 'questions'],
    () => api.GET('/api/customer/questions')
  );
  const asked = $derived((questions.data ?? []).filter((q) => q.about === number));
</script>

<svelte:head><title>Order {number}</title></svelte:head>
<Notice refusal={refusalOf(order)} />
{#if order.data}
  {@const o = order.data.order}
  {#if placed}<p class="state good" role="status">
      <b>Thank you, your order is placed as {o.number}.</b>
      {o.state === 'checking' ? 'We check it and come back to you.' : ''}
    </p>{/if}
  <h1>{o.title}</h1>
  <p>
    Order {o.number} of {day(o.placedOn)}{#if o.poNumber}, your {o.poNumber}{/if}, <b>{STATES[o.state]}</b>
  </p>
  <p class="row">
    <a href="/api/customer/orders/{o.number}/confirmation.pdf" target="_blank" rel="noopener"
      >Order confirmation as PDF</a
    >
    {#if order.data.again}<a class="act" href="/customer/order?again={o.number}">Order the same again</a>{/if}
  </p>
  <OrderLines lines={order.data.lines} sums={order.data.sums} currency={visitor.me?.currency ?? ''} />
  <dl>
    <dt>Delivery to</dt>
    <dd class="address">{order.data.deliveryAddress}</dd>
    {#if order.data.deliveries.length}<dt>Deliveries</dt>
      <dd>
        {#each order.data.deliveries as d (d.number)}<a
            href="/api/customer/deliveries/{d.number}/delivery-note.pdf"
            target="_blank"
            rel="noopener">{d.number}</a
          >
          of {day(d.on)}<br />{/each}
      </dd>{/if}
  </dl>
  {#if order.data.invoices.length}<section>
      <h2>Invoices</h2>
      <Invoices rows={order.data.invoices} empty="" />
    </section>{/if}
  <section>
    <h2>Questions about this order</h2>
    <Questions
      rows={asked}
      rep={visitor.me?.rep.name ?? ''}
      about={number}
      onAsked={() => questions.refetch()}
    />
  </section>
{:else if order.isPending}<p class="quiet" role="status">Loading…</p>{/if}

<style>
  p {
    margin: 8px 0;
  }
  .row {
    justify-content: space-between;
  }
  .row a {
    display: inline-flex;
    align-items: center;
    min-height: 44px;
  }
  .state {
    padding: 8px 12px;
    border-left: 4px solid currentColor;
    background: var(--chalk);
  }
  dl {
    display: grid;
    grid-template-columns: minmax(90px, 130px) 1fr;
    gap: 4px 12px;
    margin: 16px 0;
  }
  dt {
    color: var(--stone);
  }
  .address {
    white-space: pre-line;
  }
  section {
    margin: 22px 0;
  }
  h2 {
    font-size: var(--type-lead);
    margin-bottom: 6px;
  }
</style>
