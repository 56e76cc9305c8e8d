<script lang="ts">
  import { untrack } from 'svelte';
  import { api, ask, type Schemas } from '$lib/api/client';
  import Entry from '$lib/forms/Entry.svelte';
  import { Form } from '$lib/forms/form.svelte';
  import ComparisonTable from '$lib/quote/ComparisonTable.svelte';
  import { called } from '$lib/quote/called';
  import { offer } from '$lib/shell/actions.svelte';
  import Ask from '$lib/ui/Ask.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import Verdict from '$lib/ui/Verdict.svelte';
  import { day, daysBetween, figure, moment, percent, words } from '$lib/ui/format';
  import { load, refusalOf } from '$lib/ui/load.svelte';
  import { say } from '$lib/ui/said';
  import { session } from '$lib/shell/session.svelte';
  import Stack from '$lib/worksheet/Stack.svelte';
  import BrokenRules from './BrokenRules.svelte';
  import Leaves from './Leaves.svelte';
  /** One decision on one screen: what is asked and why, what it costs, whom it is for; yes, no, or what would do. */
  let {
    q,
    a,
    onChange
  }: { q: Schemas['QuoteView']; a: Schemas['AccountPage'] | undefined; onChange: () => unknown } = $props();
  const asked = $derived(q.approvals.filter(({ approval }) => approval.kind === 'sign-off').at(-1));
  const open = $derived(asked?.mayAnswer === true && asked.approval.answer === null);
  const today = $derived(session.view?.today ?? '');
  const waited = $derived.by(() => {
    const days = asked ? daysBetween(asked.approval.askedAt.slice(0, 10), today) : 0;
    return days <= 0 ? 'since today' : days === 1 ? 'for 1 day' : `for ${days} days`;
  });
  let most = $state('');
  let comparing = $state(false);

  function compared(percentOff: () => string) {
    return load(
      () => ['quote', q.id, 'counter', percentOff(), q.worksheet.version],
      () =>
        api.GET('/api/quotes/{id}/counter', {
          params: { path: { id: q.id }, query: { percent: percentOff() } }
        }),
      () => percentOff() !== '',
      true
    );
  }
  const list = compared(() => '0');
  const would = compared(() => (/^\d+([.,]\d+)?$/.test(most.trim()) ? most.trim().replace(',', '.') : ''));
  const path = untrack(() => ({ id: asked?.approval.id ?? 0 }));
  let yes = true;
  let counter = false;
  const form = new Form({
    values: { comment: '' },
    draft: untrack(() => `answer to sign-off ${path.id}`),
    send: ({ comment }) =>
      counter
        ? ask(
            api.POST('/api/quotes/{id}/counter', {
              params: { path: { id: q.id } },
              body: { percent: most.trim().replace(',', '.'), comment }
            })
          )
        : ask(api.POST('/api/approvals/{id}/answer', { params: { path }, body: { yes, comment } })),
    done: () => {
      comparing = false;
      say(counter ? `At most ${most} % offered.` : yes ? 'Signed off.' : 'Declined.');
      return onChange();
    }
  });

  function answer(with_: 'yes' | 'no' | 'counter') {
    if (form.busy) return;
    yes = with_ === 'yes';
    counter = with_ === 'counter';
    void form.send();
  }
  offer(() =>
    open
      ? [
          { label: 'Sign off', keys: 'y', run: () => answer('yes') },
          { label: 'Decline', keys: 'n', run: () => answer('no') },
          {
            label: 'Offer another discount',
            keys: 'o',
            run: () => document.querySelector<HTMLElement>('[name=most]')?.focus()
          }
        ]
      : []
  );
</script>

<div class="head">
  <h1>Sign-off: quote {called(q)}, {q.of.title}</h1>
  <a class="act" href="/quotes/{q.id}">Open the quote</a>
