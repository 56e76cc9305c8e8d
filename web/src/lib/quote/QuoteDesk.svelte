<script lang="ts">
  import { goto } from '$app/navigation';
  import { untrack } from 'svelte';
  import { api, ask, type Schemas } from '$lib/api/client';
  import Approvals from '$lib/approval/Approvals.svelte';
  import { offer } from '$lib/shell/actions.svelte';
  import { session } from '$lib/shell/session.svelte';
  import Changes from '$lib/trail/Changes.svelte';
  import Trail from '$lib/trail/Trail.svelte';
  import Ask from '$lib/ui/Ask.svelte';
  import Field from '$lib/ui/Field.svelte';
  import Icon from '$lib/ui/Icon.svelte';
  import MenuButton, { type MenuEntry } from '$lib/ui/MenuButton.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import Term from '$lib/ui/Term.svelte';
  import Verdict from '$lib/ui/Verdict.svelte';
  import { Acts, match } from '$lib/ui/acts.svelte';
  import { day, figure } from '$lib/ui/format';
  import { tone } from '$lib/ui/tones';
  import Worksheet from '$lib/worksheet/Worksheet.svelte';
  import { Editor } from '$lib/worksheet/editor.svelte';
  import { homeOf } from '$lib/worksheet/home';
  import { benchKeys } from '$lib/worksheet/keys';
  import Revisions from './Revisions.svelte';
  import { called } from './called';
  import type { Ending } from './ending';

  let { q, onChange }: { q: Schemas['QuoteView']; onChange: () => unknown } = $props();
  const editor = untrack(() => new Editor(q.worksheet, homeOf('quotes', q.id), String(session.me?.id ?? '')));
  const acts = new Acts(() => onChange());
  let sending = $state(false);
  let ordering = $state(false);
  let asking = $state(false);
  let poNumber = $state('');
  let why = $state('');
  let form = $state(untrack(() => typed(q)));
  let touched = $state(false);
  // The letter is saved over the version it was opened with, never over a colleague's words.
  let formOf = untrack(() => q.version);
  const signOff = $derived(q.obstacles.find((obstacle) => obstacle.at === 'signOff'));

  function typed(from: Schemas['QuoteView']) {
    const { validUntil, addressee, emailTo, letter, paymentTerms, deliveryTerms } = from.terms;
    return { validUntil, addressee, emailTo, letter, paymentTerms, deliveryTerms };
  }

  $effect(() => {
    const fresh = q.worksheet;
    const next = typed(q);
    const version = q.version;
    untrack(() => {
      void editor.seen(fresh);
      if (touched) return;
      form = next;
      formOf = version;
    });
  });

  async function save(): Promise<boolean> {
    if (editor.dirty && !(await editor.save())) return false;
    if (!touched) return true;
    return acts.run(async () => {
      const header = match(formOf);
      await ask(api.PUT('/api/quotes/{id}', { params: { path: { id: q.id }, header }, body: form }));
      touched = false;
    });
  }

  let ending = $state<Ending | null>(null);
  const entries = $derived<MenuEntry[]>([
    ...(q.may.revise ? [{ value: 'revise', label: 'Revise', detail: 'the next revision' }] : []),
    ...(q.may.lead ? [{ value: 'lead', label: 'Make it the lead quote' }] : []),
    ...(q.may.accept ? [{ value: 'accepted', label: 'Accepted…', group: 'The customer' }] : []),
    ...(q.may.decline ? [{ value: 'declined', label: 'Declined…', group: 'The customer' }] : []),
    ...(q.may.withdraw ? [{ value: 'withdrawn', label: 'Withdraw…', group: 'Taken back' }] : [])
  ]);

  function more(value: string) {
    if (value === 'revise') void revise();
    else if (value === 'lead') void lead();
    else ending = value as Ending;
  }

  const offered = $derived(q.approvals.at(-1)?.approval.counter ?? '');

  async function takeCounter() {
    if (editor.dirty && !(await editor.save())) return;
    await acts.run(() => ask(api.POST('/api/quotes/{id}/counter/taken', { params: { path: { id: q.id } } })));
  }

  async function revise() {
    const params = { path: { id: q.id }, header: match(q.version) };
    await acts.run(async () => {
      const made = await ask(api.POST('/api/quotes/{id}/revisions', { params }));
      await goto('/quotes/' + made.id);
    });
  }

  async function lead() {
    await acts.run(() => ask(api.POST('/api/quotes/{id}/lead', { params: { path: { id: q.id } } })));
  }

  async function askToSend() {
    if (await save()) sending = true;
  }

  async function send() {
    const params = { path: { id: q.id }, header: match(q.version) };
    await acts.run(() => ask(api.POST('/api/quotes/{id}/send', { params })));
    sending = false;
  }

  async function askForSignOff(event: SubmitEvent) {
    event.preventDefault();
    const params = { path: { id: q.id } };
    if (await acts.run(() => ask(api.POST('/api/quotes/{id}/sign-off', { params, body: { why } })))) {
      asking = false;
    }
  }

  async function order(event: SubmitEvent) {
    event.preventDefault();
    await acts.run(async () => {
      const params = { path: { id: q.id } };
      const placed = await ask(api.POST('/api/quotes/{id}/order', { params, body: { poNumber } }));
      ordering = false;
      await goto('/orders/' + placed.id);
    });
  }

  offer(() => [
    ...(q.may.change
      ? [
          { label: 'Save', keys: 'Ctrl+s', run: save },
          ...benchKeys(editor).filter((action) => action.keys !== 'Ctrl+s'),
          ...(q.obstacles.length ? [] : [{ label: 'Send', keys: 'Ctrl+Enter', run: askToSend }])
        ]
      : []),
    ...(q.may.revise ? [{ label: 'Revise', keys: 'e', run: revise }] : []),
    ...(q.may.accept ? [{ label: 'Note acceptance', run: () => (ending = 'accepted') }] : []),
    ...(q.may.decline ? [{ label: 'Note refusal', run: () => (ending = 'declined') }] : []),
    ...(q.may.withdraw ? [{ label: 'Withdraw', run: () => (ending = 'withdrawn') }] : []),
    ...(q.may.order ? [{ label: 'Place order', keys: 'Ctrl+Enter', run: () => (ordering = true) }] : []),
    { label: 'Open the PDF', keys: 'p', run: () => window.open(`/api/quotes/${q.id}/quote.pdf`) }
  ]);
