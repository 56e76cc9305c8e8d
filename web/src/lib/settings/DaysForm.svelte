<script lang="ts">
  import { api, ask, type Schemas } from '$lib/api/client';
  import Entry from '$lib/forms/Entry.svelte';
  import FormFoot from '$lib/forms/FormFoot.svelte';
  import { Form } from '$lib/forms/form.svelte';
  import { session } from '$lib/shell/session.svelte';
  import { match } from '$lib/ui/acts.svelte';
  import { say } from '$lib/ui/said';
  import { untrack } from 'svelte';
  /** The days and months that the work goes by. */
  let { days }: { days: Schemas['WorkingDays'] } = $props();
  const FIELDS = [
    ['quoteValid', 'A new quote is valid for, days'],
    ['followUpBefore', 'Follow-up call before it expires, days'],
    ['expiring', 'Day sheet names quotes expiring within, days'],
    ['silent', 'An opportunity is silent without contact for, days'],
    ['invoiceAfter', 'Invoice date after an order is placed, days'],
    ['noticeMonths', 'Notice of a new agreement, months']
  ] as const;
  const of = ({ version, ...values }: Schemas['WorkingDays']) => ({
    values: Object.fromEntries(Object.entries(values).map(([key, value]) => [key, String(value)])) as Record<
      (typeof FIELDS)[number][0],
      string
    >,
    version
  });
  const read = async () => of(await ask(api.GET('/api/company/days')));
  const form = new Form({
    ...untrack(() => of(days)),
    draft: 'working days',
    send: (body, version) => ask(api.PUT('/api/company/days', { params: { header: match(version) }, body })),
    reread: read,
    done: async () => {
      const now = await read();
      form.begin(now.values, now.version);
      await session.load();
      say('Saved. It holds for what is made from now on.');
    }
  });
</script>

<form class="form" onsubmit={form.submit}>
  {#each FIELDS as [name, label] (name)}<Entry {form} {name} {label} />{/each}
  <FormFoot {form} />
</form>