</div>
{#if !asked}<p class="quiet">No sign-off is requested for this quote.</p>
{:else}
  <div class="facts">
    <span><a href="/accounts/{q.of.accountId}">{q.of.account}</a></span>
    <span>{q.of.owner}</span>
    <span>asked <b>{moment(asked.approval.askedAt)}</b> by {asked.approval.askedByName}</span>
    {#if asked.approval.answer === null}<span class="heed"
        >waiting {waited}, for the {words(asked.approval.role)}</span
      >{:else}<span
        ><Verdict tone={asked.approval.answer === 'no' ? 'bad' : 'good'}
          >{asked.approval.answer === 'counter'
            ? `at most ${asked.approval.counter} % offered`
            : asked.approval.answer === 'yes'
              ? 'signed off'
              : asked.approval.answer === 'no'
                ? 'declined'
                : 'no longer asked'}</Verdict
        >
        by {asked.approval.answeredByName}, {day(asked.approval.answeredAt)}</span
      >{/if}
  </div>
  <div class="two">
    <div class="left">
      <blockquote class="leaf pad">{asked.approval.why}</blockquote>
      <BrokenRules worksheet={q.worksheet} />
      <Notice refusal={refusalOf(list)} />
      <Leaves totals={q.worksheet.totals} {most} would={would.data} list={list.data} />
    </div>
    <div class="right">
      <section class="leaf pad" aria-label="Customer">
        <h2>{q.of.account}</h2>
        {#if a}
          <dl>
            <dt>Bought in a year</dt>
            <dd class="figure">{figure(a.bought.amount)}</dd>
            {#if a.bought.marginPercent !== null}<dt>at a margin of</dt>
              <dd class="figure">{percent(a.bought.marginPercent)}</dd>{/if}
            <dt>Orders</dt>
            <dd class="figure">{a.bought.orders}{a.bought.lastOn ? `, last ${day(a.bought.lastOn)}` : ''}</dd>
            <dt>Terms</dt>
            <dd class="figure">{a.termsDays} days</dd>
          </dl>
        {:else}<p class="quiet">Loading…</p>{/if}
      </section>
      <section class="leaf pad"><Stack credit={q.worksheet.credit} /></section>
    </div>
  </div>
  {#if open}
    <form class="leaf foot" onsubmit={(e) => e.preventDefault()} aria-label="Your answer">
      <div class="comment"><Entry {form} name="comment" label="Comment (needed to decline)" /></div>
      <button type="button" class="act main" disabled={form.busy} onclick={() => answer('yes')}
        >Sign off</button
      >
      <button type="button" class="act" disabled={form.busy} onclick={() => answer('no')}>Decline</button>
      <label class="most"
        >or at most <input class="box figure" name="most" inputmode="decimal" bind:value={most} /> % on any row</label
      >
      <button
        type="button"
        class="act"
        disabled={!would.data || most.trim() === '' || form.busy}
        onclick={() => (comparing = true)}>Offer this…</button
      >
      {#if !comparing}<div class="whole"><Notice refusal={form.refusal ?? refusalOf(would)} /></div>{/if}
    </form>
  {/if}
{/if}
<Ask bind:open={comparing} title="At most {most} % on any row" broad>
  {#if would.data}
    <ComparisonTable comparison={would.data} />
    <Notice refusal={form.refusal} />
    <p>
      <button class="act main" disabled={form.busy} onclick={() => answer('counter')}>Offer this</button>
      <span class="quiet">Taking it needs no further sign-off.</span>
    </p>
  {/if}
</Ask>

<style>
  .left,
  .right {
    display: grid;
    gap: 12px;
    align-content: start;
    min-width: 0;
  }
  .facts {
    margin-bottom: 12px;
  }
  blockquote {
    font-family: 'Newsreader Variable', serif;
    font-size: var(--type-lead);
    border-left: 4px solid var(--brass);
  }
  h2 {
    margin-bottom: 4px;
  }
  .right :global(dl) {
    display: grid;
    grid-template-columns: 1fr auto;
    gap: 2px 12px;
    font-size: var(--type-small);
  }
  .right :global(dt) {
    color: var(--stone);
  }
  .right :global(dd) {
    text-align: right;
  }
  section {
    min-width: 0;
  }
  .foot {
    position: sticky;
    bottom: 0;
    display: flex;
    flex-wrap: wrap;
    gap: 8px 12px;
    align-items: end;
    padding: 10px 14px;
    margin-top: 12px;
    border-top: 2px solid var(--brass);
  }
  .comment {
    flex: 1 1 260px;
  }
  .most {
    display: inline-flex;
    align-items: center;
    gap: 6px;
    margin-left: 12px;
  }
  .most input {
    width: 64px;
  }
  .whole {
    flex: 1 0 100%;
  }
  @media (max-width: 640px) {
    .foot {
      position: static;
    }
  }
</style>
