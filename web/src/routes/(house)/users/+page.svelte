<script lang="ts">
  import { api, type Schemas } from '$lib/api/client';
  import { session } from '$lib/shell/session.svelte';
  import Ask from '$lib/ui/Ask.svelte';
  import { words } from '$lib/ui/format';
  import Rows from '$lib/ui/Rows.svelte';
  import { load, rowsOf } from '$lib/ui/load.svelte';
  import Tokens from '$lib/users/Tokens.svelte';
  import WebHooks from '$lib/users/WebHooks.svelte';
  import UserAccess from '$lib/users/UserAccess.svelte';
  import UserForm from '$lib/users/UserForm.svelte';
  type User = Schemas['UserView'];
  const list = load(
    () => ['people'],
    () => api.GET('/api/users')
  );
  const users = rowsOf(list, (all) => all);
  const COLUMNS = [{ label: 'Name' }, { label: 'Email' }, { label: 'Roles' }, { label: 'Team' }];
  let of = $state.raw<User | null>(null);
  const administrates = $derived(session.administrates);
  const teams = $derived([...new Set((list.data ?? []).flatMap((user) => user.team ?? []))]);

  async function done() {
    await list.refetch();
    of = null;
  }

  async function changed() {
    const id = of?.id;
    await list.refetch();
    of = list.data?.find((user) => user.id === id) ?? null;
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
          {#if administrates}<button class="plain" title="Edit" onclick={() => (of = user)}
              >{user.name}</button
            >{:else}{user.name}{/if}{!user.active ? ', deactivated' : user.invited ? ', invited' : ''}
        </td>
        <td>{user.email}</td>
        <td class="worth">{user.roles.map(words).join(', ')}</td>
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
    <UserForm user={of} {teams} onDone={done} />
    {#key of.id}<UserAccess user={of} users={list.data ?? []} onChange={changed} onDone={done} />{/key}
  {/if}
</Ask>

<style>
  td button {
    text-align: left;
  }
  .pad h2 {
    margin: 0 0 8px;
  }
</style>
