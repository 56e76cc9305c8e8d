<script lang="ts">
  import { goto } from '$app/navigation';
  import { untrack } from 'svelte';
  import { api, ask, type Schemas } from '$lib/api/client';
  import { offer } from '$lib/shell/actions.svelte';
  import { session } from '$lib/shell/session.svelte';
  import Changes from '$lib/trail/Changes.svelte';
  import Trail from '$lib/trail/Trail.svelte';
  import Ask from '$lib/ui/Ask.svelte';
  import MenuButton, { type MenuEntry } from '$lib/ui/MenuButton.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import Tabs from '$lib/ui/Tabs.svelte';
  import Verdict from '$lib/ui/Verdict.svelte';
  import { Acts } from '$lib/ui/acts.svelte';
  import { day, figure } from '$lib/ui/format';
  import { say } from '$lib/ui/said';
  import { tone } from '$lib/ui/tones';
  import Worksheet from '$lib/worksheet/Worksheet.svelte';
  import { Editor } from '$lib/worksheet/editor.svelte';
  import { homeOfOrder } from '$lib/worksheet/home';
  import Bridge from './Bridge.svelte';
  import Deliveries from './Deliveries.svelte';
  import Holds from './Holds.svelte';
  import Money from './Money.svelte';
  import Progress from './Progress.svelte';

  let { o, onChange }: { o: Schemas['OrderView']; onChange: () => unknown } = $props();
  type Asking =
    | ''
    | 'release'
    | 'refuse'
    | 'ask-again'
    | 'terms'
    | 'quantities'
    | 'cancel'
    | 'deliver'
    | 'invoice'
    | 'again';
  // An order is agreed; its editor is only read.
  const editor = untrack(() => new Editor(o.worksheet, homeOfOrder(o.id)));
  const acts = new Acts(() => onChange());
  let asking = $state<Asking>('');
  let shown = $state(untrack(() => (o.state === 'hold' ? 'lines' : 'progress')));
  $effect(() => {
    const fresh = o.worksheet;
    untrack(() => editor.take(fresh));
  });

  async function done(words = '') {
    asking = '';
    if (words) say(words);
    await onChange();
  }

  async function confirm() {
    const sent = await acts.run(() =>
      ask(api.POST('/api/orders/{id}/confirm', { params: { path: { id: o.id } } }))
    );
    if (sent) say('The order confirmation is sent.');
  }

  const entries = $derived<MenuEntry[]>([
    ...(o.may.confirm ? [{ value: 'confirm', label: 'Send confirmation by email' }] : []),
    { value: 'pdf', label: 'Confirmation as PDF' },
    { value: 'xlsx', label: 'Order as workbook', detail: 'reckons by itself' },
    { value: 'ubl', label: 'Order as UBL', detail: 'for programs' },
    ...(session.sells ? [{ value: 'again', label: 'Order again…', detail: 'at today’s prices' }] : []),
    ...(o.may.change ? [{ value: 'terms', label: 'Change terms…', group: 'Change' }] : []),
    ...(o.may.change ? [{ value: 'quantities', label: 'Change quantities…', group: 'Change' }] : []),
    ...(o.may.cancelLines ? [{ value: 'quantities', label: 'Cancel lines…', group: 'Change' }] : []),
    ...(o.may.cancel ? [{ value: 'cancel', label: 'Cancel order…', group: 'Change' }] : [])
  ]);

  function more(value: string) {
    if (value === 'confirm') void confirm();
    else if (value === 'pdf') window.open(`/api/orders/${o.id}/confirmation/pdf`);
    else if (value === 'xlsx') window.open(`/api/orders/${o.id}/order.xlsx`);
    else if (value === 'ubl') window.open(`/api/orders/${o.id}/ubl`);
    else asking = value as Asking;
  }

  offer(() => [
    ...(o.may.release
      ? [
          { label: 'Release', keys: 'Ctrl+Enter', run: () => (asking = 'release') },
          { label: 'Refuse', run: () => (asking = 'refuse') }
        ]
      : []),
    ...(o.may.askAgain ? [{ label: 'Ask again', run: () => (asking = 'ask-again') }] : []),
    ...(o.may.deliver ? [{ label: 'Deliver', keys: 'l', run: () => (asking = 'deliver') }] : []),
    ...(o.may.invoice ? [{ label: 'Invoice', keys: 'i', run: () => (asking = 'invoice') }] : []),
    ...(o.may.change ? [{ label: 'Change terms', keys: 't', run: () => (asking = 'terms') }] : []),
    ...(o.may.change || o.may.cancelLines
      ? [{ label: o.may.change ? 'Change quantities' : 'Cancel lines', run: () => (asking = 'quantities') }]
      : []),
    ...(o.may.cancel ? [{ label: 'Cancel order', run: () => (asking = 'cancel') }] : []),
    ...(session.sells ? [{ label: 'Order again', keys: 'y', run: () => (asking = 'again') }] : []),
    { label: 'Confirmation as PDF', keys: 'p', run: () => more('pdf') }
  ]);
  const TITLE: Record<string, string> = {
    release: 'Release',
    refuse: 'Refuse',
    'ask-again': 'Ask again for',
    terms: 'Terms of',
    quantities: 'Quantities of',
    cancel: 'Cancel',
    deliver: 'Deliver',
    invoice: 'Invoice',
    again: 'Order again:'
  };
</script>

