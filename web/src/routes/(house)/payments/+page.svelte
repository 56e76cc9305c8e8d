<script lang="ts">
  import { api, ask, upload, type Schemas } from '$lib/api/client';
  import BookForm from '$lib/credit/BookForm.svelte';
  import PaymentForm from '$lib/credit/PaymentForm.svelte';
  import OrderTabs from '$lib/order/OrderTabs.svelte';
  import { offer } from '$lib/shell/actions.svelte';
  import Ask from '$lib/ui/Ask.svelte';
  import Field from '$lib/ui/Field.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import Rows from '$lib/ui/Rows.svelte';
  import Verdict from '$lib/ui/Verdict.svelte';
  import { Acts, match } from '$lib/ui/acts.svelte';
  import { day, figure } from '$lib/ui/format';
  import { listed } from '$lib/ui/further.svelte';
  import { say } from '$lib/ui/said';
  import { tone } from '$lib/ui/tones';
  type Row = Schemas['PaymentRow'];
  let status = $state('');
  const list = listed<Row>(
    () => ['payments', status],
    (after) => api.GET('/api/payments', { params: { query: { state: status, after } } })
  );
  const acts = new Acts(() => list.refetch());
  let entering = $state(false);
  let booking = $state.raw<Row | null>(null);
  let undoing = $state.raw<Row | null>(null);
  let reason = $state('');
  const HOW: Record<string, string> = {
    reference: 'by its reference',
    amount: 'by its amount',
    proposed: 'to be assigned',
    'by-hand': 'by hand'
  };
  const COLUMNS = [
    { label: 'Day' },
    { label: 'Payer' },
    { label: 'Their words' },
    { label: 'Account' },
    { label: 'For' },
    { label: 'State' },
    { label: 'Amount', figure: true },
    { label: 'Not set off', figure: true },
    { label: 'Act', unseen: true }
  ];

  function told(result: Schemas['StatementResult']) {
    say(
      `${result.taken} taken: ${result.booked} booked, ${result.open} to be assigned` +
        (result.known ? `, ${result.known} known already` : '') +
        '.'
    );
  }

  async function statement(event: Event & { currentTarget: HTMLInputElement }) {
    const input = event.currentTarget;
    const file = input.files?.[0];
    if (!file) return;
    await acts.run(async () =>
      told(await upload<Schemas['StatementResult']>('/api/payments/statement', file))
    );
    input.value = '';
  }

  async function simulate() {
    await acts.run(async () => told(await ask(api.POST('/api/payments/stand-in'))));
  }

  async function undo(event: SubmitEvent) {
    event.preventDefault();
    const of = undoing;
    if (!of) return;
    const done = await acts.run(() =>
      ask(
        api.POST('/api/payments/{id}/undo', {
          params: { path: { id: of.id }, header: match(of.version) },
          body: { reason }
        })
      )
    );
    if (!done) return;
    undoing = null;
    reason = '';
  }

  function booked() {
    entering = false;
    booking = null;
    void list.refetch();
  }
  offer(() => [{ label: 'Enter a payment', keys: 'n', run: () => (entering = true) }]);
</script>

<svelte:head><title>Payments · Firm Tally</title></svelte:head>
<div class="page">
  <div class="head">
    <h1>Payments</h1>
    <select class="box" aria-label="State" bind:value={status}>
      <option value="">all</option><option value="open">to be assigned</option><option value="booked"
        >booked</option
      ><option value="undone">undone</option>
    </select>
    <button class="act" disabled={acts.busy} onclick={() => void simulate()}>Simulate today’s payments</button
    >
    <label class="act file"
      >Import statement<input
        type="file"
        accept=".xml,.csv,.xlsx"
        disabled={acts.busy}
        onchange={(e) => void statement(e)}
      /></label
    >
    <button class="act main" onclick={() => (entering = true)}>Enter payment</button>
  </div>
  <OrderTabs />
  {#if !undoing}<Notice refusal={acts.refusal} />{/if}
  <Rows
    label="Payments"
    columns={COLUMNS}
    {list}
    key={(row: Row) => row.id}
    empty="No payments. Import the bank’s statement (camt.053 or a table), or enter one with n."
  >
    {#snippet row(row: Row)}
      <td class="number off">{day(row.on)}</td>
      <td>{row.payer}</td>
      <td class="quiet">{row.words}</td>
      <td class="lead"
        >{#if row.accountId}<a href="/credit/{row.accountId}">{row.account}</a>{:else}–{/if}</td
      >
      <td>{row.applied ?? (row.proposal.length ? 'perhaps ' + row.proposal.join(', ') : '–')}</td>
      <td
        ><Verdict tone={tone(row.state)}>{row.state === 'open' ? 'to be assigned' : row.state}</Verdict>
        <span class="quiet"
          >{row.state === 'undone' ? row.reason : row.state === 'booked' ? HOW[row.how] : ''}</span
        ></td
      >
      <td class="figure worth">{figure(row.amount)}</td>
      <td class="figure off">{row.unapplied === '0.00' ? '–' : figure(row.unapplied)}</td>
      <td
        >{#if row.state === 'open'}<button class="act" onclick={() => (booking = row)}>Assign…</button>
        {:else if row.state === 'booked'}<button class="plain" onclick={() => (undoing = row)}>Undo…</button
          >{/if}</td
      >
    {/snippet}
  </Rows>
</div>
<Ask bind:open={entering} title="Enter a payment" wide><PaymentForm onDone={booked} /></Ask>
<Ask
  bind:open={() => booking !== null, (open) => (open ? null : (booking = null))}
  title="Assign {figure(booking?.amount ?? '')} of {booking?.payer ?? ''}"
  wide
>
  {#if booking}<BookForm payment={booking} onDone={booked} />{/if}
</Ask>
<Ask
  bind:open={() => undoing !== null, (open) => (open ? null : (undoing = null))}
  title="Undo the payment of {figure(undoing?.amount ?? '')}"
>
  <form class="form one" onsubmit={undo}>
    <p class="quiet">The invoices are open again; the payment stays in the list with the reason.</p>
    <Field label="Reason" name="reason" bind:value={reason} problem={acts.at('reason')} focus />
    <Notice refusal={acts.at('reason') ? null : acts.refusal} />
    <p><button class="act main" disabled={acts.busy}>Undo payment</button></p>
  </form>
</Ask>

<style>
  .file {
    display: inline-flex;
    align-items: center;
    min-height: 30px;
    padding: 0 12px;
    border: 1px solid var(--petrol);
    border-radius: 2px;
    color: var(--petrol);
    font-weight: 560;
    cursor: pointer;
  }
  .file:focus-within {
    outline: 2px solid var(--petrol);
    outline-offset: 1px;
  }
  .file input {
    position: absolute;
    opacity: 0;
    width: 1px;
    height: 1px;
  }
</style>
