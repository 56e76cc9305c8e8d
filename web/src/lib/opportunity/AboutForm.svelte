<script lang="ts">
  import { api, ask, type Schemas } from '$lib/api/client';
  import Choice from '$lib/ui/Choice.svelte';
  import Field from '$lib/ui/Field.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import { Acts, match } from '$lib/ui/acts.svelte';
  import { load } from '$lib/ui/load.svelte';
  import { untrack } from 'svelte';
  /** Everything that can be typed about an opportunity. */
  let {
    o,
    open = $bindable(),
    onChange
  }: { o: Schemas['OpportunityView']; open: boolean; onChange: () => unknown } = $props();
  const acts = new Acts(() => onChange());
  const used = load(
    () => ['used'],
    () => api.GET('/api/opportunities/used')
  );
  let form = $state(
    untrack(() => ({
      title: o.title,
      expectedClose: o.expectedClose,
      probability: o.about.ownProbability ?? '',
      note: o.about.note,
      priority: o.about.priority,
      interest: o.about.interest,
      business: o.about.business,
      budget: o.about.budget ?? '',
      source: o.about.source,
      campaign: o.about.campaign
    }))
  );
  let contact = $state(untrack(() => String(o.about.contactId ?? '')));
  const contacts = $derived([
    ['', 'none'] as const,
    ...o.contacts.map((c) => [String(c.id), c.name + (c.role ? ', ' + c.role : '')] as const)
  ]);

  async function change(event: SubmitEvent) {
    event.preventDefault();
    const body = { ...form, contactId: contact ? Number(contact) : null };
    open = !(await acts.run(() =>
      ask(
        api.PUT('/api/opportunities/{id}', { params: { path: { id: o.id }, header: match(o.version) }, body })
      )
    ));
  }
</script>

<form onsubmit={change}>
  <div class="whole">
    <Field label="Title" name="title" bind:value={form.title} problem={acts.at('title')} focus />
  </div>
  <Field
    label="Expected close"
    name="close"
    type="date"
    bind:value={form.expectedClose}
    problem={acts.at('expectedClose')}
  />
  <Field
    label="Probability % (optional; empty: the stage’s)"
    name="probability"
    bind:value={form.probability}
    problem={acts.at('probability')}
  />
  <Field label="Customer’s budget" name="budget" bind:value={form.budget} problem={acts.at('budget')} />
  <Choice
    label="Contact"
    name="contact"
    bind:value={contact}
    options={contacts}
    problem={acts.at('contactId')}
  />
  <Choice
    label="Priority"
    name="priority"
    bind:value={form.priority}
    options={[
      ['high', 'high'],
      ['normal', 'normal'],
      ['low', 'low']
    ]}
  />
  <Choice
    label="Interest"
    name="interest"
    bind:value={form.interest}
    options={[
      ['unknown', 'unknown'],
      ['low', 'low'],
      ['medium', 'medium'],
      ['high', 'high']
    ]}
  />
  <Choice
    label="Business"
    name="business"
    bind:value={form.business}
    options={[
      ['new', 'new'],
      ['existing', 'existing']
    ]}
  />
  <Field label="Source" name="source" bind:value={form.source} list="sources" problem={acts.at('source')} />
  <Field
    label="Campaign"
    name="campaign"
    bind:value={form.campaign}
    list="campaigns"
    problem={acts.at('campaign')}
  />
  <datalist id="sources"
    >{#each used.data?.sources ?? [] as s (s)}<option value={s}></option>{/each}</datalist
  >
  <datalist id="campaigns"
    >{#each used.data?.campaigns ?? [] as s (s)}<option value={s}></option>{/each}</datalist
  >
  <div class="whole">
    <Field label="Note" name="note" rows={3} bind:value={form.note} problem={acts.at('note')} />
  </div>
  <div class="whole">
    <Notice refusal={acts.refusal} />
    <p><button class="act main" disabled={acts.busy}>Save</button></p>
  </div>
</form>

<style>
  form {
    display: grid;
    grid-template-columns: 1fr 1fr;
    gap: 10px 14px;
  }
  .whole {
    grid-column: 1 / -1;
  }
</style>
