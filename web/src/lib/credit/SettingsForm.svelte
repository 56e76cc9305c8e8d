<script lang="ts">
  import { untrack } from 'svelte';
  import { api, ask, type Schemas } from '$lib/api/client';
  import Entry from '$lib/forms/Entry.svelte';
  import FormFoot from '$lib/forms/FormFoot.svelte';
  import { Form } from '$lib/forms/form.svelte';
  import { match } from '$lib/ui/acts.svelte';
  /** How an account's credit is judged. */
  let { a, onDone }: { a: Schemas['AccountCredit']; onDone: () => unknown } = $props();
  const path = untrack(() => ({ id: a.id }));
  const values = (of: Schemas['AccountCredit']) => ({
    termsDays: String(of.settings.termsDays),
    lateDays: String(of.settings.lateDays),
    graceDays: String(of.settings.graceDays),
    overdueAllowed: of.settings.overdueAllowed,
    watchPercent: of.settings.watchPercent,
    depositPercent: of.settings.depositPercent,
    stopped: of.settings.stopped,
    remind: of.settings.remind
  });
  const form = new Form({
    values: untrack(() => values(a)),
    version: untrack(() => a.version),
    draft: untrack(() => `credit of account ${a.id}`),
    send: (body, version) =>
      ask(api.PUT('/api/credit/accounts/{id}', { params: { path, header: match(version) }, body })),
    reread: async () => {
      const now = await ask(api.GET('/api/credit/accounts/{id}', { params: { path } }));
      return { values: values(now), version: now.version };
    },
    done: () => onDone()
  });
  form.labels['stopped'] = 'Stopped';
  form.labels['remind'] = 'Reminders';
</script>

<form class="form" onsubmit={form.submit}>
  <Entry {form} name="termsDays" label="Pays within days" />
  <Entry {form} name="lateDays" label="Usually so many days late" />
  {#if a.habit.proposed !== null && a.habit.proposed !== undefined}
    <p class="whole quiet">
      {a.habit.settled} paid invoices say {a.habit.daysLate}.
      <button type="button" class="plain" onclick={() => (form.values.lateDays = String(a.habit.proposed))}
        >Take {a.habit.proposed}</button
      >
    </p>
  {/if}
  <Entry {form} name="graceDays" label="Days of grace before it is overdue" />
  <Entry {form} name="overdueAllowed" label="Overdue allowed" />
  <Entry {form} name="watchPercent" label="Watch below, % of the limit" />
  <Entry {form} name="depositPercent" label="Deposit on every order, %" />
  <label><input type="checkbox" bind:checked={form.values.stopped} /> Stopped: every order is held</label>
  <label><input type="checkbox" bind:checked={form.values.remind} /> Remind of what is overdue</label>
  <FormFoot {form} />
</form>
