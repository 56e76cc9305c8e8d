<script lang="ts">
  import { untrack } from 'svelte';
  import { api, ask, type Schemas } from '$lib/api/client';
  import { offer } from '$lib/shell/actions.svelte';
  import Changes from '$lib/trail/Changes.svelte';
  import Trail from '$lib/trail/Trail.svelte';
  import Ask from '$lib/ui/Ask.svelte';
  import Field from '$lib/ui/Field.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import Verdict from '$lib/ui/Verdict.svelte';
  import { Acts, match } from '$lib/ui/acts.svelte';
  import { day, figure, words } from '$lib/ui/format';
  import { tone } from '$lib/ui/tones';
  import Worksheet from '$lib/worksheet/Worksheet.svelte';
  import { Editor } from '$lib/worksheet/editor.svelte';
  import { homeOfOrder } from '$lib/worksheet/home';

  let { o, onChange }: { o: Schemas['OrderView']; onChange: () => unknown } = $props();
  // An order is agreed; its editor is only read.
  const editor = untrack(() => new Editor(o.worksheet, homeOfOrder(o.id)));
  const acts = new Acts(() => onChange());
  let releasing = $state(false);
  let comment = $state('');
  let number = $state('');
  // It is released as it was read: not over a hold that came since.
  const params = $derived({ path: { id: o.id }, header: match(o.version) });
  $effect(() => {
    const fresh = o.worksheet;
    untrack(() => editor.take(fresh));
  });

  async function release(event: SubmitEvent) {
    event.preventDefault();
    if (await acts.run(() => ask(api.POST('/api/orders/{id}/release', { params, body: { comment } })))) {
      releasing = false;
    }
  }

  function enter(event: SubmitEvent) {
    event.preventDefault();
    void acts.run(() => ask(api.PUT('/api/orders/{id}/po-number', { params, body: { poNumber: number } })));
  }
  offer(() =>
    o.may.release ? [{ label: 'Release', keys: 'Ctrl+Enter', run: () => (releasing = true) }] : []
  );
</script>

<div class="head">
  <h1>Order {o.number}: {o.of.title}</h1>
  <Verdict tone={tone(o.state)}>{o.state}</Verdict>
  {#if o.may.release}<button class="act main" onclick={() => (releasing = true)}>Release…</button>{/if}
</div>
<div class="facts">
  <span><a href="/accounts/{o.of.accountId}">{o.of.account}</a></span>
  <span>customer PO number <b>{o.poNumber ?? 'none yet'}</b></span>
  <span>placed <b>{day(o.placedOn)}</b> by {o.placedBy}</span>
  <span>{o.releasedAt ? 'released ' : 'invoice date '}<b>{day(o.releasedAt ?? o.invoiceOn)}</b></span>
</div>
{#if o.holds.length}
  <section class="holds leaf" aria-label="Holds">
    {#each o.holds as { approval: hold } (hold.id)}
      <p>
        <Verdict tone={hold.answer ? 'good' : 'bad'}>{words(hold.reason)}</Verdict>
        <span>{hold.words}.</span>
        <span class="quiet"
          >{hold.answer
            ? `${hold.answeredByName ?? ''}, ${day(hold.answeredAt)}: ${hold.comment}`
            : hold.reason === 'po-number'
              ? 'released when the PO number is entered'
              : `released by the ${words(hold.role)}`}</span
        >
      </p>
    {/each}
    {#if o.may.enterPoNumber}
      <form onsubmit={enter}>
        <Field label="Customer PO number" name="number" bind:value={number} problem={acts.at('poNumber')} />
        <button class="act main" disabled={acts.busy}>Enter</button>
      </form>
    {/if}
  </section>
{/if}
{#if !releasing}<Notice refusal={acts.refusal} />{/if}
{#each o.agreements as agreement (agreement.id)}
  <p class="agreement">
    Agreement <a href="/renewals#{agreement.number}">{agreement.number}</a> runs until
    <b>{day(agreement.end)}</b>,
    {figure(agreement.monthly)} per month; its renewal is
    {#if agreement.nextId}<a href="/opportunities/{agreement.nextId}">{agreement.nextNumber}</a>{/if}, call
    planned for {day(agreement.callOn)}.
  </p>
{/each}
{#snippet under()}<div class="under">
    <Trail opportunity={o.of.opportunityId} here={o.number} />
    <section class="leaf log">
      <h2>History</h2>
      <Changes record="order" id={o.id} />
    </section>
  </div>{/snippet}
<Worksheet {editor} locked weighs={false} {under} />

<Ask bind:open={releasing} title="Release {o.number}">
  <form onsubmit={release}>
    <Field
      label="Reason for release"
      name="comment"
      rows={3}
      bind:value={comment}
      problem={acts.at('comment')}
      focus
    />
    <Notice refusal={acts.refusal} />
    <p><button class="act main" disabled={acts.busy}>Release</button></p>
  </form>
</Ask>

<style>
  .facts {
    margin-bottom: 10px;
  }
  .holds {
    padding: 8px 14px;
    margin-bottom: 10px;
    border-left: 4px solid var(--madder);
  }
  .holds p {
    display: flex;
    gap: 12px;
    flex-wrap: wrap;
    padding: 2px 0;
  }
  .holds form {
    display: flex;
    gap: 10px;
    align-items: end;
    padding: 4px 0;
  }
  .agreement {
    background: var(--moss-wash);
    padding: 6px 12px;
    margin-bottom: 10px;
  }
  .log {
    padding: 10px 14px;
  }
  .under {
    margin-top: 14px;
  }
</style>
