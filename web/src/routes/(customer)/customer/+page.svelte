<script lang="ts">
  import { api } from '$lib/api/client';
  import Invoices from '$lib/customer/Invoices.svelte';
  import Orders from '$lib/customer/Orders.svelte';
  import Questions from '$lib/customer/Questions.svelte';
  import Quotes from '$lib/customer/Quotes.svelte';
  import { visitor } from '$lib/customer/visitor.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import { load, refusalOf } from '$lib/ui/load.svelte';
  /** What waits for the customer. */
  const home = load(
    () => ['customer', 'home'],
    () => api.GET('/api/customer/home')
  );
  const me = $derived(visitor.me);
</script>

<svelte:head><title>{me?.seller.name ?? 'Customer page'}</title></svelte:head>
<Notice refusal={refusalOf(home)}
  ><button class="act" onclick={() => void home.refetch()}>Try again</button></Notice
>
{#if home.data && me}
  {@const h = home.data}
  <h1>Welcome, {me.name}</h1>
  <section aria-label="Quotes for you">
    <h2>Quotes for you to answer</h2>
    <Quotes rows={h.quotes} empty="No quote waits for your answer." />
  </section>
  <section aria-label="Orders under way">
    <h2>Orders under way</h2>
    <Orders rows={h.orders} empty="Nothing is under way." />
    <p><a class="act main" href="/customer/order">Place an order</a></p>
  </section>
  <section aria-label="Open invoices">
    <h2>Open invoices</h2>
    <p class="balance">
      <b>{h.balance}</b>
      {me.currency}{#if h.overdue}, <span class="bad">{h.overdue} overdue</span>{/if}
    </p>
    <Invoices rows={h.invoices} empty="No invoice is open." />
  </section>
  <section aria-label="Questions">
    <h2>Questions and answers</h2>
    <Questions rows={h.questions} rep={me.rep.name} onAsked={() => home.refetch()} />
  </section>
{:else if home.isPending}<p class="quiet" role="status">Loading…</p>{/if}

<style>
  section {
    margin: 22px 0;
  }
  h2 {
    font-size: var(--type-lead);
    margin-bottom: 6px;
  }
  .balance {
    font-size: var(--type-lead);
    font-variant-numeric: tabular-nums;
    margin-bottom: 8px;
  }
  p {
    margin: 10px 0;
  }
  a.act {
    display: inline-flex;
    align-items: center;
    min-height: 44px;
  }
</style>
