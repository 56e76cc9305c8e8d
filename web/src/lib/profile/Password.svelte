<script lang="ts">
  import { api, ask } from '$lib/api/client';
  import Entry from '$lib/forms/Entry.svelte';
  import FormFoot from '$lib/forms/FormFoot.svelte';
  import { Form } from '$lib/forms/form.svelte';
  import { say } from '$lib/ui/said';
  /** One's own password. */
  const form = new Form({
    values: { old: '', password: '' },
    send: (body) => ask(api.PUT('/api/session/password', { body })),
    done: () => {
      form.begin({ old: '', password: '' });
      say('Password changed. Your other sessions have ended.');
    }
  });
</script>

<form class="form one" onsubmit={form.submit}>
  <Entry {form} name="old" label="Current password" type="password" />
  <Entry {form} name="password" label="New password (at least 10 characters)" type="password" />
  <p class="quiet">
    Several unrelated words are hard to guess and easy to remember. Your sessions elsewhere end.
  </p>
  <FormFoot {form} label="Change password" disabled={!form.values.old || !form.values.password} />
</form>
