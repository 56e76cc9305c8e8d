<script lang="ts">
  import { goto } from '$app/navigation';
  import { untrack } from 'svelte';
  import { api, ask, asRefusal, type Refusal, type Schemas } from '$lib/api/client';
  import { offer } from '$lib/shell/actions.svelte';
  import { session } from '$lib/shell/session.svelte';
  import Changes from '$lib/trail/Changes.svelte';
  import Trail from '$lib/trail/Trail.svelte';
  import Ask from '$lib/ui/Ask.svelte';
  import Field from '$lib/ui/Field.svelte';
  import Icon from '$lib/ui/Icon.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import Verdict from '$lib/ui/Verdict.svelte';
  import { day, figure, words } from '$lib/ui/format';
  import { tone } from '$lib/ui/tones';
  import Worksheet from '$lib/worksheet/Worksheet.svelte';
  import { Editor } from '$lib/worksheet/editor.svelte';
  import { homeOf } from '$lib/worksheet/home';
  import { benchKeys } from '$lib/worksheet/keys';

  let { q, onChange }: { q: Schemas['QuoteView']; onChange: () => unknown } = $props();
  const editor = untrack(() => new Editor(q.worksheet, homeOf('quotes', q.id), String(session.me?.id ?? '')));
  let refusal = $state<Refusal | null>(null);
  let sending = $state(false);
  let ordering = $state(false);
  let poNumber = $state('');
  let form = $state(untrack(() => typed(q)));
  let touched = $state(false);
  // One key for one intention: pressing twice sends or orders once.
  let key = untrack(() => newKey());
  const match = $derived({ 'If-Match': `"${q.version}"` });

  function typed(from: Schemas['QuoteView']) {
    const { validUntil, addressee, emailTo, letter, paymentTerms, deliveryTerms } = from;
    return { validUntil, addressee, emailTo, letter, paymentTerms, deliveryTerms };
  }

  function newKey() {
    return Array.from(crypto.getRandomValues(new Uint8Array(16)), (b) =>
      b.toString(16).padStart(2, '0')
    ).join('');
  }

  $effect(() => {
    const fresh = q.worksheet;
    untrack(() => void editor.seen(fresh));
  });

  async function act(doing: () => Promise<unknown>): Promise<boolean> {
    refusal = null;
    try {
      await doing();
      return true;
    } catch (thrown) {
      refusal = asRefusal(thrown);
      return false;
    }
  }

  async function save(): Promise<boolean> {
    if (editor.dirty && !(await editor.save())) return false;
    if (!touched) return true;
    const saved = await act(() =>
      ask(api.PUT('/api/quotes/{id}', { params: { path: { id: q.id }, header: match }, body: form }))
    );
    if (saved) {
      touched = false;
      await onChange();
    }
    return saved;
  }

  async function askToSend() {
    if (await save()) sending = true;
  }

  async function send() {
    const sent = await act(() =>
      ask(
        api.POST('/api/quotes/{id}/send', {
          params: { path: { id: q.id }, header: { ...match, 'Idempotency-Key': key } }
        })
      )
    );
    sending = false;
    if (sent) {
      key = newKey();
      await onChange();
    }
  }

  async function order(event: SubmitEvent) {
    event.preventDefault();
    await act(async () => {
      const placed = await ask(
        api.POST('/api/quotes/{id}/order', {
          params: { path: { id: q.id }, header: { 'Idempotency-Key': key } },
          body: { poNumber }
        })
      );
      ordering = false;
      await goto('/orders/' + placed.id);
    });
  }

  offer(() => [
    ...(q.mayChange
      ? [
          { label: 'Save', keys: 'Ctrl+s', run: save },
          ...benchKeys(editor).filter((action) => action.keys !== 'Ctrl+s'),
          { label: 'Send', keys: 'Ctrl+Enter', run: askToSend }
        ]
      : []),
    ...(q.mayOrder ? [{ label: 'Place the order', keys: 'Ctrl+Enter', run: () => (ordering = true) }] : []),
    { label: 'Open the PDF', keys: 'p', run: () => window.open(`/api/quotes/${q.id}/quote.pdf`) }
  ]);
</script>

