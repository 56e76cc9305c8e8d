<script lang="ts">
  import { api, ask, type Schemas } from '$lib/api/client';
  import { session } from '$lib/shell/session.svelte';
  import Ask from '$lib/ui/Ask.svelte';
  import Field from '$lib/ui/Field.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import { Acts, match } from '$lib/ui/acts.svelte';
  import { day, figure } from '$lib/ui/format';
  /** The open items of an account, each with what was promised and reminded of. */
  let { items, onChange }: { items: Schemas['Item'][]; onChange: () => unknown } = $props();
  const acts = new Acts(() => onChange());
  let of = $state.raw<Schemas['Item'] | null>(null);
  let on = $state('');
  let words = $state('');

  function ask_(item: Schemas['Item']) {
    of = item;
    on = item.promisedOn ?? session.view?.today ?? '';
    words = item.promise;
  }

  async function keep(event: SubmitEvent) {
    event.preventDefault();
    const item = of;
    if (!item) return;
    const done = await acts.run(() =>
      ask(
        api.PUT('/api/open-items/{id}/promise', {
          params: { path: { id: item.id }, header: match(item.version) },
          body: { on, words }
        })
      )
    );
    if (done) of = null;
  }
</script>

<div class="scroll">
  <table class="ledger cards" aria-label="Open items">
    <thead
      ><tr
        ><th>Item</th><th>Issued</th><th>Due</th><th>Standing</th><th class="figure">Total</th><th
          class="figure">Open</th
        ><th>Promised</th></tr
      ></thead
    >
    <tbody>
      {#each items as item (item.id)}
        <tr>
          <td class="lead"
            >{#if item.documentId}<a href="/invoices/{item.documentId}">{item.ref}</a
              >{:else}{item.ref}{/if}</td
          >
          <td class="off">{day(item.on)}</td>
          <td>due {day(item.due)}</td>
          <td class:bad={item.daysOverdue > 0}
            >{item.daysOverdue > 0
              ? `${item.daysOverdue} days overdue`
              : item.balance.startsWith('-')
                ? 'credit'
                : 'not due'}{item.stage ? `, reminded ${item.stage}×` : ''}</td
          >
          <td class="figure off">{figure(item.total)}</td>
          <td class="figure worth"><b>{figure(item.balance)}</b></td>
          <td
            >{#if !item.balance.startsWith('-')}<button class="plain" onclick={() => ask_(item)}
                >{item.promisedOn ? day(item.promisedOn) : 'Promised…'}</button
              >{/if}
            <span class="quiet">{item.promise}</span></td
          >
        </tr>
      {:else}<tr><td colspan="7" class="quiet">Nothing is open.</td></tr>{/each}
    </tbody>
  </table>
</div>
<Ask
  bind:open={() => of !== null, (open) => (open ? null : (of = null))}
  title="Payment promised for {of?.ref ?? ''}"
>
  <form class="form one" onsubmit={keep}>
    <Field
      label="By (blank takes it back)"
      name="on"
      type="date"
      bind:value={on}
      problem={acts.at('on')}
      focus
    />
    <Field
      label="Who said it, and how (optional)"
      name="words"
      bind:value={words}
      problem={acts.at('words')}
    />
    <p class="quiet">No reminder is sent until that day is over.</p>
    <Notice refusal={acts.at('on') ? null : acts.refusal} />
    <p><button class="act main" disabled={acts.busy}>Save</button></p>
  </form>
</Ask>

<style>
  b {
    font-weight: 560;
  }
</style>
