<script lang="ts">
  import { goto } from '$app/navigation';
  import { api, ask, type Schemas } from '$lib/api/client';
  import { offer } from '$lib/shell/actions.svelte';
  import Changes from '$lib/trail/Changes.svelte';
  import Ask from '$lib/ui/Ask.svelte';
  import Field from '$lib/ui/Field.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import Verdict from '$lib/ui/Verdict.svelte';
  import { Acts, match } from '$lib/ui/acts.svelte';
  import { day, figure, words } from '$lib/ui/format';
  import ReceivedLine from './ReceivedLine.svelte';
  /** An order that a customer sent as a file: their lines and prices beside ours, then placed or refused. */
  let { o, onChange }: { o: Schemas['ReceivedOrderView']; onChange: () => unknown } = $props();
  const acts = new Acts(() => onChange());
  let refusing = $state(false);
  let theirPrices = $state(false);
  let reason = $state('');
  const header = $derived(match(o.version));
  const params = $derived({ path: { received: o.row.id }, header });
  const less = $derived(o.lines.some((line) => line.differs === 'less' && !line.leftOut));

  function place() {
    void acts.run(async () => {
      const placed = await ask(
        api.POST('/api/received-orders/{received}/placed', { params, body: { theirPrices } })
      );
      await goto('/orders/' + placed.id);
    });
  }

  async function refuse(event: SubmitEvent) {
    event.preventDefault();
    const done = await acts.run(() =>
      ask(api.POST('/api/received-orders/{received}/refused', { params, body: { reason } }))
    );
    if (done) refusing = false;
  }

  async function choose(position: number, product: string | null, leftOut: boolean) {
    await acts.run(() =>
      ask(api.PUT('/api/received-orders/{received}/line', { params, body: { position, product, leftOut } }))
    );
  }
  offer(() =>
    o.mayChange
      ? [
          { label: 'Place order', keys: 'Ctrl+Enter', run: place },
          { label: 'Refuse', keys: 'x', run: () => (refusing = true) }
        ]
      : []
  );
</script>

<div class="head">
  <h1>Order {o.row.number} of {o.row.account}</h1>
  <Verdict tone={o.row.state === 'placed' ? 'good' : o.row.state === 'refused' ? 'bad' : 'heed'}
    >{words(o.row.state)}{o.reason ? ': ' + o.reason : ''}</Verdict
  >
  {#if o.mayChange}
    <button class="act" onclick={() => (refusing = true)}>Refuse…</button>
    <button class="act main" disabled={acts.busy || o.row.unknown > 0} onclick={place}>Place order</button>
  {/if}
  {#if o.orderId}<a class="act main" href="/orders/{o.orderId}">Order {o.orderNumber}</a>{/if}
</div>
<div class="facts">
  <span><a href="/accounts/{o.row.accountId}">{o.row.account}</a></span>
  {#if o.buyer && o.buyer !== o.row.account}<span>buyer in the file <b>{o.buyer}</b></span>{/if}
  {#if o.row.issuedOn}<span>ordered <b>{day(o.row.issuedOn)}</b></span>{/if}
  {#if o.wanted}<span>wanted on <b>{day(o.wanted)}</b></span>{/if}
  {#if o.delivery}<span>deliver to <b>{o.delivery.replaceAll('\n', ', ')}</b></span>{/if}
  <span><a href="/api/received-orders/{o.row.id}/order.xml" download>The file</a></span>
</div>
{#if o.note}<p class="about">{o.note}</p>{/if}
{#if o.row.unknown > 0 && o.mayChange}<p class="bad" role="status">
    {o.row.unknown === 1 ? 'One line is' : `${o.row.unknown} lines are`} not known: choose what it is, or leave
    it out. What {o.row.account} calls it is remembered.
  </p>{/if}
{#if !refusing}<Notice refusal={acts.refusal} />{/if}
<div class="lines">
  <table class="ledger cards" aria-label="Lines">
    <thead>
      <tr>
        <th scope="col" class="figure">#</th>
        <th scope="col">Their line</th>
        <th scope="col">Our product</th>
        <th scope="col" class="figure">Quantity</th>
        <th scope="col" class="figure">They expect</th>
        <th scope="col" class="figure">Our price</th>
        <th scope="col" class="figure">Net</th>
      </tr>
    </thead>
    <tbody>
      {#each o.lines as line (line.position)}
        <ReceivedLine {line} mayChange={o.mayChange} busy={acts.busy} onChoose={choose} />
      {/each}
    </tbody>
    {#if o.net}<tfoot>
        <tr
          ><td colspan="6">Net of what is known, at our prices</td><td class="figure"
            ><b>{figure(o.net)}</b></td
          ></tr
        >
      </tfoot>{/if}
  </table>
</div>
{#if o.mayChange && less}
  <p class="prices">
    <label><input type="checkbox" bind:checked={theirPrices} /> Place it at the prices that they expect</label
    >
    <span class="quiet">What is below our policy then needs a sign-off.</span>
  </p>
{/if}
<details><summary>History</summary><Changes record="received-order" id={o.row.id} /></details>

<Ask bind:open={refusing} title="Refuse {o.row.number}">
  <form class="form one" onsubmit={refuse}>
    <Field label="Reason" name="reason" bind:value={reason} problem={acts.at('reason')} focus />
    <Notice refusal={acts.refusal?.problems.length ? null : acts.refusal} />
    <p class="quiet">Nothing is sent to the customer by this.</p>
    <p><button class="act main" disabled={acts.busy}>Refuse</button></p>
  </form>
</Ask>

<style>
  .about {
    max-width: 70ch;
    margin: 6px 0 10px;
    white-space: pre-line;
  }
  .lines {
    margin: 10px 0;
  }
  .prices {
    display: flex;
    flex-wrap: wrap;
    gap: 6px 14px;
    align-items: center;
  }
</style>
