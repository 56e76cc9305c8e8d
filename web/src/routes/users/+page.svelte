<script lang="ts">
  import { api, ask, type Schemas } from '$lib/api/client';
  import { session } from '$lib/shell/session.svelte';
  import Ask from '$lib/ui/Ask.svelte';
  import Field from '$lib/ui/Field.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import { Acts, match } from '$lib/ui/acts.svelte';
  import { words } from '$lib/ui/format';
  import { load, refusalOf } from '$lib/ui/load.svelte';
  type User = Schemas['UserView'];
  const ROLES = ['rep', 'manager', 'credit-controller', 'administrator'];
  const list = load(
    () => ['people'],
    () => api.GET('/api/users')
  );
  const empty = { name: '', email: '', login: '', password: '', role: 'rep', team: '' };
  let form = $state({ ...empty });
  let of = $state<User | null>(null);
  let change = $state({ name: '', email: '', role: 'rep', team: '' });
  let password = $state('');
  const adding = new Acts(() => list.refetch());
  const changing = new Acts(() => list.refetch());
  const administrates = $derived(session.me?.role === 'administrator');
  const teams = $derived([...new Set((list.data ?? []).map((user) => user.team).filter(Boolean))]);

  async function add(event: SubmitEvent) {
    event.preventDefault();
    if (await adding.run(() => ask(api.POST('/api/users', { body: form })))) form = { ...empty };
  }

  function edit(user: User) {
    of = user;
    changing.clear();
    password = '';
    change = { name: user.name, email: user.email, role: user.role, team: user.team ?? '' };
  }

  async function act(doing: (user: User) => Promise<unknown>) {
    const user = of;
    if (user && (await changing.run(() => doing(user)))) of = null;
  }

  function save(event: SubmitEvent) {
    event.preventDefault();
    void act((user) =>
      ask(
        api.PUT('/api/users/{id}', {
          params: { path: { id: user.id }, header: match(user.version) },
          body: change
        })
      )
    );
  }

  function shutOut(user: User) {
    const params = { path: { id: user.id } };
    return ask(
      user.active
        ? api.POST('/api/users/{id}/deactivated', { params })
        : api.POST('/api/users/{id}/reactivated', { params })
    );
  }

  function newPassword(event: SubmitEvent) {
    event.preventDefault();
    void act((user) =>
      ask(api.PUT('/api/users/{id}/password', { params: { path: { id: user.id } }, body: { password } }))
    );
  }
</script>

<svelte:head><title>Users and teams · Firm Tally</title></svelte:head>
<div class="page">
  <div class="head"><h1>Users and teams</h1></div>
  <Notice refusal={refusalOf(list)} />
  <div class:two={administrates}>
    <div class="scroll">
      <table class="ledger" aria-label="Users">
        <thead><tr><th>Name</th><th>Email</th><th>Role</th><th>Team</th></tr></thead>
        <tbody>
          {#each list.data ?? [] as user (user.id)}
            <tr class:quiet={!user.active}>
              <td>
                {#if administrates}<button class="plain" title="Edit" onclick={() => edit(user)}
                    >{user.name}</button
                  >{:else}{user.name}{/if}{user.active ? '' : ', deactivated'}
              </td>
              <td>{user.email}</td>
              <td>{words(user.role)}</td>
              <td>{user.team ?? 'all teams'}</td>
            </tr>
          {/each}
        </tbody>
      </table>
    </div>
    {#if administrates}
      <form class="leaf" onsubmit={add}>
        <h2>Add a user</h2>
        <Field label="Name" name="name" bind:value={form.name} problem={adding.at('name')} />
        <Field label="Email" name="email" bind:value={form.email} problem={adding.at('email')} />
        <Field label="User name" name="login" bind:value={form.login} problem={adding.at('login')} />
        <Field
          label="Initial password"
          name="password"
          type="password"
          bind:value={form.password}
          problem={adding.at('password')}
        />
        {@render roleAndTeam(form, adding)}
        <Notice refusal={adding.refusal} />
        <button class="act main" disabled={adding.busy}>Add</button>
      </form>
    {/if}
  </div>
</div>

{#snippet roleAndTeam(on: { role: string; team: string }, acts: Acts)}
  <label
    >Role <select class="box" bind:value={on.role}
      >{#each ROLES as role (role)}<option value={role}>{words(role)}</option>{/each}</select
    ></label
  >
  <Field
    label="Team (empty: all teams)"
    name="team"
    bind:value={on.team}
    list="teams"
    problem={acts.at('team')}
  />
{/snippet}
<datalist id="teams"
  >{#each teams as team (team)}<option value={team}></option>{/each}</datalist
>

<Ask bind:open={() => of !== null, (open) => (of = open ? of : null)} title={of?.name ?? ''}>
  <form onsubmit={save}>
    <Field label="Name" name="name" bind:value={change.name} problem={changing.at('name')} focus />
    <Field label="Email" name="email" bind:value={change.email} problem={changing.at('email')} />
    {@render roleAndTeam(change, changing)}
    <Notice refusal={changing.refusal} />
    <p class="row">
      <button class="act main" disabled={changing.busy}>Save</button>
      <button type="button" class="act" disabled={changing.busy} onclick={() => act(shutOut)}
        >{of?.active ? 'Deactivate' : 'Reactivate'}</button
      >
      <button
        type="button"
        class="act"
        disabled={changing.busy}
        onclick={() =>
          act((user) => ask(api.DELETE('/api/users/{id}/sessions', { params: { path: { id: user.id } } })))}
        >End sessions</button
      >
    </p>
  </form>
  <form onsubmit={newPassword}>
    <Field
      label="New password (ends their sessions)"
      name="password"
      type="password"
      bind:value={password}
      problem={changing.at('password')}
    />
    <p class="row"><button class="act" disabled={changing.busy || !password}>Reset password</button></p>
  </form>
</Ask>

<style>
  .two {
    display: grid;
    grid-template-columns: minmax(0, 1fr) 340px;
    gap: 16px;
    align-items: start;
  }
  .scroll {
    overflow-x: auto;
  }
  td button {
    text-align: left;
  }
  form {
    display: flex;
    flex-direction: column;
    gap: 8px;
  }
  form + form {
    margin-top: 16px;
  }
  form.leaf {
    padding: 14px 18px;
  }
  .row {
    display: flex;
    flex-wrap: wrap;
    gap: 10px;
  }
  @media (max-width: 800px) {
    .two {
      grid-template-columns: minmax(0, 1fr);
    }
  }
</style>