<div class="head">
  <h1>Quote {q.number}: {q.title}</h1>
  <Verdict tone={tone(q.state)}>{q.state}{q.sentAt ? ' ' + day(q.sentAt) : ''}</Verdict>
  <a class="act" href="/api/quotes/{q.id}/quote.pdf" target="_blank" rel="noopener"
    ><Icon name="paper" size={13} />PDF</a
  >
  {#if q.mayChange}<button class="act main" onclick={askToSend}><Icon name="email" size={13} />Send…</button
    >{/if}
  {#if q.mayOrder}<button class="act main" onclick={() => (ordering = true)}
      >Place the order… <Icon name="arrow" size={13} /></button
    >{/if}
</div>
<div class="facts">
  <span><a href="/accounts/{q.accountId}">{q.account}</a></span>
  <span>from <a href="/opportunities/{q.opportunityId}">{q.opportunityNumber}</a></span>
  <span>made <b>{day(q.madeOn)}</b> by {q.madeBy}</span>
  <span>valid until <b>{day(q.validUntil)}</b></span>
</div>
{#if !ordering}<Notice {refusal} />{/if}
{#snippet under()}
  <div class="under">
    <section class="leaf letter" aria-label="Letter and terms">
      <h2>Letter and terms</h2>
      {#if q.mayChange}
        <div class="pair" oninput={() => (touched = true)} role="group" aria-label="Terms">
          <Field
            label="To"
            name="addressee"
            rows={3}
            bind:value={form.addressee}
            problem={refusal?.at('addressee')}
          />
          <Field
            label="Letter"
            name="letter"
            rows={3}
            bind:value={form.letter}
            problem={refusal?.at('letter')}
          />
          <Field label="Email to" name="emailTo" bind:value={form.emailTo} problem={refusal?.at('emailTo')} />
          <Field
            label="Valid until"
            name="validUntil"
            type="date"
            bind:value={form.validUntil}
            problem={refusal?.at('validUntil')}
          />
          <Field
            label="Payment"
            name="paymentTerms"
            bind:value={form.paymentTerms}
            problem={refusal?.at('paymentTerms')}
          />
          <Field
            label="Delivery"
            name="deliveryTerms"
            bind:value={form.deliveryTerms}
            problem={refusal?.at('deliveryTerms')}
          />
        </div>
        {#if touched}<p><button class="act" onclick={save}>Save letter and terms</button></p>{/if}
      {:else}
        <dl>
          <dt>To</dt>
          <dd>{q.addressee}</dd>
          <dt>Email</dt>
          <dd>{q.emailTo}</dd>
          <dt>Valid until</dt>
          <dd>{day(q.validUntil)}</dd>
          <dt>Payment</dt>
          <dd>{q.paymentTerms}</dd>
          <dt>Delivery</dt>
          <dd>{q.deliveryTerms}</dd>
          <dt>Letter</dt>
          <dd>{q.letter}</dd>
        </dl>
      {/if}
    </section>
    <Trail opportunity={q.opportunityId} here={q.number} />
    <section class="leaf log">
      <h2>Log</h2>
      <Changes record="quote" id={q.id} />
    </section>
  </div>
{/snippet}
<Worksheet {editor} locked={!q.mayChange} weighs={q.state !== 'ordered'} {under} />

<Ask bind:open={sending} title="Send {q.number}">
  <p>
    It goes to <b>{form.emailTo || 'nobody yet'}</b> with the PDF, {figure(editor.view.totals.invoiceTotal)} with
    tax, valid until {day(form.validUntil)}. Then it is locked.
  </p>
  {#if editor.view.signOff.needed}
    <p class="heed">
      These terms need a sign-off by the {words(editor.view.signOff.role ?? '')}: an order on them will be
      held until then.
    </p>
  {/if}
  {#if editor.view.credit.verdict === 'hold' || editor.view.credit.verdict === 'stop'}
    <p class="heed">Credit says {editor.view.credit.verdict} today: an order would be held.</p>
  {/if}
  <p class="row">
    <button class="act main" onclick={send} {@attach (b: HTMLElement) => b.focus()}>Send it</button>
    <button class="act" onclick={() => (sending = false)}>Not yet</button>
  </p>
</Ask>
<Ask bind:open={ordering} title="Place the order on {q.number}">
  <form onsubmit={order}>
    <Field
      label="The customer’s order number"
      name="poNumber"
      bind:value={poNumber}
      problem={refusal?.at('poNumber')}
      focus
    />
    <p class="quiet">
      Margin, credit and the number decide whether it is released or held. The opportunity is won with {figure(
        editor.view.totals.contract
      )}.
    </p>
    <Notice {refusal} />
    <p class="row"><button class="act main">Place it</button></p>
  </form>
</Ask>

<style>
  .facts {
    margin-bottom: 10px;
  }
  .log {
    padding: 10px 14px;
  }
  .under {
    display: grid;
    grid-template-columns: repeat(auto-fit, minmax(340px, 1fr));
    gap: 14px;
    margin-top: 14px;
    align-items: start;
  }
  .letter {
    padding: 10px 14px;
  }
  .pair {
    display: grid;
    grid-template-columns: 1fr 1fr;
    gap: 8px 12px;
    margin: 6px 0;
  }
  dl {
    display: grid;
    grid-template-columns: 84px 1fr;
    gap: 3px 10px;
    margin-top: 6px;
  }
  dt {
    color: var(--stone);
  }
  dd {
    white-space: pre-line;
  }
  .row {
    display: flex;
    gap: 10px;
    margin-top: 12px;
  }
</style>
