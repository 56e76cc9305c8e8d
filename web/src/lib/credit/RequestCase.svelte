<script lang="ts">
  import { api, ask, type Schemas } from '$lib/api/client';
  import Notice from '$lib/ui/Notice.svelte';
  import { Acts } from '$lib/ui/acts.svelte';
  import { day, figure } from '$lib/ui/format';
  import { load } from '$lib/ui/load.svelte';
  import AnswerForm from './AnswerForm.svelte';
  import Timeline from './Timeline.svelte';
  /** A credit request with its case: what is asked and why, the customer's year, the answers in place. */
  let { request: r, onDone }: { request: Schemas['RequestView']; onDone: () => unknown } = $props();
  const credit = load(
    () => ['credit', r.accountId, r.orderTotal],
    () =>
      api.GET('/api/credit/accounts/{id}', {
        params: { path: { id: r.accountId }, query: { asking: r.orderTotal ?? '' } }
      })
  );
  const acts = new Acts(() => onDone());
</script>

<p><a href="/credit/{r.accountId}">{r.account}</a> · {r.words}</p>
<p>
  <q>{r.why}</q> <span class="quiet">{r.askedBy}, {day(r.askedOn)}</span>
  {#if r.orderId}· for order <a href="/orders/{r.orderId}">{r.order}</a>{/if}
</p>
{#if credit.data}
  <Timeline credit={credit.data.credit} />
  <p class="quiet">
    {credit.data.habit.settled}
    {credit.data.habit.settled === 1 ? 'invoice' : 'invoices'} paid{credit.data.habit.daysLate
      ? `, on average ${figure(credit.data.habit.daysLate)} days after they were due`
      : ''}; overdue {figure(credit.data.credit.overdue)}.
  </p>
{/if}
{#if r.mayAnswer}<AnswerForm request={r} {onDone} />{:else}<p class="quiet">
    To be answered by a credit controller who has no part in it.
  </p>{/if}
{#if r.mayWithdraw}
  <button
    class="plain"
    disabled={acts.busy}
    onclick={() =>
      void acts.run(() =>
        ask(api.POST('/api/credit/requests/{id}/withdraw', { params: { path: { id: r.id } } }))
      )}>Withdraw the request</button
  >
{/if}
<Notice refusal={acts.refusal} />

<style>
  p {
    margin-bottom: 6px;
  }
  q {
    font-style: italic;
  }
</style>
