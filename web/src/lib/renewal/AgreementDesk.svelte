<script lang="ts">
  import { goto } from '$app/navigation';
  import { api, ask, type Schemas } from '$lib/api/client';
  import { offer } from '$lib/shell/actions.svelte';
  import { session } from '$lib/shell/session.svelte';
  import Changes from '$lib/trail/Changes.svelte';
  import Trail from '$lib/trail/Trail.svelte';
  import Ask from '$lib/ui/Ask.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import Verdict from '$lib/ui/Verdict.svelte';
  import { Acts } from '$lib/ui/acts.svelte';
  import { day, figure, signOf } from '$lib/ui/format';
  import { tone } from '$lib/ui/tones';
  import AgreementTermsForm from './AgreementTermsForm.svelte';
  import EndDayForm from './EndDayForm.svelte';
  import LeaveForm from './LeaveForm.svelte';
  import Renewing from './Renewing.svelte';
  /** An agreement: what recurs, what it charges when, its next term, and the terms before. */
  let { a, onChange }: { a: Schemas['AgreementView']; onChange: () => unknown } = $props();
  const acts = new Acts(() => onChange());
  let renewing = $state(false);
  let leaving = $state(false);
  let moving = $state(false);
  let agreeing = $state(false);
  const today = $derived(session.view?.today ?? '');
  const waits = $derived(
    a.mayChange &&
      !a.joins &&
      a.next?.state === 'open' &&
      (a.state === 'running' || a.state === 'not-renewed')
  );
  const mayEnd = $derived(a.mayChange && (a.state === 'running' || a.state === 'not-renewed'));
  const grown = $derived(signOf(a.next?.growth));

  async function quote() {
    const next = a.next;
    if (!next) return;
    if (next.quoteId) return goto(`/quotes/${next.quoteId}`);
    let made = 0;
    const done = await acts.run(async () => {
      made = (await ask(api.POST('/api/opportunities/{id}/quotes', { params: { path: { id: next.id } } })))
        .id;
    });
    if (done) await goto(`/quotes/${made}`);
  }
  function changed() {
    leaving = moving = agreeing = false;
    void onChange();
  }
  offer(() => [
    ...(session.sells && waits
      ? [
          { label: 'Renew', keys: 'r', run: () => (renewing = true) },
          { label: 'Quote the next term', keys: 'q', run: () => quote() }
        ]
      : []),
    ...(mayEnd
      ? [
          { label: 'Renewal terms', keys: 'e', run: () => (agreeing = true) },
          { label: 'Move end', keys: 'm', run: () => (moving = true) },
          { label: 'Not renewed', keys: 'x', run: () => (leaving = true) }
        ]
      : [])
  ]);
</script>

