<script lang="ts">
  import { api, ask, type Schemas } from '$lib/api/client';
  import Entry from '$lib/forms/Entry.svelte';
  import FormFoot from '$lib/forms/FormFoot.svelte';
  import { Form } from '$lib/forms/form.svelte';
  import Ask from '$lib/ui/Ask.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import { Acts, match } from '$lib/ui/acts.svelte';
  import { say } from '$lib/ui/said';
  import { untrack } from 'svelte';
  /** Erasing what is known of a private person, on request or when its time is over. */
  let { retention, onChange }: { retention: Schemas['Retention']; onChange: () => unknown } = $props();
  type Person = Schemas['Candidate'];
  let q = $state('');
  let found = $state.raw<Person[] | null>(null);
  let asked = $state.raw<{ person: Person; would: Schemas['ErasureView'] } | null>(null);
  const acts = new Acts();
  const of = (kept: Schemas['Retention']) => ({
    values: { enquiryMonths: String(kept.enquiryMonths ?? '') },
    version: kept.version
  });
  const form = new Form({
    ...untrack(() => of(retention)),
    send: (body, version) =>
      ask(api.PUT('/api/personal-data/retention', { params: { header: match(version) }, body })),
    reread: async () => of(await ask(api.GET('/api/personal-data/retention'))),
    done: () => {
      say('Saved.');
      return onChange();
    }
  });

  function find(event?: Event) {
    event?.preventDefault();
    return acts.run(async () => {
      found = await ask(api.GET('/api/personal-data', { params: { query: { q } } }));
    });
  }

  function look(person: Person) {
    return acts.run(async () => {
      const path = { of: person.kind, id: person.id };
      asked = { person, would: await ask(api.GET('/api/personal-data/{of}/{id}', { params: { path } })) };
    });
  }

  async function erase() {
    const person = asked?.person;
    if (!person) return;
    const done = await acts.run(async () => {
      const path = { of: person.kind, id: person.id };
      await ask(api.POST('/api/personal-data/{of}/{id}/erased', { params: { path } }));
      say('Erased.');
    });
    if (done) {
      asked = null;
      await find();
    }
  }
</script>

<p class="quiet">
  On request what is known of a private person is erased: names, addresses, emails, notes, files. Figures stay
  under their numbers, and papers that have to be kept.
</p>
<form class="find" onsubmit={find}>
  <input class="box" aria-label="Person" placeholder="Name, email or number" bind:value={q} />
  <button class="act" disabled={acts.busy || q.trim().length < 3}>Find</button>
</form>
{#if !asked}<Notice refusal={acts.refusal} />{/if}
{#if found}
  {#if found.length}
    <table class="ledger cards" aria-label="Persons">
      <thead><tr><th>Kind</th><th>Number</th><th>Name</th><th>Email</th><th>Act</th></tr></thead>
      <tbody>
        {#each found as person (person.kind + person.id)}
          <tr
            ><td>{person.kind}</td><td>{person.number}</td><td class="lead">{person.name}</td><td
              >{person.email || '–'}</td
            ><td><button class="plain" onclick={() => void look(person)}>Erase…</button></td></tr
          >
        {/each}
      </tbody>
    </table>
  {:else}<p class="quiet">Nobody is known by this.</p>{/if}
{/if}
<form class="form one" onsubmit={form.submit}>
  <Entry
    {form}
    name="enquiryMonths"
    label="Erase enquiries that were not pursued after months (blank: never)"
  />
  <FormFoot {form} secondary />
</form>

<Ask bind:open={() => asked !== null, (open) => (asked = open ? asked : null)} title="Erase personal data">
  {#if asked}
    <p>
      <b>{asked.person.name}</b>, {asked.person.kind}
      {asked.person.number}. This cannot be undone, and backups of before still hold it until they are
      removed.
    </p>
    {#if asked.would.papersKept}
      <p class="quiet">
        {asked.would.papersKept}
        {asked.would.papersKept === 1 ? 'paper stays' : 'papers stay'} as issued: orders, deliveries and invoices
        have to be kept.
      </p>
    {/if}
    {#if asked.would.open.length}
      <p class="bad">This has to end first: {asked.would.open.join(', ')}.</p>
    {/if}
    <Notice refusal={acts.refusal} />
    <p class="acts">
      <button
        class="act main"
        disabled={acts.busy || asked.would.open.length > 0}
        onclick={() => void erase()}>Erase</button
      >
      <button class="act" onclick={() => (asked = null)}>Cancel</button>
    </p>
  {/if}
</Ask>

<style>
  .find,
  .acts {
    display: flex;
    gap: 8px;
    margin: 8px 0;
  }
  .find input {
    flex: 1;
    max-width: 320px;
  }
  form.form {
    max-width: 420px;
    margin-top: 12px;
  }
</style>
