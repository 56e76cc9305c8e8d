<script lang="ts">
  import { api, ask } from '$lib/api/client';
  import Field from '$lib/ui/Field.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import { Acts } from '$lib/ui/acts.svelte';
  import { session } from './session.svelte';

  let login = $state('');
  let password = $state('');
  let code = $state('');
  /** sign-in: who; code: the second factor; forgotten: a link by email */
  let step = $state<'sign-in' | 'code' | 'forgotten' | 'sent'>('sign-in');
  const acts = new Acts();
  const DEMO = [
    ['mara', 'rep'],
    ['helen', 'manager'],
    ['otto', 'credit controller'],
    ['asa', 'administrator']
  ] as const;

  function submit(event: SubmitEvent) {
    event.preventDefault();
    void acts.run(async () => {
      if (step === 'forgotten') {
        await ask(api.POST('/api/sign-in/forgotten', { body: { login } }));
        step = 'sent';
      } else if (!(await session.signIn(login, password, step === 'code' ? code : ''))) {
        step = 'code';
      }
    });
  }

  function back() {
    step = 'sign-in';
    code = '';
    acts.clear();
  }
</script>

<svelte:head><title>Sign in · Firm Tally</title></svelte:head>
<main>
  <form class="leaf" onsubmit={submit}>
    <svg viewBox="0 0 220 26" aria-hidden="true"
      ><path d="M4 18 216 8M110 13v13" stroke="var(--brass)" stroke-width="2.5" fill="none" /></svg
    >
    <h1>Firm Tally</h1>
    {#if step === 'sent'}
      <p role="status">
        If somebody here has this user name or email address, a link is on its way. It can be used once,
        within half an hour.
      </p>
      <button type="button" class="plain" onclick={back}>Back to signing in</button>
    {:else if step === 'forgotten'}
      <Field
        label="User name or email address"
        name="login"
        bind:value={login}
        problem={acts.at('login')}
        focus
      />
      <Notice refusal={acts.at('login') ? null : acts.refusal} />
      <button class="act main" disabled={acts.busy}>Send me a link</button>
      <button type="button" class="plain" onclick={back}>Back to signing in</button>
    {:else if step === 'code'}
      <p>{login}, enter the six digits of your authenticator app, or a recovery code.</p>
      <Field label="Code" name="code" bind:value={code} problem={acts.at('code')} focus />
      <Notice refusal={acts.at('code') ? null : acts.refusal} />
      <button class="act main" disabled={acts.busy || !code}>Sign in</button>
      <button type="button" class="plain" onclick={back}>Back</button>
    {:else}
      <Field label="User name" name="login" bind:value={login} focus />
      <Field label="Password" name="password" type="password" bind:value={password} />
      <Notice refusal={acts.refusal} />
      <button class="act main" disabled={acts.busy}>Sign in</button>
      <button
        type="button"
        class="plain"
        onclick={() => {
          acts.clear();
          step = 'forgotten';
        }}>Forgot your password?</button
      >
    {/if}
    {#if session.view?.demo && step === 'sign-in'}
      <div class="demo">
        <p class="quiet">Demo data is loaded. Everybody’s password is <strong>tally-demo</strong>.</p>
        {#each DEMO as [name, role] (name)}
          <button
            type="button"
            class="plain"
            onclick={() => {
              login = name;
              password = 'tally-demo';
            }}>{name}, {role}</button
          >
        {/each}
      </div>
    {/if}
  </form>
</main>

<style>
  main {
    min-height: 100vh;
    display: grid;
    place-items: center;
  }
  form {
    width: min(380px, 92vw);
    padding: 28px 32px;
    display: flex;
    flex-direction: column;
    gap: 12px;
  }
  .demo {
    border-top: 1px solid var(--rule);
    padding-top: 10px;
    display: flex;
    flex-wrap: wrap;
    gap: 2px 10px;
  }
  .demo p {
    width: 100%;
  }
</style>
