<script lang="ts">
  import { api, ask, type Schemas } from '$lib/api/client';
  import Sessions from '$lib/profile/Sessions.svelte';
  import { session } from '$lib/shell/session.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import { Acts } from '$lib/ui/acts.svelte';
  import { load } from '$lib/ui/load.svelte';
  import { say } from '$lib/ui/said';
  import { untrack } from 'svelte';
  import Leaving from './Leaving.svelte';
  /** How a user gets in, and how they are shut out. */
  let {
    user,
    users,
    onChange,
    onDone
  }: {
    user: Schemas['UserView'];
    users: Schemas['UserView'][];
    onChange: () => unknown;
    onDone: () => unknown;
  } = $props();
  const params = untrack(() => ({ path: { id: user.id } }));
  const open = load(
    () => ['user-sessions', params.path.id],
    () => api.GET('/api/users/{id}/sessions', { params })
  );
  const acts = new Acts(() => Promise.all([open.refetch(), onChange()]));
  let leaving = $state(false);

  async function send() {
    if (await acts.run(() => ask(api.POST('/api/users/{id}/password-link', { params })))) {
      say(`A link to choose a password is on its way to ${user.email}.`);
    }
  }

  function endSessions() {
    return acts.run(() => ask(api.DELETE('/api/users/{id}/sessions', { params })));
  }

  function removeFactor() {
    return acts.run(() => ask(api.DELETE('/api/users/{id}/second-factor', { params })));
  }

  async function reactivate() {
    if (await acts.run(() => ask(api.POST('/api/users/{id}/reactivated', { params })))) await onDone();
  }
</script>

<h2>Access</h2>
<Notice refusal={acts.refusal} />
{#if !user.active}
  <p>Deactivated: cannot sign in.</p>
  <button class="act" disabled={acts.busy} onclick={() => void reactivate()}>Reactivate</button>
{:else if leaving}
  <Leaving {user} {users} {onDone} />
  <button class="plain" onclick={() => (leaving = false)}>Cancel</button>
{:else}
  <p>
    {user.invited ? 'Invited; has not chosen a password yet.' : 'Has a password.'}
    {open.data?.secondFactor ? 'Second factor set up.' : 'No second factor.'}
  </p>
  {#if open.data}<Sessions sessions={open.data.sessions} />{/if}
  <p class="acts">
    <button class="act" disabled={acts.busy} onclick={() => void send()}
      >{user.invited ? 'Send invitation again' : 'Send password link'}</button
    >
    {#if open.data?.secondFactor}<button class="act" disabled={acts.busy} onclick={() => void removeFactor()}
        >Remove second factor</button
      >{/if}
    {#if open.data?.sessions.length}<button
        class="act"
        disabled={acts.busy}
        onclick={() => void endSessions()}>End sessions</button
      >{/if}
    {#if user.id !== session.me?.id}<button class="act" onclick={() => (leaving = true)}>Deactivate…</button
      >{/if}
  </p>
{/if}

<style>
  h2 {
    margin: 16px 0 8px;
  }
  .acts {
    display: flex;
    flex-wrap: wrap;
    gap: 10px;
    margin-top: 10px;
  }
</style>
