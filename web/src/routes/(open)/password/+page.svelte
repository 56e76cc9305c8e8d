<script lang="ts">
  import '../../../app.css';
  import { api, ask, asRefusal, type Refusal, type Schemas } from '$lib/api/client';
  import { session } from '$lib/shell/session.svelte';
  import Field from '$lib/ui/Field.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import { Acts } from '$lib/ui/acts.svelte';
  /** Where a link from an email leads: somebody chooses a password. */
  const token = window.location.hash.slice(1);
  const acts = new Acts();
  let link = $state.raw<Schemas['LinkView'] | null>(null);
  let dead = $state.raw<Refusal | null>(null);
  let password = $state('');
  let done = $state(false);
  // A session is begun for the token against forged requests.
  session
    .load()
    .then(() => ask(api.POST('/api/sign-in/link', { body: { token } })))
    .then((found) => (link = found))
    .catch((thrown: unknown) => (dead = asRefusal(thrown)));

  async function choose(event: SubmitEvent) {
    event.preventDefault();
    await acts.run(async () => {
      await ask(api.POST('/api/sign-in/password', { body: { token, password } }));
      done = true;
      const login = link?.login ?? '';
      if (await session.signIn(login, password)) location.href = '/';
      else location.href = '/profile';
    });
  }
</script>

<svelte:head><title>Choose a password · Firm Tally</title></svelte:head>
<main>
  <form class="leaf" onsubmit={choose}>
    <h1>{link?.purpose === 'invitation' ? `Welcome, ${link.name}` : 'Choose a password'}</h1>
    {#if dead}
      <p role="alert">{dead.detail ?? dead.message}</p>
      <p><a href="/">Go to signing in</a></p>
    {:else if link}
      <p>
        {link.purpose === 'invitation'
          ? 'You work with Firm Tally from now on.'
          : 'You forgot your password.'} Your user name is <strong>{link.login}</strong>.
      </p>
      <Field
        label="New password (at least 10 characters)"
        name="password"
        type="password"
        bind:value={password}
        problem={acts.at('password')}
        focus
      />
      <p class="quiet">Several unrelated words are hard to guess and easy to remember.</p>
      <Notice refusal={acts.at('password') ? null : acts.refusal} />
      <button class="act main" disabled={acts.busy || done || !password}>Save and sign in</button>
    {:else}<p class="quiet">Loading…</p>{/if}
  </form>
</main>

<style>
  main {
    min-height: 100vh;
    display: grid;
    place-items: center;
    padding: 20px;
  }
  form {
    width: min(420px, 92vw);
    padding: 28px 32px;
    display: flex;
    flex-direction: column;
    gap: 12px;
  }
</style>
