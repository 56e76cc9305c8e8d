<script lang="ts">
  import { api, ask, type Schemas } from '$lib/api/client';
  import Field from '$lib/ui/Field.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import { Acts, match } from '$lib/ui/acts.svelte';
  import { load } from '$lib/ui/load.svelte';
  import { untrack } from 'svelte';
  /** Tags, competitors, people with roles and colleagues who share it. */
  let {
    o,
    open = $bindable(),
    onChange
  }: { o: Schemas['OpportunityView']; open: boolean; onChange: () => unknown } = $props();
  const acts = new Acts(() => onChange());
  const ROLES = ['decision-maker', 'user', 'partner', 'subcontractor'];
  let tags = $state(untrack(() => o.team.tags.join(', ')));
  let competitors = $state(untrack(() => o.team.competitors.join(', ')));
  let people = $state(
    untrack(() => o.team.people.map((p) => ({ contactId: p.contactId, name: p.name, role: p.role })))
  );
  let shares = $state(untrack(() => o.team.shares.map((s) => ({ ...s }))));
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

  async function change(event: SubmitEvent) {
    event.preventDefault();
    const body = {
      tags: list(tags),
      competitors: list(competitors),
      people: people.map((p) => ({ contactId: p.contactId, role: p.role })),
      shares: shares.map((s) => ({ personId: s.personId, part: s.part }))
    };
    open = !(await acts.run(() =>
      ask(
        api.PUT('/api/opportunities/{id}/team', {
          params: { path: { id: o.id }, header: match(o.version) },
          body
        })
      )
    ));
  }
</script>

<form onsubmit={change}>
  <Field
    label="Tags (separated by commas)"
    name="tags"
    bind:value={tags}
    problem={acts.at('tags')}
    list="tags"
    focus
  />
  <datalist id="tags"
    >{#each used.data?.tags ?? [] as t (t)}<option value={t}></option>{/each}</datalist
  >
  <Field
    label="Competitors (separated by commas)"
    name="competitors"
    bind:value={competitors}
    problem={acts.at('competitors')}
    list="competitors"
  />
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
    {#if acts.at('people')}<p class="bad">{acts.at('people')}</p>{/if}
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
    {#if acts.at('shares')}<p class="bad">{acts.at('shares')}</p>{/if}
  </fieldset>
  <Notice refusal={acts.refusal} />
  <p><button class="act main" disabled={acts.busy}>Save</button></p>
</form>

<style>
  form {
    display: flex;
    flex-direction: column;
    gap: 10px;
  }
  legend {
    font-size: var(--type-small);
    color: var(--stone);
    margin-bottom: 3px;
  }
  .row {
    display: grid;
    grid-template-columns: 1fr 130px auto;
    gap: 6px;
    margin-bottom: 4px;
    align-items: center;
  }
  p.row {
    grid-template-columns: auto 1fr;
  }
</style>
