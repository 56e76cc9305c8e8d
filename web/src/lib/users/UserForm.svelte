<script lang="ts">
  import { api, ask, type Schemas } from '$lib/api/client';
  import Entry from '$lib/forms/Entry.svelte';
  import FormFoot from '$lib/forms/FormFoot.svelte';
  import { Form } from '$lib/forms/form.svelte';
  import { match } from '$lib/ui/acts.svelte';
  import { words } from '$lib/ui/format';
  import { say } from '$lib/ui/said';
  import { untrack } from 'svelte';
  /** A user: a new one who is invited by email, or one that is edited. */
  let {
    user,
    teams,
    onDone
  }: {
    user?: Schemas['UserView'] | undefined;
    teams: string[];
    onDone: () => unknown;
  } = $props();
  const ROLES = [
    ['rep', 'sells: accounts, opportunities, quotes, orders'],
    ['manager', 'sees and changes what their team does, signs off, sets goals and prices'],
    ['credit-controller', 'releases orders, sets credit, invoices and payments'],
    ['administrator', 'users, settings, backups; acts as manager and credit controller where there is none']
  ] as const;
  const NEW = { name: '', email: '', login: '', roles: ['rep'], team: '', phone: '' };
  const of = (u: Schemas['UserView']) => ({
    values: { ...NEW, name: u.name, email: u.email, roles: u.roles, team: u.team ?? '', phone: u.phone },
    version: u.version
  });
  const id = untrack(() => user?.id);
  const form = new Form({
    ...untrack(() => (user ? of(user) : { values: NEW })),
    send: async (values, version) => {
      const { name, email, roles, team, phone } = values;
      if (id === undefined) {
        const { login } = values;
        await ask(api.POST('/api/users', { body: { name, email, login, password: null, roles, team } }));
      } else {
        const params = { path: { id }, header: match(version) };
        await ask(api.PUT('/api/users/{id}', { params, body: { name, email, roles, team, phone } }));
      }
    },
    reread: async () => {
      const all = await ask(api.GET('/api/users'));
      return of(all.find((u) => u.id === id) as Schemas['UserView']);
    },
    done: () => {
      if (id === undefined) {
        say(
          `${form.values.name} is invited: a link to choose a password is on its way to ${form.values.email}.`
        );
        form.begin({ ...NEW });
      }
      return onDone();
    }
  });
  form.labels.roles = 'Roles';
  const list = $props.id();

  function toggle(role: string, has: boolean) {
    const others = form.values.roles.filter((r) => r !== role);
    form.values.roles = has ? [...others, role] : others;
  }
</script>

<form class="form one" onsubmit={form.submit}>
  <Entry {form} name="name" label="Name" focus={user !== undefined} />
  <Entry {form} name="email" label="Email" />
  {#if user}<Entry {form} name="phone" label="Phone, as it stands on quotes (optional)" />{/if}
  {#if !user}<Entry {form} name="login" label="User name" />{/if}
  <fieldset>
    <legend>Roles</legend>
    {#each ROLES as [role, does] (role)}
      <label class="tick"
        ><input
          type="checkbox"
          name={role}
          checked={form.values.roles.includes(role)}
          onchange={(event) => toggle(role, event.currentTarget.checked)}
        />
        <span>{words(role)} <small class="quiet">{does}</small></span></label
      >
    {/each}
    {#if form.at('roles')}<div class="bad problem">{form.at('roles')}</div>{/if}
  </fieldset>
  <Entry {form} name="team" label="Team (empty: all teams)" {list} />
  <datalist id={list}
    >{#each teams as team (team)}<option value={team}></option>{/each}</datalist
  >
  {#if !user}<p class="quiet">They get an email with a link to choose their password.</p>{/if}
  <FormFoot {form} label={user ? 'Save' : 'Add and invite'} />
</form>

<style>
  .tick {
    align-items: start;
  }
  small {
    display: block;
  }
</style>