</script>

<div class="head">
  <h1>Quote {called(q)}: {q.of.title}</h1>
  <Verdict tone={tone(q.state)}>{q.state}{q.terms.sentAt ? ' ' + day(q.terms.sentAt) : ''}</Verdict>
  <a class="act" href="/api/quotes/{q.id}/quote.pdf" target="_blank" rel="noopener"
    ><Icon name="paper" size={13} />PDF</a
  >
  {#if q.may.takeCounter}<button class="act main" disabled={acts.busy} onclick={takeCounter}
      >Take at most {offered} %</button
    >{/if}
  {#if q.may.askForSignOff}<button class="act" class:main={!q.may.takeCounter} onclick={() => (asking = true)}
      >Request sign-off…</button
    >{/if}
  {#if q.may.change}<button
      class="act"
      class:main={!q.may.askForSignOff}
      disabled={signOff !== undefined || acts.busy}
      title={signOff?.words}
      onclick={askToSend}><Icon name="email" size={13} />Send…</button
    >{/if}
  {#if entries.length > 0}<MenuButton label="More" name="More acts" {entries} onChoose={more} />{/if}
  {#if q.may.order}<button class="act main" onclick={() => (ordering = true)}
      >Place order… <Icon name="arrow" size={13} /></button
    >{/if}
</div>
<div class="facts">
  <span><a href="/accounts/{q.of.accountId}">{q.of.account}</a></span>
  <span>from <a href="/opportunities/{q.of.opportunityId}">{q.of.opportunityNumber}</a></span>
  <span>made <b>{day(q.madeOn)}</b> by {q.madeBy}</span>
  <span>valid until <b>{day(q.terms.validUntil)}</b></span>
  {#if q.leads}<span
      ><b>lead quote</b>
      <Term word="lead quote"
        >The value of the opportunity, its lists and the forecast follow this quote.</Term
      ></span
    >{/if}
  {#if q.signedOff}<span class="good">signed off</span>{/if}
  {#if q.terms.reason}<span>{q.terms.reason}</span>{/if}
</div>
{#if q.may.change && q.obstacles.length}
  <p class="heed obstacles">
    Not ready to send. {#each q.obstacles as obstacle (obstacle.at)}<span>{obstacle.words}</span>{/each}
  </p>
{/if}
{#if q.approvals.length}<Approvals
    asked={q.approvals}
    quote={q.id}
    stale={signOff !== undefined}
    {onChange}
  />{/if}
{#if !ordering && !asking}<Notice refusal={acts.refusal} />{/if}
{#snippet under()}
  <div class="under">
    <section class="leaf letter" aria-label="Cover letter and terms">
      <h2>Cover letter and terms</h2>
      {#if q.may.change}
        <div class="pair" oninput={() => (touched = true)} role="group" aria-label="Terms">
          <Field
            label="To"
            name="addressee"
            rows={3}
            bind:value={form.addressee}
            problem={acts.at('addressee')}
          />
          <Field label="Letter" name="letter" rows={3} bind:value={form.letter} problem={acts.at('letter')} />
          <Field label="Email to" name="emailTo" bind:value={form.emailTo} problem={acts.at('emailTo')} />
          <Field
            label="Valid until"
            name="validUntil"
            type="date"
            bind:value={form.validUntil}
            problem={acts.at('validUntil')}
          />
          <Field
            label="Payment"
            name="paymentTerms"
            bind:value={form.paymentTerms}
            problem={acts.at('paymentTerms')}
          />
          <Field
            label="Delivery"
            name="deliveryTerms"
            bind:value={form.deliveryTerms}
            problem={acts.at('deliveryTerms')}
          />
        </div>
        {#if touched}<p><button class="act" onclick={save}>Save cover letter and terms</button></p>{/if}
      {:else}
        <dl>
          <dt>To</dt>
          <dd>{q.terms.addressee}</dd>
          <dt>Email</dt>
          <dd>{q.terms.emailTo}</dd>
          <dt>Valid until</dt>
          <dd>{day(q.terms.validUntil)}</dd>
          <dt>Payment</dt>
          <dd>{q.terms.paymentTerms}</dd>
          <dt>Delivery</dt>
          <dd>{q.terms.deliveryTerms}</dd>
          <dt>Letter</dt>
          <dd>{q.terms.letter}</dd>
        </dl>
      {/if}
    </section>
    <Revisions {q} />
    <Trail opportunity={q.of.opportunityId} here={called(q)} />
    <section class="leaf log">
      <h2>History</h2>
      <Changes record="quote" id={q.id} />
    </section>
  </div>
{/snippet}
<Worksheet {editor} locked={!q.may.change} weighs={q.state !== 'ordered'} {under} />

<Ask
  bind:open={() => ending !== null, (open) => (ending = open ? ending : null)}
  title="{q.number}: {ending ?? ''}"
>
  {#if ending}{#await import('./EndQuote.svelte') then { default: EndQuote }}<EndQuote
        {q}
        how={ending}
        onDone={async () => {
          ending = null;
          await onChange();
        }}
      />{/await}{/if}
</Ask>
<Ask bind:open={sending} title="Send {q.number}">
  <p>
    To <b>{form.emailTo || 'none'}</b> with the PDF, {figure(editor.view.totals.invoiceTotal)} with tax, valid until
    {day(form.validUntil)}. A sent quote can no longer be edited.
  </p>
  {#if editor.view.credit.verdict === 'hold' || editor.view.credit.verdict === 'stop'}
    <p class="heed">Credit check today: {editor.view.credit.verdict}. An order would be put on hold.</p>
  {/if}
  <p class="row">
    <button class="act main" disabled={acts.busy} onclick={send} {@attach (b: HTMLElement) => b.focus()}
      >Send it</button
    >
    <button class="act" onclick={() => (sending = false)}>Cancel</button>
  </p>
</Ask>
<Ask bind:open={asking} title="Request sign-off for {q.number}">
  <form onsubmit={askForSignOff}>
    <p>{signOff?.words ?? ''}</p>
    <Field label="Reason" name="why" rows={3} bind:value={why} problem={acts.at('why')} focus />
    <Notice refusal={acts.refusal} />
    <p class="row">
      <button class="act main" disabled={acts.busy}>Ask</button>
      <button type="button" class="act" onclick={() => (asking = false)}>Cancel</button>
    </p>
  </form>
</Ask>
<Ask bind:open={ordering} title="Place order on {q.number}">
  <form onsubmit={order}>
    <Field
      label="Customer PO number"
      name="poNumber"
      bind:value={poNumber}
      problem={acts.at('poNumber')}
      focus
    />
    <p class="quiet">
      Margin, credit and the number decide whether it is released or held. The opportunity is won with {figure(
        editor.view.totals.contract
      )}.
    </p>
    <Notice refusal={acts.refusal} />
    <p class="row"><button class="act main" disabled={acts.busy}>Place it</button></p>
  </form>
</Ask>

<style>
  .obstacles {
    padding: 6px 12px;
    margin-bottom: 10px;
    background: var(--brass-wash);
  }
  .obstacles span {
    margin-left: 6px;
  }
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
