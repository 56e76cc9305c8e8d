<script lang="ts">
  import { api, ask, type Schemas } from '$lib/api/client';
  import Ask from '$lib/ui/Ask.svelte';
  import Field from '$lib/ui/Field.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import Verdict from '$lib/ui/Verdict.svelte';
  import { Acts, match } from '$lib/ui/acts.svelte';
  import { day, words } from '$lib/ui/format';
  import { session } from '$lib/shell/session.svelte';
  /** What holds an order, who answers each, and what can be done about it here. */
  let { o, onChange }: { o: Schemas['OrderView']; onChange: () => unknown } = $props();
  const acts = new Acts(() => onChange());
  let number = $state('');
  let asking = $state(false);
  const ANSWER: Record<string, string> = { yes: 'released', no: 'refused', cleared: 'cleared' };
  const open = $derived(o.holds.filter(({ approval }) => !approval.answer || approval.answer === 'no'));
  const past = $derived(o.holds.filter(({ approval }) => approval.answer && approval.answer !== 'no'));
  const wantsNumber = $derived(
    o.may.enterPoNumber && open.some(({ approval }) => approval.reason === 'po-number')
  );
  const wantsCredit = $derived(
    session.sells && o.state === 'hold' && open.some(({ approval }) => approval.reason === 'credit')
  );

  function enter(event: SubmitEvent) {
    event.preventDefault();
    const params = { path: { id: o.id }, header: match(o.version) };
    void acts.run(() => ask(api.PUT('/api/orders/{id}/po-number', { params, body: { poNumber: number } })));
  }
</script>

{#if o.holds.length}
  <section class="holds leaf" class:open={o.state === 'hold'} aria-label="Holds">
    {#each o.state === 'hold' ? open : past as { approval: hold } (hold.id)}
      <p>
        <Verdict tone={hold.answer === 'no' || !hold.answer ? 'bad' : 'good'}>{words(hold.reason)}</Verdict>
        <span>{hold.words}.</span>
        {#if hold.why}<span class="quiet">“{hold.why}”</span>{/if}
        <span class="quiet"
          >{hold.answer
            ? `${ANSWER[hold.answer] ?? hold.answer} by ${hold.answeredByName ?? ''}, ${day(hold.answeredAt)}: ${hold.comment}`
            : hold.reason === 'po-number'
              ? 'released when the PO number is entered'
              : `to be released by a ${words(hold.role)}`}</span
        >
      </p>
    {/each}
    {#if wantsNumber}
      <form onsubmit={enter}>
        <Field label="Customer PO number" name="number" bind:value={number} problem={acts.at('poNumber')} />
        <button class="act main" disabled={acts.busy}>Enter</button>
      </form>
      <Notice refusal={acts.at('poNumber') ? null : acts.refusal} />
    {/if}
    {#if wantsCredit}<button class="plain" onclick={() => (asking = true)}>Request more credit…</button>{/if}
  </section>
{/if}
<Ask bind:open={asking} title="Request more credit for {o.of.account}">
  {#await import('$lib/credit/RequestForm.svelte') then { default: RequestForm }}<RequestForm
      account={o.of.accountId}
      order={o.id}
      onDone={() => {
        asking = false;
        onChange();
      }}
    />{/await}
</Ask>

<style>
  .holds {
    padding: 8px 14px;
    margin: 10px 0;
    border-left: 4px solid var(--moss);
  }
  .holds.open {
    border-left-color: var(--madder);
  }
  .holds p {
    display: flex;
    gap: 4px 12px;
    flex-wrap: wrap;
    padding: 2px 0;
  }
  .holds form {
    display: flex;
    gap: 10px;
    align-items: end;
    padding: 4px 0;
  }
</style>
