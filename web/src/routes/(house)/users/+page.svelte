<script lang="ts">
  import { api, ask, type Schemas } from '$lib/api/client';
  import { session } from '$lib/shell/session.svelte';
  import Ask from '$lib/ui/Ask.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import { Acts } from '$lib/ui/acts.svelte';
  import { words } from '$lib/ui/format';
  import Rows from '$lib/ui/Rows.svelte';
  import { load, rowsOf } from '$lib/ui/load.svelte';
  import PasswordForm from '$lib/users/PasswordForm.svelte';
  import Tokens from '$lib/users/Tokens.svelte';
  import WebHooks from '$lib/users/WebHooks.svelte';
  import UserForm from '$lib/users/UserForm.svelte';
  type User = Schemas['UserView'];
  const list = load(
    () => ['people'],
    () => api.GET('/api/users')
  );
  const users = rowsOf(list, (all) => all);
  const COLUMNS = [{ label: 'Name' }, { label: 'Email' }, { label: 'Role' }, { label: 'Team' }];
  let of = $state.raw<User | null>(null);
  const changing = new Acts(() => list.refetch());
  const administrates = $derived(session.me?.role === 'administrator');
  const teams = $derived([...new Set((list.data ?? []).flatMap((user) => user.team ?? []))]);

  function edit(user: User) {
    of = user;
    changing.clear();
  }

  async function act(doing: (user: User) => Promise<unknown>) {
    const user = of;
    if (user && (await changing.run(() => doing(user)))) of = null;
  }

  async function done() {
    await list.refetch();
    of = null;
  }

  function endSessions(user: User) {
    return ask(api.DELETE('/api/users/{id}/sessions', { params: { path: { id: user.id } } }));
  }

  function shutOut(user: User) {
    const params = { path: { id: user.id } };
    return ask(
      user.active
        ? api.POST('/api/users/{id}/deactivated', { params })
        : api.POST('/api/users/{id}/reactivated', { params })
    );
  }
</script>

<svelte:head><title>Users and teams · Firm Tally</title></svelte:head>
<div class="page">
  <div class="head"><h1>Users and teams</h1></div>
  <div class:two={administrates}>
    <Rows
      label="Users"
      columns={COLUMNS}
      list={users}
      key={(user: User) => user.id}
      quiet={(user: User) => !user.active}
      empty="No users yet."
    >
      {#snippet row(user: User)}
        <td class="lead">
          {#if administrates}<button class="plain" title="Edit" onclick={() => edit(user)}>{user.name}</button
            >{:else}{user.name}{/if}{user.active ? '' : ', deactivated'}
        </td>
        <td>{user.email}</td>
        <td class="worth">{words(user.role)}</td>
        <td>{user.team ?? 'all teams'}</td>
      {/snippet}
    </Rows>
    {#if administrates}
      <div class="leaf pad">
        <h2>Add a user</h2>
        <UserForm {teams} onDone={() => list.refetch()} />
      </div>
    {/if}
  </div>
  {#if administrates}<Tokens users={list.data ?? []} /><WebHooks users={list.data ?? []} />{/if}
</div>

<Ask bind:open={() => of !== null, (open) => (of = open ? of : null)} title={of?.name ?? ''}>
  {#if of}
    <UserForm user={of} {teams} onDone={done}>
      <button type="button" class="act" disabled={changing.busy} onclick={() => act(shutOut)}
        >{of.active ? 'Deactivate' : 'Reactivate'}</button
      >
      <button type="button" class="act" disabled={changing.busy} onclick={() => act(endSessions)}
        >End sessions</button
      >
    </UserForm>
    <Notice refusal={changing.refusal} />
    <h2>Reset password</h2>
    <PasswordForm user={of} onDone={done} />
  {/if}
</Ask>

<style>
  td button {
    text-align: left;
  }
  h2 {
    margin-top: 14px;
  }
  .pad h2 {
    margin: 0 0 8px;
  }
</style>
