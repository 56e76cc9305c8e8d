<script lang="ts">
  import { untrack } from 'svelte';
  import { api, ask, type Schemas } from '$lib/api/client';
  import Entry from '$lib/forms/Entry.svelte';
  import FormFoot from '$lib/forms/FormFoot.svelte';
  import { Form } from '$lib/forms/form.svelte';
  import { match } from '$lib/ui/acts.svelte';
  /** The company's usual credit, and when reminders begin. */
  let { rules, onDone }: { rules: Schemas['RulesView']; onDone: () => unknown } = $props();
  const values = (of: Schemas['RulesView']) => ({
    usualLimit: of.usualLimit,
    termsDays: String(of.termsDays),
    graceDays: String(of.graceDays),
    overdueAllowed: of.overdueAllowed,
    watchPercent: of.watchPercent,
    depositOver: of.depositOver ?? '',
    depositPercent: of.depositPercent,
    firstReminder: String(of.firstReminder),
    secondReminder: String(of.secondReminder),
    lastReminder: String(of.lastReminder)
  });
  const form = new Form({
    values: untrack(() => values(rules)),
    version: untrack(() => rules.version),
    draft: 'credit rules',
    send: (body, version) => ask(api.PUT('/api/credit-rules', { params: { header: match(version) }, body })),
    reread: async () => {
      const now = await ask(api.GET('/api/credit-rules'));
      return { values: values(now), version: now.version };
    },
    done: () => onDone()
  });
</script>

<form class="form" onsubmit={form.submit}>
  <Entry {form} name="usualLimit" label="Limit of a customer who has none of their own" />
  <Entry {form} name="watchPercent" label="New accounts: watch below, % of the limit" />
  <Entry {form} name="termsDays" label="New accounts: pay within days" />
  <Entry {form} name="graceDays" label="New accounts: days of grace" />
  <Entry {form} name="overdueAllowed" label="New accounts: overdue allowed" />
  <span></span>
  <Entry {form} name="depositOver" label="Deposit on orders above (optional)" />
  <Entry {form} name="depositPercent" label="Deposit, %" />
  <Entry {form} name="firstReminder" label="First reminder, days after the due day" />
  <Entry {form} name="secondReminder" label="Second reminder" />
  <Entry {form} name="lastReminder" label="Final reminder" />
  <FormFoot {form} />
</form>
