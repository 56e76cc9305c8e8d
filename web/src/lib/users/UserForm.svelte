<script lang="ts">
  import { api, ask, type Schemas } from '$lib/api/client';
  import Entry from '$lib/forms/Entry.svelte';
  import FormFoot from '$lib/forms/FormFoot.svelte';
  import Pick from '$lib/forms/Pick.svelte';
  import { Form } from '$lib/forms/form.svelte';
  import { match } from '$lib/ui/acts.svelte';
  import { words } from '$lib/ui/format';
  import { untrack } from 'svelte';
  /** A user: a new one with an initial password, or one that is edited. */
  let {
    user,
    teams,
    onDone,
    children
  }: {
    user?: Schemas['UserView'] | undefined;
    teams: string[];
    onDone: () => unknown;
    /** further acts beside Save */
    children?: import('svelte').Snippet;
  } = $props();
  const ROLES = ['rep', 'manager', 'credit-controller', 'administrator'].map((r) => [r, words(r)] as const);
  const NEW = { name: '', email: '', login: '', password: '', role: 'rep', team: '', phone: '' };
  const of = (u: Schemas['UserView']) => ({
    values: { ...NEW, name: u.name, email: u.email, role: u.role, team: u.team ?? '', phone: u.phone },
    version: u.version
  });
  const id = untrack(() => user?.id);
  // A password is never kept in the browser.
  const form = new Form({
    ...untrack(() => (user ? of(user) : { values: NEW })),
    send: async (values, version) => {
      const { name, email, role, team, phone } = values;
      if (id === undefined) {
        const { login, password } = values;
        await ask(api.POST('/api/users', { body: { name, email, login, password, role, team } }));
      } else {
        const params = { path: { id }, header: match(version) };
        await ask(api.PUT('/api/users/{id}', { params, body: { name, email, role, team, phone } }));
      }
    },
    reread: async () => {
      const all = await ask(api.GET('/api/users'));
      return of(all.find((u) => u.id === id) as Schemas['UserView']);
    },
    done: () => {
      if (id === undefined) form.begin({ ...NEW });
      return onDone();
    }
  });
  const list = $props.id();
</script>

<form class="form one" onsubmit={form.submit}>
  <Entry {form} name="name" label="Name" focus={user !== undefined} />
  <Entry {form} name="email" label="Email" />
  {#if user}<Entry {form} name="phone" label="Phone, as it stands on quotes" />{/if}
  {#if !user}
    <Entry {form} name="login" label="User name" />
    <Entry {form} name="password" label="Initial password" type="password" />
  {/if}
  <Pick {form} name="role" label="Role" options={ROLES} />
  <Entry {form} name="team" label="Team (empty: all teams)" {list} />
  <datalist id={list}
    >{#each teams as team (team)}<option value={team}></option>{/each}</datalist
  >
  <FormFoot {form} label={user ? 'Save' : 'Add'} {children} />
</form>
