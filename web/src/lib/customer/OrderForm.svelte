<script lang="ts">
  import { goto } from '$app/navigation';
  import type { Schemas } from '$lib/api/client';
  import Icon from '$lib/ui/Icon.svelte';
  import Field from '$lib/ui/Field.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import { untrack } from 'svelte';
  import { pasted, type Basket } from './basket.svelte';
  /** An order by codes and quantities: typed, pasted or added, worked out, and placed. */
  let { basket, me }: { basket: Basket; me: Schemas['CustomerView'] } = $props();
  const WAIT = 300;
  let poNumber = $state('');
  let requestedOn = $state('');
  let deliveryAddress = $state(untrack(() => me.deliveryAddress.join('\n')));
  let words = $state('');
  let code = $state('');
  let quantity = $state('');
  let timer: ReturnType<typeof setTimeout> | undefined;
  let first: HTMLInputElement;
  const rows = $derived(basket.lines.map((line, n) => ({ line, n, row: rowOf(n) })));

  /** The answer of a line: answers are of lines with a code, in their order. */
  function rowOf(n: number) {
    const before = basket.lines.slice(0, n).filter((line) => line.code.trim() !== '').length;
    const row = basket.worked?.lines[before];
    const line = basket.lines[n];
    return line && line.code.trim() !== '' ? row : undefined;
  }

  function later() {
    clearTimeout(timer);
    timer = setTimeout(() => void basket.work(), WAIT);
  }

  async function add(event: SubmitEvent) {
    event.preventDefault();
    if (!code.trim()) return;
    await basket.add([{ code: code.trim(), quantity: quantity.trim() || '1' }]);
    code = quantity = '';
    first.focus();
  }

  function paste(event: ClipboardEvent) {
    const text = event.clipboardData?.getData('text') ?? '';
    const lines = pasted(text);
    if (lines.length < 2 && !/[\t;]/.test(text)) return;
    event.preventDefault();
    void basket.add(lines);
  }

  async function place(event: SubmitEvent) {
    event.preventDefault();
    const number = await basket.place({ poNumber, requestedOn, deliveryAddress, words });
    if (number) await goto(`/customer/orders/${number}?placed`);
  }
</script>

<form class="add" onsubmit={add} aria-label="Add a line">
  <span
    ><label for="new-code">Product code</label><input
      id="new-code"
      class="box"
      bind:value={code}
      bind:this={first}
      onpaste={paste}
      autocomplete="off"
    /></span
  >
  <span class="short"
    ><label for="new-quantity">Quantity</label><input
      id="new-quantity"
      class="box"
      inputmode="decimal"
      bind:value={quantity}
      placeholder="1"
      autocomplete="off"
    /></span
  >
  <button class="act">Add</button>
</form>
<p class="quiet small">Codes and quantities copied from a sheet or an email can be pasted into the code.</p>

{#if basket.lines.length}
  <ul aria-label="Your order">
    {#each rows as { line, n, row } (n)}
      <li>
        <span class="what">
          {#if row?.words}{row.words}{/if} <span class="quiet">{line.code}</span>
          {#if row?.problem}<span class="bad small" role="alert">{row.problem}</span>
          {:else if row}<span class="quiet small">at {row.price}{row.remark ? `, ${row.remark}` : ''}</span
            >{/if}
        </span>
        <input
          class="box quantity"
          inputmode="decimal"
          aria-label="Quantity of {line.code}"
          bind:value={line.quantity}
          oninput={later}
          aria-invalid={row?.at === 'quantity' ? 'true' : undefined}
        />
        <span class="figure">{row?.amount ?? ''}</span>
        <button
          class="plain out"
          aria-label="Remove {line.code}"
          title="Remove"
          onclick={() => void basket.remove(n)}><Icon name="cross" /></button
        >
      </li>
    {/each}
  </ul>
  {#if basket.worked}
    <div class="sums" aria-live="polite">
      {#each basket.worked.sums as sum, n (n)}
        <p class:strong={sum.strong}>
          <span>{sum.words}{sum.strong ? `, ${basket.worked.currency}` : ''}</span><span class="figure"
            >{sum.amount}</span
          >
        </p>
      {/each}
    </div>
  {/if}
  <form class="place" onsubmit={place} aria-label="Place the order">
    <Field
      label={me.poNumberRequired ? 'Your PO number' : 'Your PO number (optional)'}
      name="poNumber"
      bind:value={poNumber}
      problem={basket.refusal?.at('poNumber')}
    />
    <Field
      label="Wanted on (optional)"
      name="requestedOn"
      type="date"
      bind:value={requestedOn}
      problem={basket.refusal?.at('requestedOn')}
    />
    <Field
      label="Deliver to"
      name="deliveryAddress"
      rows={3}
      bind:value={deliveryAddress}
      problem={basket.refusal?.at('deliveryAddress')}
    />
    <Field
      label="What we should know (optional)"
      name="words"
      rows={2}
      bind:value={words}
      problem={basket.refusal?.at('words')}
    />
    <Notice refusal={basket.refusal} />
    <p class="row">
      <button class="act main" disabled={basket.busy || !basket.worked?.total || basket.worked.problems > 0}
        >Place the order{basket.worked?.total
          ? ` for ${basket.worked.total} ${basket.worked.currency}`
          : ''}</button
      >
      {#if basket.worked && basket.worked.problems > 0}<span class="bad"
          >{basket.worked.problems === 1 ? 'One line is' : `${basket.worked.problems} lines are`} not in order yet.</span
        >{/if}
    </p>
  </form>
{:else}<p class="quiet">Nothing is in your order yet.</p>{/if}

<style>
  .add {
    display: flex;
    gap: 8px;
    align-items: flex-end;
    flex-wrap: wrap;
  }
  .add span {
    flex: 1 1 140px;
  }
  .add .short {
    flex: 0 1 90px;
  }
  label {
    display: block;
    font-size: 13px;
    color: var(--stone);
  }
  .add input {
    width: 100%;
    min-height: 44px;
  }
  ul {
    margin: 12px 0 0;
    border-top: 1px solid var(--rule-strong);
  }
  li {
    display: flex;
    gap: 10px;
    align-items: center;
    padding: 6px 0;
    border-bottom: 1px solid var(--rule);
  }
  .out {
    min-width: 44px;
  }
  .what {
    flex: 1 1 120px;
    min-width: 0;
    overflow-wrap: anywhere;
  }
  .small {
    display: block;
    font-size: 13px;
  }
  .quantity {
    width: 64px;
    text-align: right;
    min-height: 44px;
  }
  .figure {
    min-width: 72px;
    text-align: right;
    font-variant-numeric: tabular-nums;
    white-space: nowrap;
  }
  .sums p {
    display: flex;
    justify-content: space-between;
    margin: 4px 0;
  }
  .strong {
    font-weight: 620;
    border-top: 1px solid var(--rule-strong);
    padding-top: 4px;
  }
  .place {
    display: grid;
    gap: 8px;
    margin: 18px 0;
  }
  button {
    min-height: 44px;
  }
</style>
