<script lang="ts">
  import { api, ask, asRefusal, type Schemas } from '$lib/api/client';
  import Notice from '$lib/ui/Notice.svelte';
  import { day, figure } from '$lib/ui/format';
  import { load, refusalOf } from '$lib/ui/load.svelte';
  import { say } from '$lib/ui/said';
  /** Reminders that are due today: looked through, then sent one by one or all, with progress. */
  type Due = Schemas['DueReminder'];
  const due = load(
    () => ['reminders', 'due'],
    () => api.GET('/api/reminders/due')
  );
  const STAGE = ['', 'first', 'second', 'final'];
  let busy = $state(false);
  let done = $state(0);
  let refused = $state.raw<{ account: string; words: string }[]>([]);

  async function send(all: Due[]) {
    if (busy) return;
    busy = true;
    done = 0;
    refused = [];
    for (const one of all) {
      try {
        await ask(
          api.POST('/api/accounts/{id}/reminders', {
            params: { path: { id: one.accountId } },
            body: { stage: one.stage, total: one.total }
          })
        );
        done++;
      } catch (thrown) {
        const refusal = asRefusal(thrown);
        refused = [...refused, { account: one.account, words: refusal.detail || refusal.message }];
      }
    }
    busy = false;
    await due.refetch();
    if (done) say(`${done} ${done === 1 ? 'reminder is' : 'reminders are'} sent.`);
  }
  const ready = $derived((due.data ?? []).filter((one) => one.emailTo));
</script>

<Notice refusal={refusalOf(due)} />
{#if due.data?.length}
  <p class="row">
    <button class="act main" disabled={busy || ready.length === 0} onclick={() => void send(ready)}
      >Send {ready.length} {ready.length === 1 ? 'reminder' : 'reminders'}</button
    >
    {#if busy}<span>{done} of {ready.length}</span>{/if}
  </p>
  {#each refused as r (r.account)}<p class="bad" role="alert">{r.account}: {r.words}</p>{/each}
  <div class="scroll">
    <table class="ledger" aria-label="Reminders due">
      <thead
        ><tr
          ><th>Account</th><th>Reminder</th><th>Invoices</th><th>To</th><th class="figure">Overdue</th><th
            ><span class="sr-only">Act</span></th
          ></tr
        ></thead
      >
      <tbody>
        {#each due.data as one (one.accountId)}
          <tr>
            <td><a href="/credit/{one.accountId}">{one.account}</a></td>
            <td class:bad={one.stage === 3} class:heed={one.stage === 2}>{STAGE[one.stage]}</td>
            <td class="quiet"
              >{one.items
                .map((i) => `${i.ref}, due ${day(i.due)}, ${i.daysOverdue} days late`)
                .join('; ')}</td
            >
            <td class="quiet">{one.emailTo || 'no email address'}</td>
            <td class="figure">{figure(one.total)}</td>
            <td>
              <a href="/api/accounts/{one.accountId}/reminder/pdf" target="_blank" rel="noreferrer"
                >Look at it</a
              >
              <button class="plain" disabled={busy || !one.emailTo} onclick={() => void send([one])}
                >Send</button
              >
            </td>
          </tr>
        {/each}
      </tbody>
    </table>
  </div>
{:else}<p class="quiet">
    {due.isPending
      ? 'Loading…'
      : 'No reminder is due today. When each stage begins stands in the settings, under Credit and reminders.'}
  </p>{/if}

<style>
  .row {
    margin-bottom: 8px;
  }
</style>
