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
  import Icon from '$lib/ui/Icon.svelte';
  import MenuButton, { type MenuEntry } from '$lib/ui/MenuButton.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import Term from '$lib/ui/Term.svelte';
  import Verdict from '$lib/ui/Verdict.svelte';
  import { Acts, match } from '$lib/ui/acts.svelte';
  import { day } from '$lib/ui/format';
  import { say } from '$lib/ui/said';
  import { tone } from '$lib/ui/tones';
  import Worksheet from '$lib/worksheet/Worksheet.svelte';
  import { Editor } from '$lib/worksheet/editor.svelte';
  import { homeOf } from '$lib/worksheet/home';
  import { benchKeys } from '$lib/worksheet/keys';
  import Obstacles from './Obstacles.svelte';
  import Revisions from './Revisions.svelte';
  import { called } from './called';
  import { LetterForm } from './letter';
  import type { Ending } from './ending';

  let { q, onChange }: { q: Schemas['QuoteView']; onChange: () => unknown } = $props();
  const editor = untrack(() => new Editor(q.worksheet, homeOf('quotes', q.id), String(session.me?.id ?? '')));
  const acts = new Acts(() => onChange());
  let side = $state('checks');
  let field = $state('');
  let asking = $state<'' | 'send' | 'order' | 'sign-off' | Ending>('');
  let message = $state.raw<Schemas['Message'] | null>(null);
  const letter = untrack(() => new LetterForm(q, () => onChange()));
  const signOff = $derived(q.obstacles.find((obstacle) => obstacle.at === 'signOff'));
  const stops = $derived(q.obstacles.filter((obstacle) => obstacle.stops));
  const offered = $derived(q.approvals.at(-1)?.approval.counter ?? '');
  const beside = [
    { key: 'letter', label: 'Letter' },
    { key: 'enclosures', label: 'Enclosures' },
    { key: 'preview', label: 'Preview' },
    { key: 'copy', label: 'Customer' }
  ];

  $effect(() => {
    const fresh = q.worksheet;
    letter.seen(q);
    untrack(() => void editor.seen(fresh));
  });

  async function save(): Promise<boolean> {
    if (editor.dirty && !(await editor.save())) return false;
    if (!q.may.change || !letter.dirty) return true;
    const saved = await letter.send();
    if (!saved) side = 'letter';
    return saved;
  }

  const entries = $derived<MenuEntry[]>([
    ...(q.may.sendAgain ? [{ value: 'again', label: 'Send again…' }] : []),
    ...(q.may.revise ? [{ value: 'revise', label: 'Revise', detail: 'the next revision' }] : []),
    ...(q.may.lead ? [{ value: 'lead', label: 'Make it the lead quote' }] : []),
    ...(q.may.accept ? [{ value: 'accepted', label: 'Accepted…', group: 'The customer' }] : []),
    ...(q.may.decline ? [{ value: 'declined', label: 'Declined…', group: 'The customer' }] : []),
    ...(q.may.withdraw ? [{ value: 'withdrawn', label: 'Withdraw…', group: 'Taken back' }] : [])
  ]);

  function more(value: string) {
    if (value === 'revise') void revise();
    else if (value === 'lead') void lead();
    else if (value === 'again') void write();
    else asking = value as Ending;
  }

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

  /** Everything is saved first, so that what is sent is what is seen. */
  async function write() {
    if (!(await save())) return;
    message = null;
    await acts.run(async () => {
      message = await ask(api.GET('/api/quotes/{id}/message', { params: { path: { id: q.id } } }));
    });
    if (message) asking = 'send';
  }

  async function askForSignOff() {
    if (await save()) asking = 'sign-off';
  }

  /** Goes to where something that is missing is filled in. */
  function mend(at: string) {
    if (at === 'signOff') void askForSignOff();
    else if (at === 'account') void goto('/accounts/' + q.of.accountId);
    else if (at === 'company') void goto('/settings');
    else if (at !== 'lines') {
      side = 'letter';
      field = at;
    }
  }

  async function done(words = '') {
    asking = '';
    if (words) say(words);
    await onChange();
  }

  offer(() => [
    ...(q.may.change
      ? [
          { label: 'Save', keys: 'Ctrl+s', run: save },
          ...benchKeys(editor).filter((action) => action.keys !== 'Ctrl+s'),
          ...(stops.length ? [] : [{ label: 'Send', keys: 'Ctrl+Enter', run: write }]),
          ...(q.may.askForSignOff ? [{ label: 'Request sign-off', keys: 's', run: askForSignOff }] : [])
        ]
      : []),
    ...(q.may.sendAgain ? [{ label: 'Send again', run: write }] : []),
    ...(q.may.revise ? [{ label: 'Revise', keys: 'e', run: revise }] : []),
    ...(q.may.accept ? [{ label: 'Note acceptance', run: () => (asking = 'accepted') }] : []),
    ...(q.may.decline ? [{ label: 'Note refusal', run: () => (asking = 'declined') }] : []),
    ...(q.may.withdraw ? [{ label: 'Withdraw', run: () => (asking = 'withdrawn') }] : []),
    ...(q.may.order ? [{ label: 'Place order', keys: 'Ctrl+Enter', run: () => (asking = 'order') }] : []),
    { label: 'Letter and terms', keys: 'l', run: () => (side = 'letter') },
    { label: 'Preview', keys: 'v', run: () => (side = 'preview') },
    { label: 'Open the PDF', keys: 'p', run: () => window.open(`/api/quotes/${q.id}/quote.pdf`) }
  ]);
  const TITLE: Record<string, string> = {
    send: 'Send',
    order: 'Place order on',
    'sign-off': 'Request sign-off for',
    accepted: 'Accepted:',
    declined: 'Declined:',
    withdrawn: 'Withdraw'
  };
