<script lang="ts">
  import { api, ask } from '$lib/api/client';
  import Ask from '$lib/ui/Ask.svelte';
  import Field from '$lib/ui/Field.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import { Acts } from '$lib/ui/acts.svelte';
  import { session } from './session.svelte';
  /** One's own password, and the end of one's sessions on other machines. */
  let { open = $bindable() }: { open: boolean } = $props();
  const acts = new Acts();
  let form = $state({ old: '', password: '' });

  async function change(event: SubmitEvent) {
    event.preventDefault();
    if (await acts.run(() => ask(api.PUT('/api/session/password', { body: form })))) {
      form = { old: '', password: '' };
      open = false;
    }
  }

  async function everywhere() {
    if (await acts.run(() => ask(api.DELETE('/api/session/all')))) await session.signOut();
  }
</script>

<Ask bind:open title="Password and sessions">
  <form onsubmit={change}>
    <Field
      label="Current password"
      name="old"
      type="password"
      bind:value={form.old}
      problem={acts.at('old')}
      focus
    />
    <Field
      label="New password"
      name="password"
      type="password"
      bind:value={form.password}
      problem={acts.at('password')}
    />
    <p class="quiet">Your sessions on other machines end; this one goes on.</p>
    <Notice refusal={acts.refusal} />
    <p>
      <button class="act main" disabled={acts.busy}>Change password</button>
      <button type="button" class="act" disabled={acts.busy} onclick={everywhere}>Sign out everywhere</button>
    </p>
  </form>
</Ask>

<style>
  form {
    display: flex;
    flex-direction: column;
    gap: 8px;
  }
  p {
    display: flex;
    flex-wrap: wrap;
    gap: 10px;
  }
</style>
