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
  import { day, figure } from '$lib/ui/format';
  import { say } from '$lib/ui/said';
  import { standing, typed } from './standing';
  /** An invoice or credit note: its lines and tax, what came in for it, and how it is taken back. */
  let { i, onChange }: { i: Schemas['InvoiceView']; onChange: () => unknown } = $props();
  const acts = new Acts(() => onChange());
  let crediting = $state(false);
  const is = $derived(
    standing(
      { type: i.type, balance: i.item?.balance ?? '0.00', due: i.due, settledOn: i.item?.settledOn ?? null },
      session.view?.today ?? ''
    )
  );
  const isCredit = $derived(i.type === 'credit-note');
  const deducted = $derived(i.taxes.filter((tax) => !/^0(\.0+)?$/.test(tax.deducted)));

  async function send() {
    const sent = await acts.run(() =>
      ask(api.POST('/api/invoices/{id}/email', { params: { path: { id: i.id } } }))
    );
    if (sent) say(`${i.number} is sent to ${i.emailTo}.`);
  }
  offer(() => [
    { label: 'Open the PDF', keys: 'p', run: () => window.open(`/api/invoices/${i.id}/pdf`) },
    ...(i.maySend ? [{ label: 'Send by email', keys: 'm', run: send }] : []),
    ...(i.mayCredit ? [{ label: 'Credit', keys: 'c', run: () => (crediting = true) }] : [])
  ]);
</script>

<div class="head">
  <h1>{isCredit ? 'Credit note' : i.type === 'deposit' ? 'Deposit invoice' : 'Invoice'} {i.number}</h1>
  <Verdict tone={is.tone}>{is.words}</Verdict>
  <a class="act" href="/api/invoices/{i.id}/pdf" target="_blank" rel="noreferrer">PDF</a>
  <a class="act" href="/api/invoices/{i.id}/ubl" download title="The invoice for programs, as UBL 2.1">UBL</a>
  {#if i.maySend}<button class="act" class:main={!i.sentAt} disabled={acts.busy} onclick={() => void send()}
      >{i.sentAt ? 'Send again' : 'Send by email'}</button
    >{/if}
  {#if i.mayCredit}<button class="act" onclick={() => (crediting = true)}>Credit…</button>{/if}
</div>
<div class="facts">
  <span><a href="/accounts/{i.of.accountId}">{i.of.account}</a></span>
  <span>order <a href="/orders/{i.of.orderId}">{i.of.order}</a></span>
  {#if i.of.creditsId}<span>credits <a href="/invoices/{i.of.creditsId}">{i.of.credits}</a>: {i.reason}</span
    >{/if}
  {#if typed(i.type) && !isCredit}<span>{typed(i.type)}</span>{/if}
  <span>issued <b>{day(i.issuedOn)}</b> by {i.issuedBy}</span>
  {#if !isCredit}<span>due <b>{day(i.due)}</b></span><span>reference <b>{i.reference}</b></span>{/if}
  <span>{i.sentAt ? `sent ${day(i.sentAt)}` : 'not sent by email'}</span>
</div>
<Notice refusal={acts.refusal} />
<div class="two">
  <div class="column">
    <div class="scroll">
      <table class="ledger" aria-label="Lines">
        <thead
          ><tr
            ><th>Line</th><th class="figure">Quantity</th><th class="figure">Tax</th><th class="figure"
              >Net</th
            ></tr
          ></thead
        >
        <tbody>
          {#each i.lines as line, n (n)}
            <tr>
              <td
                >{line.description} <span class="quiet">{line.product ?? ''}</span>
                {#if line.from}<span class="quiet">{day(line.from)} to {day(line.to)}</span>{/if}</td
              >
              <td class="figure">{figure(line.quantity)} {line.unit}</td>
              <td class="figure">{line.taxPercent} %</td>
              <td class="figure">{figure(line.net)}</td>
            </tr>
          {:else}<tr><td class="quiet" colspan="4">A deposit has no lines.</td></tr>{/each}
        </tbody>
        <tfoot>
          {#each deducted as tax (tax.percent)}
            <tr
              ><td colspan="3">Deposit set off at {tax.percent} %</td><td class="figure"
                >−{figure(tax.deducted)}</td
              ></tr
            >
          {/each}
          <tr><td colspan="3">Net</td><td class="figure">{figure(i.net)}</td></tr>
          {#each i.taxes as tax (tax.percent)}
            <tr
              ><td colspan="3">Tax {tax.percent} % on {figure(tax.base)}</td><td class="figure"
                >{figure(tax.tax)}</td
              ></tr
            >
          {/each}
          <tr class="total"><td colspan="3">Total</td><td class="figure">{figure(i.total)}</td></tr>
        </tfoot>
      </table>
    </div>
    <Trail opportunity={i.of.opportunityId} here={i.number} />
  </div>
  <div class="column">
    <section class="leaf pad" aria-label="Payments">
      <h2>{isCredit ? 'Set off' : 'Paid'}</h2>
      {#each i.paid as paid (paid.id)}
        <p class="line">
          <span>{day(paid.on)} <span class="quiet">{paid.payer}</span></span><b>{figure(paid.amount)}</b>
        </p>
      {:else}<p class="quiet">
          {isCredit ? 'Against what it credits, first.' : 'Nothing came in yet.'}
        </p>{/each}
      <p class="line sum"><span>Open</span><b>{figure(i.item?.balance ?? '0.00')}</b></p>
      {#if i.item?.promisedOn}<p class="heed">Promised for {day(i.item.promisedOn)}: {i.item.promise}</p>{/if}
      {#if i.item && i.item.stage > 0}<p class="quiet">
          Reminded {i.item.stage}× , last on {day(i.item.remindedOn)}
        </p>{/if}
    </section>
    <section class="leaf pad">
      <h2>History</h2>
      <Changes record={isCredit ? 'credit-note' : 'invoice'} id={i.id} />
    </section>
  </div>
</div>
<Ask bind:open={crediting} title="Credit {i.number}" wide>
  {#await import('./CreditForm.svelte') then { default: CreditForm }}<CreditForm
      {i}
      onDone={(made: number) => goto('/invoices/' + made)}
    />{/await}
</Ask>

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
  tfoot td {
    border-bottom: 0;
    text-align: right;
  }
  tfoot .total td {
    font-weight: 600;
    border-top: 1px solid var(--rule-strong);
  }
  .line {
    display: flex;
    justify-content: space-between;
    gap: 8px;
  }
  .sum {
    border-top: 1px solid var(--rule-strong);
    margin-top: 4px;
    padding-top: 4px;
  }
  b {
    font-weight: 560;
    font-variant-numeric: tabular-nums;
  }
</style>
