<script lang="ts">
  import { api, ask, type Schemas } from '$lib/api/client';
  import Ask from '$lib/ui/Ask.svelte';
  import Field from '$lib/ui/Field.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import { Acts } from '$lib/ui/acts.svelte';
  import { day, moment } from '$lib/ui/format';
  import { load, refusalOf } from '$lib/ui/load.svelte';
  /** Which contacts may see the customer page, what was asked there, and the answers. */
  let { account, mayChange }: { account: number; mayChange: boolean } = $props();
  const params = $derived({ path: { id: account } });
  const access = load(
    () => ['account', account, 'page-access'],
    () => api.GET('/api/accounts/{id}/page-access', { params })
  );
  const questions = load(
    () => ['account', account, 'questions'],
    () => api.GET('/api/accounts/{id}/questions', { params })
  );
  const acts = new Acts(() => Promise.all([access.refetch(), questions.refetch()]));
  let inviting = $state.raw<Schemas['ContactAccess'] | null>(null);
  let answering = $state.raw<Schemas['AskedQuestion'] | null>(null);
  let words = $state('');

  async function invite() {
    const contact = inviting?.id;
    if (contact === undefined) return;
    const done = await acts.run(() =>
      ask(
        api.POST('/api/accounts/{id}/page-access/{contact}', { params: { path: { id: account, contact } } })
      )
    );
    if (done) inviting = null;
  }

  function end(contact: number) {
    void acts.run(() =>
      ask(
        api.DELETE('/api/accounts/{id}/page-access/{contact}', { params: { path: { id: account, contact } } })
      )
    );
  }

  async function answer(event: SubmitEvent) {
    event.preventDefault();
    const question = answering?.id;
    if (question === undefined) return;
    const done = await acts.run(() =>
      ask(
        api.POST('/api/accounts/{id}/questions/{question}/answer', {
          params: { path: { id: account, question } },
          body: { words }
        })
      )
    );
    if (done) answering = null;
  }

  function startAnswer(question: Schemas['AskedQuestion']) {
    acts.clear();
    words = '';
    answering = question;
  }

  function startInvite(contact: Schemas['ContactAccess']) {
    acts.clear();
    inviting = contact;
  }
</script>

<p class="quiet">
  On their customer page contacts see this account’s quotes, orders and invoices, order at their own prices
  and ask questions.
</p>
<Notice refusal={refusalOf(access) ?? (inviting || answering ? null : acts.refusal)} />
<table class="ledger cards" aria-label="Access to the customer page">
  <thead><tr><th>Contact</th><th>Access</th><th>Last signed in</th><td></td></tr></thead>
  <tbody>
    {#each access.data ?? [] as c (c.id)}
      <tr>
        <td class="lead">{c.name}<span class="quiet small">{c.email || 'no email address'}</span></td>
        <td
          >{c.state === 'open'
            ? `open since ${day(c.openedAt)}, by ${c.openedBy}`
            : c.state === 'ended'
              ? 'ended'
              : 'none'}</td
        >
        <td>{c.seenAt ? moment(c.seenAt) : '–'}</td>
        <td class="acts"
          >{#if mayChange}
            <button class="plain" disabled={!c.email} onclick={() => startInvite(c)}
              >{c.state === 'open' ? 'Send another link…' : 'Open access…'}</button
            >
            {#if c.state === 'open'}<button class="plain" disabled={acts.busy} onclick={() => end(c.id)}
                >End access</button
              >{/if}
          {/if}</td
        >
      </tr>
    {:else}<tr
        ><td colspan="4" class="quiet"
          >{access.isPending ? 'Loading…' : 'Add a contact with an email address first.'}</td
        ></tr
      >{/each}
  </tbody>
</table>

<h2>Questions</h2>
<Notice refusal={refusalOf(questions)} />
{#each questions.data ?? [] as q (q.id)}
  <article>
    <p>{q.words} <span class="quiet">{q.name}{q.about ? `, about ${q.about}` : ''}, {moment(q.at)}</span></p>
    {#if q.answer}<p class="answer">
        {q.answer} <span class="quiet">{q.answeredBy}, {moment(q.answeredAt)}</span>
      </p>
    {:else if mayChange}<button class="act" onclick={() => startAnswer(q)}>Answer…</button>
    {:else}<p class="quiet">Not answered yet.</p>{/if}
  </article>
{:else}<p class="quiet">{questions.isPending ? 'Loading…' : 'Nothing was asked yet.'}</p>{/each}

<Ask
  bind:open={() => inviting !== null, (open: boolean) => (inviting = open ? inviting : null)}
  title="Customer page for {inviting?.name ?? ''}"
>
  <p>
    An email with a link to sign in goes to <b>{inviting?.email}</b>. It can be used once, within two days;
    later they ask for another one themselves.
  </p>
  <Notice refusal={acts.refusal} />
  <p class="row">
    <button class="act main" disabled={acts.busy} onclick={() => void invite()}>Send the link</button>
    <button class="act" onclick={() => (inviting = null)}>Cancel</button>
  </p>
</Ask>
<Ask
  bind:open={() => answering !== null, (open: boolean) => (answering = open ? answering : null)}
  title="Answer {answering?.name ?? ''}"
>
  <form onsubmit={answer}>
    <p class="quiet">{answering?.words}</p>
    <Field label="Answer" name="words" rows={5} bind:value={words} problem={acts.at('words')} focus />
    <Notice refusal={acts.refusal?.problems.length ? null : acts.refusal} />
    <p class="row">
      <button class="act main" disabled={acts.busy}>Send the answer</button>
      <button type="button" class="act" onclick={() => (answering = null)}>Cancel</button>
    </p>
  </form>
</Ask>

<style>
  .small {
    display: block;
    font-size: var(--type-small);
  }
  .acts {
    text-align: right;
    white-space: nowrap;
  }
  h2 {
    margin: 16px 0 4px;
  }
  article {
    padding: 6px 0;
    border-bottom: 1px solid var(--rule);
    overflow-wrap: anywhere;
  }
  article span {
    display: block;
    font-size: var(--type-small);
  }
  .answer {
    padding-left: 10px;
    border-left: 3px solid var(--brass);
    white-space: pre-line;
  }
  p {
    margin: 6px 0;
  }
</style>
