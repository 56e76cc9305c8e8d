<script lang="ts">
  import { api, ask, type Schemas } from '$lib/api/client';
  import FormFoot from '$lib/forms/FormFoot.svelte';
  import Pick from '$lib/forms/Pick.svelte';
  import { Form } from '$lib/forms/form.svelte';
  import { say } from '$lib/ui/said';
  import { load } from '$lib/ui/load.svelte';
  import { untrack } from 'svelte';
  /** A user leaves: shut out at once, and their work goes to a colleague. */
  let {
    user,
    users,
    onDone
  }: { user: Schemas['UserView']; users: Schemas['UserView'][]; onDone: () => unknown } = $props();
  const path = untrack(() => ({ id: user.id }));
  const work = load(
    () => ['user-work', path.id],
    () => api.GET('/api/users/{id}/work', { params: { path } })
  );
  const PARTS = [
    ['accounts', 'accounts'],
    ['opportunities', 'open opportunities'],
    ['enquiries', 'open enquiries'],
    ['activities', 'planned activities']
  ] as const;
  const left = $derived(
    PARTS.filter(([key]) => (work.data?.[key] ?? 0) > 0).map(([key, words]) => `${work.data?.[key]} ${words}`)
  );
  const others = $derived(users.filter((one) => one.active && one.id !== user.id));
  const form = new Form({
    values: { toId: '' },
    send: ({ toId }) =>
      ask(
        api.POST('/api/users/{id}/deactivated', { params: { path }, body: { toId: Number(toId) || null } })
      ),
    done: () => {
      say(`${user.name} is deactivated.`);
      return onDone();
    }
  });
</script>

{#if work.data}
  <form class="form one" onsubmit={form.submit}>
    <p>
      {user.name} can no longer sign in, and their sessions end at once. What they won, sent and wrote stays under
      their name.
      {#if left.length}They leave behind: <strong>{left.join(', ')}</strong>.{:else}They leave no work behind.{/if}
    </p>
    {#if left.length}
      <Pick
        {form}
        name="toId"
        label="Taken over by"
        options={[['', 'choose a colleague'], ...others.map((one) => [String(one.id), one.name] as const)]}
      />
    {/if}
    <FormFoot {form} label="Deactivate" disabled={left.length > 0 && !form.values.toId} />
  </form>
{/if}