<div class="head">
  <h1>Order {o.number}: {o.of.title}</h1>
  <Verdict tone={tone(o.state)}>{o.state === 'hold' ? 'on hold' : o.state}</Verdict>
  {#if o.may.release}
    <button class="act" onclick={() => (asking = 'refuse')}>Refuse…</button>
    <button class="act main" onclick={() => (asking = 'release')}>Release…</button>
  {/if}
  {#if o.may.askAgain}<button class="act" onclick={() => (asking = 'ask-again')}>Ask again…</button>{/if}
  {#if o.may.deliver}<button class="act" class:main={!o.may.invoice} onclick={() => (asking = 'deliver')}
      >Deliver…</button
    >{/if}
  {#if o.may.invoice}<button class="act main" onclick={() => (asking = 'invoice')}>Invoice…</button>{/if}
  <MenuButton label="More" name="More acts" {entries} onChoose={more} />
</div>
<div class="facts">
  <span><a href="/accounts/{o.of.accountId}">{o.of.account}</a></span>
  <span>customer PO number <b>{o.terms.poNumber ?? 'none yet'}</b></span>
  <span>placed <b>{day(o.placedOn)}</b> by {o.placedBy}</span>
  {#if o.terms.releasedAt}<span>released <b>{day(o.terms.releasedAt)}</b></span>{/if}
  <span>pays within <b>{o.terms.termsDays} days</b></span>
  {#if o.terms.depositPercent !== '0'}<span>deposit <b>{o.terms.depositPercent} %</b></span>{/if}
  {#if o.terms.confirmedAt}<span>confirmed <b>{day(o.terms.confirmedAt)}</b></span>{/if}
  {#if o.terms.reason}<span class="bad">{o.terms.reason}</span>{/if}
</div>
<Holds {o} {onChange} />
{#if !asking}<Notice refusal={acts.refusal} />{/if}
{#each o.agreements as agreement (agreement.id)}
  <p class="agreement">
    Agreement <a href="/renewals/{agreement.id}">{agreement.number}</a>
    {agreement.state === 'ended' ? 'ended' : 'runs until'}
    <b>{day(agreement.end)}</b>,
    {figure(agreement.monthly)} per month; its renewal is
    {#if agreement.nextId}<a href="/opportunities/{agreement.nextId}">{agreement.nextNumber}</a>{/if}, call
    planned for {day(agreement.callOn)}.
  </p>
{/each}
<Tabs
  label="What is shown"
  tabs={[
    { key: 'progress', label: 'Progress and money' },
    { key: 'lines', label: 'Lines as agreed' },
    { key: 'history', label: 'Paper trail and history' }
  ]}
  bind:chosen={shown}
/>
{#if shown === 'progress'}
  <div class="two">
    <div class="column">
      <Progress lines={o.progress} />
      {#each o.cancellations as c (c.at + c.line)}
        <p class="quiet">
          {c.quantity} of {o.progress.find((l) => l.line === c.line)?.description ?? c.line} cancelled by {c.person}:
          {c.reason}
        </p>
      {/each}
      <Deliveries {o} {onChange} />
    </div>
    <div class="column">
      <Money {o} />
      <Bridge {o} />
    </div>
  </div>
{:else if shown === 'lines'}
  <Worksheet {editor} locked weighs={false} />
{:else}
  <div class="two">
    <section class="leaf pad">
      <h2>History</h2>
      <Changes record="order" id={o.id} />
    </section>
    <Trail opportunity={o.of.opportunityId} here={o.number} />
  </div>
{/if}

<Ask
  bind:open={() => asking !== '', (open) => (open ? null : (asking = ''))}
  title="{TITLE[asking] ?? ''} {o.number}"
  wide={['deliver', 'invoice', 'quantities', 'terms'].includes(asking)}
  broad={asking === 'again'}
>
  {#if asking === 'release' || asking === 'refuse' || asking === 'ask-again'}
    {#await import('./Decide.svelte') then { default: Decide }}<Decide
        {o}
        how={asking}
        onDone={() => done()}
      />{/await}
  {:else if asking === 'terms'}
    {#await import('./TermsForm.svelte') then { default: TermsForm }}<TermsForm
        {o}
        onDone={() => done()}
      />{/await}
  {:else if asking === 'quantities'}
    {#await import('./QuantitiesForm.svelte') then { default: QuantitiesForm }}<QuantitiesForm
        {o}
        onDone={() => done()}
      />{/await}
  {:else if asking === 'cancel'}
    {#await import('./CancelForm.svelte') then { default: CancelForm }}<CancelForm
        {o}
        onDone={() => done('The order is cancelled.')}
      />{/await}
  {:else if asking === 'deliver'}
    {#await import('./DeliverForm.svelte') then { default: DeliverForm }}<DeliverForm
        {o}
        onDone={() => done('The delivery is noted.')}
      />{/await}
  {:else if asking === 'invoice'}
    {#await import('./InvoiceForm.svelte') then { default: InvoiceForm }}<InvoiceForm
        {o}
        onDone={(made) => goto('/invoices/' + made)}
      />{/await}
  {:else if asking === 'again'}
    {#await import('./Again.svelte') then { default: Again }}<Again id={o.id} />{/await}
  {/if}
</Ask>

<style>
  .facts {
    margin-bottom: 6px;
  }
  .agreement {
    background: var(--moss-wash);
    padding: 6px 12px;
    margin-bottom: 10px;
  }
  .column {
    display: grid;
    grid-template-columns: minmax(0, 1fr);
    overflow-wrap: anywhere;
    gap: 14px;
    min-width: 0;
  }
</style>