<div class="head">
  <h1>Agreement {a.number}</h1>
  <Verdict tone={tone(a.state)}>{a.state.replace('-', ' ')}</Verdict>
  {#if mayEnd}
    <button class="act" onclick={() => (agreeing = true)}>Renewal terms…</button>
    <button class="act" onclick={() => (moving = true)}>Move end…</button>
    {#if a.state === 'running'}<button class="act" onclick={() => (leaving = true)}>Not renewed…</button>{/if}
  {/if}
  {#if session.sells && waits}
    <button class="act" disabled={acts.busy} onclick={() => void quote()}
      >{a.next?.quote ? `Quote ${a.next.quote}` : 'Quote'}</button
    >
    <button class="act main" onclick={() => (renewing = true)}>Renew…</button>
  {/if}
</div>
<div class="about">
  <a href="/accounts/{a.accountId}">{a.account}</a>
  <span>{a.owner}</span>
  <span
    >from <b>{day(a.start)}</b> to
    <b class:bad={a.end < today && a.state === 'running'}>{day(a.end)}</b></span
  >
  {#if a.endMoved}<span class="quiet">its end was moved</span>{/if}
  <span>{a.termMonths} months</span>
  <span>contact by <b>{day(a.callOn)}</b></span>
  {#if a.upliftPercent}<span>may rise by {a.upliftPercent} %</span>{/if}
  {#if a.terms}<span class="quiet">{a.terms}</span>{/if}
  {#if a.reason}<span class="bad">{a.reason}{a.competitor ? `, to ${a.competitor}` : ''}</span>{/if}
</div>
<Notice refusal={acts.refusal} />
<div class="columns">
  <div>
    <div class="scroll">
      <table class="ledger cards" aria-label="Lines">
        <thead
          ><tr
            ><th>Line</th><th class="figure">Quantity</th><th class="figure">Unit, each charge</th><th
              >Charged</th
            ><th class="figure">Charge</th></tr
          ></thead
        >
        <tbody>
          {#each a.lines as l (l.line)}
            <tr>
              <td class="lead"
                >{l.description}
                {#if l.product}<a class="quiet" href="/catalogue/{encodeURIComponent(l.product)}"
                    >{l.product}</a
                  >{/if}</td
              >
              <td class="figure">{figure(l.quantity)}</td>
              <td class="figure off">{figure(l.unitNet)}</td>
              <td>{l.everyMonths === 1 ? 'every month' : `every ${l.everyMonths} months`}</td>
              <td class="figure worth">{figure(l.charge)}</td>
            </tr>
          {/each}
        </tbody>
        <tfoot>
          <tr
            ><td class="lead" colspan="4">Per month</td><td class="figure worth"
              ><b>{figure(a.monthly)}</b></td
            ></tr
          >
          <tr
            ><td class="lead" colspan="4">Over the term</td><td class="figure worth"
              ><b>{figure(a.value)}</b></td
            ></tr
          >
        </tfoot>
      </table>
    </div>
    <div class="scroll">
      <table class="ledger cards" aria-label="Charges">
        <thead
          ><tr><th>Charged on</th><th>Line</th><th>For</th><th class="figure">Net</th><th>Invoice</th></tr
          ></thead
        >
        <tbody>
          {#each a.charges as c (c.line + c.from)}
            <tr class:quiet={!!c.invoiceId}>
              <td class="lead" class:bad={!c.invoiceId && c.on < today}>{day(c.on)}</td>
              <td>{c.description}</td>
              <td>{day(c.from)} – {day(c.to)}</td>
              <td class="figure worth">{figure(c.net)}</td>
              <td
                >{#if c.invoiceId}<a href="/invoices/{c.invoiceId}">invoiced</a>{:else}{c.on <= today
                    ? 'due'
                    : '–'}{/if}</td
              >
            </tr>
          {:else}<tr><td colspan="5" class="quiet">Nothing is charged.</td></tr>{/each}
        </tbody>
      </table>
    </div>
  </div>
  <div>
    <section class="leaf pad" aria-label="Next term">
      <h2>Next term</h2>
      {#if a.next}
        <p>
          <a href="/opportunities/{a.next.id}">{a.next.number}</a>
          <span class="quiet">{a.next.state === 'open' ? a.next.stage : a.next.state}</span>
        </p>
        <dl>
          <dt>Per month</dt>
          <dd class="figure">{figure(a.next.monthly)}</dd>
          <dt>{grown < 0 ? 'Contraction' : 'Expansion'}</dt>
          <dd class="figure" class:bad={grown < 0} class:good={grown > 0}>
            {grown === 0 ? 'none' : figure(a.next.growth.replace('-', ''))}
          </dd>
          <dt>Value</dt>
          <dd class="figure">{figure(a.next.value)}</dd>
          {#if a.next.quote}<dt>Quote</dt>
            <dd><a href="/quotes/{a.next.quoteId}">{a.next.quote}</a> {a.next.quoteState}</dd>{/if}
        </dl>
      {:else}<p class="quiet">None.</p>{/if}
      {#if a.joins}<p>
          Renewed with <a href="/renewals/{a.joins.id}">{a.joins.number}</a>, which it joined.
        </p>{/if}
      {#if a.joinedBy.length}<p>
          Joined by {#each a.joinedBy as j, n (j.id)}{n ? ', ' : ''}<a href="/renewals/{j.id}">{j.number}</a
            >{/each}.
        </p>{/if}
      {#each a.rises as r (r.at)}
        <p class="quiet" class:undone={r.undone}>
          {r.words}: {figure(r.before)} → {figure(r.after)}, {r.person}
          {day(r.at.slice(0, 10))}{r.undone ? ', undone' : ''}
        </p>
      {/each}
    </section>
    <section class="leaf pad" aria-label="Terms">
      <h2>Terms</h2>
      <table class="ledger">
        <tbody>
          {#each a.chain as t (t.id)}
            <tr class:here={t.id === a.id}>
              <td
                >{#if t.id === a.id}{t.number}{:else}<a href="/renewals/{t.id}">{t.number}</a>{/if}</td
              >
              <td>{day(t.start)} – {day(t.end)}</td>
              <td class="quiet">{t.state.replace('-', ' ')}</td>
              <td class="figure">{figure(t.monthly)}</td>
            </tr>
          {/each}
        </tbody>
      </table>
    </section>
    <Trail opportunity={a.opportunityId} here={a.number} />
    <section class="leaf pad">
      <h2>History</h2>
      <Changes record="agreement" id={a.id} />
    </section>
  </div>
</div>
<Ask bind:open={renewing} title="Renew {a.number}, {a.account}">
  {#if a.next}<Renewing agreement={a.id} onDone={() => (renewing = false)} />{/if}
</Ask>
<Ask bind:open={leaving} title="{a.number} is not renewed"
  ><LeaveForm id={a.id} end={a.end} version={a.version} onDone={changed} /></Ask
>
<Ask bind:open={moving} title="Move the end of {a.number}"><EndDayForm {a} onDone={changed} /></Ask>
<Ask bind:open={agreeing} title="Renewal terms of {a.number}"><AgreementTermsForm {a} onDone={changed} /></Ask
>

<style>
  .about {
    display: flex;
    flex-wrap: wrap;
    gap: 4px 20px;
    margin-bottom: 10px;
  }
  b {
    font-weight: 560;
  }
  .columns {
    display: grid;
    grid-template-columns: minmax(0, 1.7fr) minmax(0, 1fr);
    gap: 14px;
    align-items: start;
  }
  .columns > div {
    display: grid;
    gap: 14px;
    min-width: 0;
  }
  dl {
    display: grid;
    grid-template-columns: 1fr auto;
    gap: 2px 10px;
  }
  dt {
    color: var(--stone);
  }
  .here td {
    font-weight: 560;
  }
  .undone {
    text-decoration: line-through;
  }
  @media (max-width: 900px) {
    .columns {
      grid-template-columns: minmax(0, 1fr);
    }
  }
</style>
