<script lang="ts">
  import { api, ask, type Schemas } from '$lib/api/client';
  import Entry from '$lib/forms/Entry.svelte';
  import FormFoot from '$lib/forms/FormFoot.svelte';
  import { Form } from '$lib/forms/form.svelte';
  import { match } from '$lib/ui/acts.svelte';
  import { load } from '$lib/ui/load.svelte';
  import { untrack } from 'svelte';
  /** Tags, competitors, people with roles and colleagues who share it. */
  let {
    o,
    open = $bindable(),
    onChange
  }: { o: Schemas['OpportunityView']; open: boolean; onChange: () => unknown } = $props();
  const ROLES = ['decision-maker', 'user', 'partner', 'subcontractor'];
  const path = untrack(() => ({ id: o.id }));
  const of = (now: Schemas['OpportunityView']) => ({
    values: {
      tags: now.team.tags.join(', '),
      competitors: now.team.competitors.join(', '),
      people: now.team.people.map((p) => ({ contactId: p.contactId, name: p.name, role: p.role })),
      shares: now.team.shares.map((s) => ({ ...s }))
    },
    version: now.version
  });
  const form = new Form({
    ...untrack(() => of(o)),
    draft: `team of opportunity ${path.id}`,
    send: (values, version) =>
      ask(
        api.PUT('/api/opportunities/{id}/team', {
          params: { path, header: match(version) },
          body: {
            tags: list(values.tags),
            competitors: list(values.competitors),
            people: values.people.map((p) => ({ contactId: p.contactId, role: p.role })),
            shares: values.shares.map((s) => ({ personId: s.personId, part: s.part }))
          }
        })
      ),
    reread: async () => of(await ask(api.GET('/api/opportunities/{id}', { params: { path } }))),
    done: async () => {
      await onChange();
      open = false;
    }
  });
  form.labels['people'] = 'People';
  form.labels['shares'] = 'Credit split';
  const people = $derived(form.values.people);
  const shares = $derived(form.values.shares);
  let partner = $state('');
  const used = load(
    () => ['used'],
    () => api.GET('/api/opportunities/used')
  );
  const colleagues = load(
    () => ['people'],
    () => api.GET('/api/users')
  );
  // A partner or subcontractor is looked for at every account.
  const found = load(
    () => ['accounts', partner],
    () => api.GET('/api/accounts', { params: { query: { q: partner } } }),
    () => partner.trim().length > 1
  );
  const other = $derived(found.data?.rows.find((a) => a.name === partner));
  const others = load(
    () => ['contacts', other?.id],
    () => api.GET('/api/accounts/{id}/contacts', { params: { path: { id: other?.id ?? 0 } } }),
    () => other !== undefined
  );
  const choices = $derived([...o.contacts, ...(others.data ?? [])]);

  function list(text: string): string[] {
    return text
      .split(',')
      .map((t) => t.trim())
      .filter((t) => t !== '');
  }
</script>

<form class="form" onsubmit={form.submit}>
  <Entry {form} name="tags" label="Tags (separated by commas)" list="tags" focus />
  <datalist id="tags"
    >{#each used.data?.tags ?? [] as t (t)}<option value={t}></option>{/each}</datalist
  >
  <Entry {form} name="competitors" label="Competitors (separated by commas)" list="competitors" />
  <datalist id="competitors"
    >{#each used.data?.competitors ?? [] as t (t)}<option value={t}></option>{/each}</datalist
  >
  <fieldset>
    <legend>People and their roles</legend>
    {#each people as person, n (n)}
      <div class="row">
        <select class="box" aria-label="Person" bind:value={person.contactId}>
          {#if !choices.some((c) => c.id === person.contactId)}<option value={person.contactId}
              >{person.name}</option
            >{/if}
          {#each choices as c (c.id)}<option value={c.id}>{c.name}</option>{/each}
        </select>
        <select class="box" aria-label="Role" bind:value={person.role}
          >{#each ROLES as role (role)}<option>{role}</option>{/each}</select
        >
        <button type="button" class="plain" onclick={() => people.splice(n, 1)}>Remove</button>
      </div>
    {/each}
    <p class="row">
      <button
        type="button"
        class="plain"
        disabled={choices.length === 0}
        onclick={() => {
          const c = choices[choices.length - 1];
          if (c) people.push({ contactId: c.id, name: c.name, role: other ? 'partner' : 'decision-maker' });
        }}>Add</button
      >
      <input
        class="box"
        list="partners"
        placeholder="from another account"
        aria-label="Partner account"
        bind:value={partner}
      />
      <datalist id="partners"
        >{#each found.data?.rows.slice(0, 12) ?? [] as a (a.id)}<option value={a.name}>{a.town}</option
          >{/each}</datalist
      >
    </p>
    {#if form.at('people')}<p class="bad">{form.at('people')}</p>{/if}
  </fieldset>
  <fieldset>
    <legend>Sales team and credit split (%)</legend>
    {#each shares as share, n (n)}
      <div class="row">
        <select class="box" aria-label="Colleague" bind:value={share.personId}>
          {#each colleagues.data?.filter((p) => p.id !== o.ownerId) ?? [] as p (p.id)}<option value={p.id}
              >{p.name}{p.team ? ', ' + p.team : ''}</option
            >{/each}
        </select>
        <input class="box figure" aria-label="Share" bind:value={share.part} />
        <button type="button" class="plain" onclick={() => shares.splice(n, 1)}>Remove</button>
      </div>
    {/each}
    <button
      type="button"
      class="plain"
      onclick={() => {
        const free = colleagues.data?.find(
          (p) => p.id !== o.ownerId && !shares.some((s) => s.personId === p.id)
        );
        if (free) shares.push({ personId: free.id, name: free.name, part: '20' });
      }}>Add a colleague</button
    >
    {#if form.at('shares')}<p class="bad">{form.at('shares')}</p>{/if}
  </fieldset>
  <FormFoot {form} />
</form>

<style>
  .row {
    display: grid;
    grid-template-columns: 1fr 130px auto;
    margin-bottom: 4px;
  }
  p.row {
    grid-template-columns: auto 1fr;
  }
</style>
