<script lang="ts">
  import { api, type Schemas } from '$lib/api/client';
  import { offer } from '$lib/shell/actions.svelte';
  import Ask from '$lib/ui/Ask.svelte';
  import Verdict from '$lib/ui/Verdict.svelte';
  import { day, figure } from '$lib/ui/format';
  import { load } from '$lib/ui/load.svelte';
  import { tone } from '$lib/ui/tones';
  import Items from './Items.svelte';
  import LimitForm from './LimitForm.svelte';
  import PaymentForm from './PaymentForm.svelte';
  import RequestForm from './RequestForm.svelte';
  import SettingsForm from './SettingsForm.svelte';
  import Timeline from './Timeline.svelte';
  /** An account's credit on one page: the year ahead, what is open, what it may, how it pays. */
  let { a, onChange }: { a: Schemas['AccountCredit']; onChange: () => unknown } = $props();
  let asking = $state(false);
  let paying = $state(false);
  const sent = load(
    () => ['reminders', a.id],
    () => api.GET('/api/accounts/{id}/reminders', { params: { path: { id: a.id } } })
  );
  const ANSWER: Record<string, string> = {
    yes: 'given',
    counter: 'given otherwise',
    condition: 'against a deposit',
    no: 'refused',
    withdrawn: 'withdrawn'
  };
  const open = $derived(a.requests.find((r) => !r.answer));
  offer(() => [
    ...(a.mayAsk && !open ? [{ label: 'Request more credit', keys: 'r', run: () => (asking = true) }] : []),
    ...(a.mayChange ? [{ label: 'Enter a payment', keys: 'n', run: () => (paying = true) }] : []),
    {
      label: 'Statement of account as PDF',
      keys: 'p',
      run: () => window.open(`/api/accounts/${a.id}/statement/pdf`)
    }
  ]);

  async function done() {
    asking = paying = false;
    await onChange();
  }
</script>

<div class="head">
  <h1>Credit of {a.name}</h1>
  <Verdict tone={tone(a.credit.verdict)}>{a.credit.verdict}</Verdict>
  <a class="act" href="/api/accounts/{a.id}/statement/pdf" target="_blank" rel="noreferrer">Statement</a>
  {#if a.mayAsk && !open}<button class="act" onclick={() => (asking = true)}>Request more credit…</button
    >{/if}
  {#if a.mayChange}<button class="act" onclick={() => (paying = true)}>Enter payment…</button>{/if}
</div>
<div class="facts">
  <span><a href="/accounts/{a.id}">{a.number}</a> {a.owner}</span>
  <span>limit <b>{figure(a.credit.limit)}</b></span>
  <span>exposure <b>{figure(a.credit.exposure)}</b></span>
  <span>available <b class:bad={a.credit.headroom.startsWith('-')}>{figure(a.credit.headroom)}</b></span>
  <span>overdue <b class:bad={a.credit.overdue !== '0.00'}>{figure(a.credit.overdue)}</b></span>
  <span
    >{a.habit.settled} paid invoices{a.habit.daysLate
      ? `, on average ${figure(a.habit.daysLate)} days late`
      : ''}</span
  >
</div>
<div class="two">
  <div class="column">
    <section class="leaf pad" aria-label="Timeline">
      <h2>The year ahead</h2>
      <Timeline credit={a.credit} />
    </section>
    <section>
      <h2>
        Open items {#if a.items.length}<a class="plain" href="/api/accounts/{a.id}/items.xlsx" download
            >Workbook</a
          >{/if}
      </h2>
      <Items items={a.items} {onChange} />
    </section>
    {#each a.holds as h (h.id)}
      <p class="leaf pad">
        <Verdict tone="bad">on hold</Verdict> <a href="/orders/{h.id}">{h.number}</a>
        {figure(h.total)} · {h.words}
      </p>
    {/each}
    {#if a.requests.length}
      <section class="leaf pad">
        <h2>Credit requests</h2>
        {#each a.requests as r (r.id)}
          <p>
            {figure(r.amount)} from {day(r.from)}, {r.askedBy}, {day(r.askedOn)}:
            <b>{r.answer ? ANSWER[r.answer] : 'waits for an answer'}</b>
            {#if r.given}{figure(r.given)} from {day(r.givenFrom)}{/if}
            {#if r.depositPercent}{r.depositPercent} %{/if}
            <span class="quiet">{r.answeredBy ?? ''} {r.comment}</span>
          </p>
        {/each}
      </section>
    {/if}
    {#if sent.data?.length}
      <section class="leaf pad">
        <h2>Reminders</h2>
        {#each sent.data as r (r.id)}<p>
            {day(r.on)}: {r.stage === 1 ? 'first' : r.stage === 2 ? 'second' : 'final'}, {figure(r.total)} to {r.sentTo}
            <span class="quiet">{r.by}</span>
          </p>{/each}
      </section>
    {/if}
  </div>
  <div class="column">
    <section class="leaf pad">
      <h2>Limits</h2>
      <LimitForm {a} onDone={done} />
    </section>
    <section class="leaf pad">
      <h2>How it is judged</h2>
      {#if a.mayChange}<SettingsForm {a} onDone={done} />
      {:else}
        <dl>
          <dt>Pays within</dt>
          <dd>{a.settings.termsDays} days</dd>
          <dt>Usually late by</dt>
          <dd>{a.settings.lateDays} days</dd>
          <dt>Grace</dt>
          <dd>{a.settings.graceDays} days</dd>
          <dt>Overdue allowed</dt>
          <dd>{figure(a.settings.overdueAllowed)}</dd>
        </dl>
      {/if}
    </section>
  </div>
</div>
<Ask bind:open={asking} title="Request more credit for {a.name}"
  ><RequestForm account={a.id} onDone={done} /></Ask
>
<Ask bind:open={paying} title="Enter a payment of {a.name}" wide
  ><PaymentForm account={a.id} onDone={done} /></Ask
>

<style>
  .facts {
    margin-bottom: 10px;
  }
  .column {
    display: grid;
    grid-template-columns: minmax(0, 1fr);
    overflow-wrap: anywhere;
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
  b {
    font-weight: 560;
  }
</style>
