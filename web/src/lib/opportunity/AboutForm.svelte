<script lang="ts">
  import { api, ask, type Schemas } from '$lib/api/client';
  import Entry from '$lib/forms/Entry.svelte';
  import FormFoot from '$lib/forms/FormFoot.svelte';
  import Pick from '$lib/forms/Pick.svelte';
  import { Form } from '$lib/forms/form.svelte';
  import { match } from '$lib/ui/acts.svelte';
  import { load } from '$lib/ui/load.svelte';
  import { untrack } from 'svelte';
  import Offered from '$lib/ui/Offered.svelte';
  /** Everything that can be typed about an opportunity. */
  let {
    o,
    open = $bindable(),
    onChange
  }: { o: Schemas['OpportunityView']; open: boolean; onChange: () => unknown } = $props();
  const used = load(
    () => ['used'],
    () => api.GET('/api/opportunities/used')
  );
  const path = untrack(() => ({ id: o.id }));
  const of = (now: Schemas['OpportunityView']) => ({
    values: {
      title: now.title,
      expectedClose: now.expectedClose,
      probability: now.about.ownProbability ?? '',
      note: now.about.note,
      priority: now.about.priority,
      interest: now.about.interest,
      business: now.about.business,
      budget: now.about.budget ?? '',
      source: now.about.source,
      campaign: now.about.campaign,
      contactId: String(now.about.contactId ?? '')
    },
    version: now.version
  });
  const form = new Form({
    ...untrack(() => of(o)),
    draft: `opportunity ${path.id}`,
    send: (values, version) =>
      ask(
        api.PUT('/api/opportunities/{id}', {
          params: { path, header: match(version) },
          body: { ...values, contactId: values.contactId ? Number(values.contactId) : null }
        })
      ),
    reread: async () => of(await ask(api.GET('/api/opportunities/{id}', { params: { path } }))),
    done: async () => {
      await onChange();
      open = false;
    }
  });
  const contacts = $derived([
    ['', 'none'] as const,
    ...o.contacts.map((c) => [String(c.id), c.name + (c.role ? ', ' + c.role : '')] as const)
  ]);
  const same = (...words: string[]) => words.map((word) => [word, word] as const);
</script>

<form class="form" onsubmit={form.submit}>
  <div class="whole"><Entry {form} name="title" label="Title" focus /></div>
  <Entry {form} name="expectedClose" label="Expected close" type="date" />
  <Entry {form} name="probability" label="Probability % (optional; empty: the stage’s)" />
  <Entry {form} name="budget" label="Customer’s budget (optional)" />
  <Pick {form} name="contactId" label="Contact" options={contacts} />
  <Pick {form} name="priority" label="Priority" options={same('high', 'normal', 'low')} />
  <Pick {form} name="interest" label="Interest" options={same('unknown', 'low', 'medium', 'high')} />
  <Pick {form} name="business" label="Business" options={same('new', 'existing')} />
  <Entry {form} name="source" label="Source" list="sources" />
  <Entry {form} name="campaign" label="Campaign (optional)" list="campaigns" />
  <Offered list="source" id="sources" more={used.data?.sources ?? []} />
  <datalist id="campaigns"
    >{#each used.data?.campaigns ?? [] as s (s)}<option value={s}></option>{/each}</datalist
  >
  <div class="whole"><Entry {form} name="note" label="Note (optional)" rows={3} /></div>
  <FormFoot {form} />
</form>
