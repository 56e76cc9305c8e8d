<script lang="ts">
  import { api, ask, type Schemas } from '$lib/api/client';
  import Entry from '$lib/forms/Entry.svelte';
  import FormFoot from '$lib/forms/FormFoot.svelte';
  import { Form } from '$lib/forms/form.svelte';
  import { untrack } from 'svelte';
  /** Gives a user another password. */
  let { user, onDone }: { user: Schemas['UserView']; onDone: () => unknown } = $props();
  const path = untrack(() => ({ id: user.id }));
  const form = new Form({
    values: { password: '' },
    send: (body) => ask(api.PUT('/api/users/{id}/password', { params: { path }, body })),
    done: () => onDone()
  });
</script>

<form class="form one" onsubmit={form.submit}>
  <Entry {form} name="password" label="New password (ends their sessions)" type="password" />
  <FormFoot {form} label="Reset password" secondary disabled={!form.values.password} />
</form>
