<script lang="ts">
  import Field from '$lib/ui/Field.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import Certificate from './Certificate.svelte';
  import Changes from './Changes.svelte';
  import OfferLines from './OfferLines.svelte';
  import { CustomerQuote, type CopyLine, type Doors } from './copy.svelte';
  import { untrack } from 'svelte';
  /** A quote as its customer reads it: what is offered, what they pick, and their answer. */
  let {
    doors,
    me = '',
    framed = false
  }: {
    doors: Doors;
    /** who is signed in, as they would sign; blank behind a link */
    me?: string;
    /** the seller's name stands above already */
    framed?: boolean;
  } = $props();
  const quote = new CustomerQuote(untrack(() => doors));
  void quote.open();
  const view = $derived(quote.view);
  const offer = $derived(view?.offer ?? null);
  const open = $derived(view?.state === 'open');
  let saying = $state<'' | 'accept' | 'decline' | 'question'>('');
  let name = $state(untrack(() => me));
  let poNumber = $state('');
  let words = $state('');
  let asked = $state(false);

  function say(what: typeof saying) {
    quote.refusal = null;
    asked = false;
    saying = saying === what ? '' : what;
  }

  function pick(line: CopyLine, on: boolean) {
    void quote.pick(line, on);
  }

  async function send(event: SubmitEvent) {
    event.preventDefault();
    const done =
      saying === 'accept'
        ? await quote.accept(name, poNumber)
        : saying === 'decline'
          ? await quote.decline(name, words)
          : await quote.question(name, words);
    if (!done) return;
    asked = saying === 'question';
    words = '';
    saying = '';
    if (!asked) window.scrollTo({ top: 0 });
  }

  /** Brings a form into sight, and its first field under the cursor. */
  function seen(node: HTMLElement) {
    node.scrollIntoView({ block: 'center' });
    node.querySelector<HTMLElement>('input')?.focus({ preventScroll: true });
  }
</script>

<svelte:head><title>{view ? `Quote ${view.called} · ${view.seller.name}` : 'Quote'}</title></svelte:head>

<svelte:element
  this={framed ? 'div' : 'main'}
  class="sheet"
  class:framed
  style:--petrol={view?.seller.colour || undefined}