</script>

<div class="head">
  <h1>Quote {called(q)}: {q.of.title}</h1>
  <Verdict tone={tone(q.state)}
    >{q.state}{q.state === 'sent' && q.terms.sentAt ? ' ' + day(q.terms.sentAt) : ''}</Verdict
  >
  <a class="act" href="/api/quotes/{q.id}/quote.pdf" target="_blank" rel="noopener"
    ><Icon name="paper" size={13} />PDF</a
  >
  <a class="act" href="/api/quotes/{q.id}/ubl" download title="The quote for programs, as UBL 2.1">UBL</a>
  {#if q.may.takeCounter}<button class="act main" disabled={acts.busy} onclick={takeCounter}
      >Take at most {offered} %</button
    >{/if}
  {#if q.may.askForSignOff}<button class="act" class:main={!q.may.takeCounter} onclick={askForSignOff}
      >Request sign-off…</button
    >{/if}
  {#if q.may.change}<button
      class="act"
      class:main={!q.may.askForSignOff}
      disabled={signOff !== undefined || acts.busy}
      title={signOff?.words}
      onclick={write}><Icon name="email" size={13} />Send…</button
    >{/if}
  {#if entries.length > 0}<MenuButton label="More" name="More acts" {entries} onChoose={more} />{/if}
  {#if q.may.order}<button class="act main" onclick={() => (asking = 'order')}
      >Place order… <Icon name="arrow" size={13} /></button
    >{/if}
</div>
<div class="facts">
  <span><a href="/accounts/{q.of.accountId}">{q.of.account}</a></span>
  <span>from <a href="/opportunities/{q.of.opportunityId}">{q.of.opportunityNumber}</a></span>
  <span>made <b>{day(q.madeOn)}</b> by {q.madeBy}</span>
  {#if q.state !== 'sent' && q.terms.sentAt}<span>sent <b>{day(q.terms.sentAt)}</b></span>{/if}
  <span>valid until <b>{day(q.terms.validUntil)}</b></span>
  {#if q.leads}<span
      ><b>lead quote</b>
      <Term word="lead quote"
        >The value of the opportunity, its lists and the forecast follow this quote.</Term
      ></span
    >{/if}
  {#if q.signedOff}<span class="good">signed off</span>{/if}
  {#if q.terms.reason}<span>{q.state}: {q.terms.reason}</span>{/if}
</div>
{#if q.may.change}<Obstacles obstacles={q.obstacles} mayAsk={q.may.askForSignOff} onMend={mend} />{/if}
{#if q.approvals.length}<Approvals asked={q.approvals} quote={q.id} stale={signOff !== undefined} />{/if}
{#if asking === ''}<Notice refusal={acts.refusal} />{/if}
{#snippet under()}
  <div class="under">
    <Revisions {q} />
    <Trail opportunity={q.of.opportunityId} here={called(q)} />
    <section class="leaf pad">
      <h2>History</h2>
      <Changes record="quote" id={q.id} />
    </section>
  </div>
{/snippet}
{#snippet panel(key: string)}
  {#if key === 'letter'}{#await import('./LetterPanel.svelte') then { default: Panel }}<Panel
        {q}
        form={letter}
        {field}
      />{/await}
  {:else if key === 'enclosures'}{#await import('./EnclosuresPanel.svelte') then { default: Panel }}<Panel
        {q}
        {onChange}
      />{/await}
  {:else if key === 'preview'}{#await import('./PreviewPanel.svelte') then { default: Panel }}<Panel
        id={q.id}
        version="{q.version} {editor.view.version}"
      />{/await}
  {:else if key === 'copy'}{#await import('./CopyPanel.svelte') then { default: Panel }}<Panel
        {q}
        mine={q.may.answer}
      />{/await}
  {/if}
{/snippet}
<Worksheet
  {editor}
  locked={!q.may.change}
  weighs={q.state !== 'ordered'}
  {under}
  {beside}
  bind:side
  {panel}
/>

<Ask
  bind:open={() => asking !== '', (open) => (asking = open ? asking : '')}
  title="{TITLE[asking] ?? ''} {called(q)}"
  wide={asking === 'send'}
>
  {#if asking === 'send' && message}
    {#if editor.view.credit.verdict === 'hold' || editor.view.credit.verdict === 'stop'}
      <p class="heed">Credit check today: {editor.view.credit.verdict}. An order would be put on hold.</p>
    {/if}
    {#await import('./SendForm.svelte') then { default: SendForm }}<SendForm
        {q}
        {message}
        onDone={() => done('The quote is on its way.')}
      />{/await}
  {:else if asking === 'sign-off'}
    {#await import('./SignOffForm.svelte') then { default: SignOffForm }}<SignOffForm
        {q}
        words={signOff?.words ?? ''}
        onDone={done}
      />{/await}
  {:else if asking === 'order'}
    {#await import('$lib/order/OrderForm.svelte') then { default: OrderForm }}<OrderForm
        quote={q.id}
        opportunity={q.of.opportunityId}
        contract={q.worksheet.totals.contract}
        poNumber={q.poNumber}
        onDone={() => (asking = '')}
      />{/await}
  {:else if asking !== ''}
    {#await import('./EndQuote.svelte') then { default: EndQuote }}<EndQuote
        {q}
        how={asking as Ending}
        onDone={done}
      />{/await}
  {/if}
</Ask>

<style>
  .facts {
    margin-bottom: 10px;
  }
  .under {
    display: grid;
    grid-template-columns: repeat(auto-fit, minmax(340px, 1fr));
    gap: 14px;
    margin-top: 14px;
    align-items: start;
  }
</style>