>
  {#if view}
    {#if !framed}
      <header>
        {#if view.seller.logo}<img src={view.seller.logo} alt="" height="40" />{/if}
        <p class="name">{view.seller.name}</p>
        <p class="reach quiet">
          {#each [...view.seller.address, ...view.seller.reach] as line (line)}<span>{line}</span>{/each}
        </p>
      </header>
    {/if}
    <h1>{view.title}</h1>
    <p class="quiet">
      Quote {view.called}{#if offer}{#each offer.head.facts.filter( (f) => ['Date', 'Valid until'].includes(f.name) ) as fact (fact.name)},
          {fact.name.toLowerCase()} <b>{fact.value}</b>{/each}{/if}
    </p>
    {#if view.words}<p class="state" class:good={view.state === 'accepted'} role="status">
        <b>{view.words}</b>
      </p>{/if}
    {#if view.acceptance}<Certificate {view} acceptance={view.acceptance} />{/if}
    {#if !offer}
      <p>
        Please ask {view.rep.name} for the current one:
        <a href="mailto:{view.rep.email}">{view.rep.email}</a>{#if view.rep.phone},
          <a href="tel:{view.rep.phone}">{view.rep.phone}</a>{/if}.
      </p>
    {:else}
      <p class="address">
        {#each offer.head.addressee as line, n (n)}{line}<br />{/each}
      </p>
      {#each offer.letter as paragraph, n (n)}<p>{paragraph}</p>{/each}
      {#if offer.changes}<Changes changes={offer.changes} />{/if}
      <OfferLines
        {offer}
        {open}
        busy={quote.busy}
        onPick={pick}
        pictureOf={(line: CopyLine) => `${doors.base}/pictures/${line.position}`}
      />
      {#if saying === ''}<Notice refusal={quote.refusal} />{/if}
      <dl>
        {#each offer.terms as fact (fact.name)}<dt>{fact.name}</dt>
          <dd>{fact.value}</dd>{/each}
        {#if offer.enclosures.length}<dt>Enclosed</dt>
          <dd>
            {#each offer.enclosures as file (file.at)}<a
                href="{doors.base}/files/{file.at}"
                download={file.name}>{file.name}</a
              ><br />{/each}
          </dd>{/if}
        <dt>Your contact</dt>
        <dd>
          {view.rep.name}, <a href="mailto:{view.rep.email}">{view.rep.email}</a>{#if view.rep.phone},
            <a href="tel:{view.rep.phone}">{view.rep.phone}</a>{/if}
        </dd>
      </dl>
      <p><a href="{doors.base}/quote.pdf" target="_blank" rel="noopener">The quote as PDF</a></p>
      {#if offer.generalTerms.length}
        <details>
          <summary>General terms</summary>
          {#each offer.generalTerms as paragraph, n (n)}<p>{paragraph}</p>{/each}
        </details>
      {/if}
      {#if view.questions.length}
        <section aria-label="Questions">
          <h2>Your questions</h2>
          {#each view.questions as q, n (n)}<p>{q.words} <span class="quiet">{q.name}</span></p>{/each}
        </section>
      {/if}
      {#if asked}<p class="state good" role="status">
          <b>Your question is with {view.rep.name}.</b> The answer comes by email or phone.
        </p>{/if}
      {#if saying !== ''}
        <form class="answer" onsubmit={send} {@attach seen}>
          <h2>
            {saying === 'accept'
              ? `Accept for ${offer.total} ${offer.currency}`
              : saying === 'decline'
                ? 'Decline this quote'
                : 'Ask a question'}
          </h2>
          <Field label="Your name" name="name" bind:value={name} problem={quote.refusal?.at('name')} />
          {#if saying === 'accept'}
            <Field
              label="Your PO number (if you have one)"
              name="poNumber"
              bind:value={poNumber}
              problem={quote.refusal?.at('poNumber')}
            />
            <p class="quiet">
              Accepting orders what is picked above at these prices and terms. Your name, the time and your
              network address are recorded with it.
            </p>
          {:else}
            <Field
              label={saying === 'decline' ? 'Your reason' : 'Your question'}
              name="words"
              rows={3}
              bind:value={words}
              problem={quote.refusal?.at('words')}
            />
          {/if}
          <Notice refusal={quote.refusal?.problems.length ? null : quote.refusal} />
          <p class="row">
            <button class="act main" disabled={quote.busy}
              >{saying === 'accept'
                ? 'Accept the quote'
                : saying === 'decline'
                  ? 'Decline'
                  : 'Send the question'}</button
            >
            <button type="button" class="act" onclick={() => say('')}>Back</button>
          </p>
        </form>
      {/if}
    {/if}
  {:else if quote.refusal}
    <h1>{framed ? 'This quote was not found' : 'This link is not valid'}</h1>
    <p>
      {quote.refusal.status === 404
        ? framed
          ? 'It may have been withdrawn.'
          : 'It may have been ended or copied in part. Please ask whoever sent it.'
        : `${quote.refusal.message}. ${quote.refusal.detail}`}
    </p>
    {#if quote.refusal.status !== 404}<p>
        <button class="act" onclick={() => void quote.open()}>Try again</button>
      </p>{/if}
  {:else}<p class="quiet" role="status">Loading…</p>{/if}
</svelte:element>
{#if open && offer && saying === ''}
  <div class="bar">
    <span class="total" aria-live="polite"
      ><b>{offer.total}</b> {offer.currency} <span class="quiet">with tax</span></span
    >
    <button class="plain" onclick={() => say('question')}>Ask</button>
    <button class="plain" onclick={() => say('decline')}>Decline</button>
    <button class="act main" disabled={quote.busy} onclick={() => say('accept')}>Accept…</button>
  </div>
{/if}

<style>
  /* What has the focus is not hidden behind the bar. */
  :global(html:has(.bar)) {
    scroll-padding-bottom: 120px;
  }
  .sheet {
    max-width: 760px;
    margin: 0 auto;
    padding: 28px 32px 110px;
    background: var(--paper);
    min-height: 100vh;
    box-sizing: border-box;
    font-size: 15px;
  }
  .framed {
    padding: 0 0 110px;
    min-height: 0;
    max-width: none;
    margin: 0;
  }
  header {
    display: flex;
    flex-wrap: wrap;
    gap: 4px 24px;
    justify-content: space-between;
    align-items: baseline;
    border-bottom: 2px solid var(--brass);
    padding-bottom: 8px;
    margin-bottom: 22px;
  }
  .name {
    font-family: 'Newsreader Variable', serif;
    font-size: var(--type-head);
  }
  .reach {
    display: flex;
    flex-wrap: wrap;
    gap: 0 14px;
    font-size: var(--type-small);
  }
  p {
    margin: 6px 0;
    overflow-wrap: anywhere;
  }
  .address {
    margin: 16px 0;
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
  dd {
    overflow-wrap: anywhere;
  }
  summary {
    cursor: pointer;
    min-height: 32px;
  }
  section {
    margin: 16px 0;
  }
  h2 {
    font-size: var(--type-lead);
  }
  .answer {
    border: 1px solid var(--rule-strong);
    padding: 14px 18px;
    margin: 18px 0;
    display: grid;
    gap: 8px;
  }
  .bar {
    position: fixed;
    inset: auto 0 0 0;
    display: flex;
    align-items: center;
    justify-content: flex-end;
    gap: 8px 14px;
    padding: 10px max(16px, calc(50vw - 348px));
    background: var(--paper);
    border-top: 1px solid var(--rule-strong);
  }
  .total {
    margin-right: auto;
    font-variant-numeric: tabular-nums;
    font-size: var(--type-lead);
  }
  button {
    min-height: 44px;
  }
  @media (max-width: 640px) {
    .sheet {
      padding: 16px 16px 120px;
    }
    .framed {
      padding: 0 0 120px;
    }
    .bar {
      flex-wrap: wrap;
      padding: 8px 12px;
    }
    .total {
      flex: 1 0 100%;
    }
    .bar .act {
      margin-left: auto;
    }
  }
  @media print {
    .bar {
      display: none;
    }
  }
</style>
