<script lang="ts">
  import Field from '$lib/ui/Field.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import { Acts } from '$lib/ui/acts.svelte';
  import { session } from './session.svelte';

  let login = $state('');
  let password = $state('');
  const acts = new Acts();
  const DEMO = [
    ['mara', 'rep'],
    ['helen', 'manager'],
    ['otto', 'credit controller'],
    ['asa', 'administrator']
  ] as const;

  function submit(event: SubmitEvent) {
    event.preventDefault();
    void acts.run(() => session.signIn(login, password));
  }
</script>

<svelte:head><title>Sign in · Firm Tally</title></svelte:head>
<main>
  <form class="leaf" onsubmit={submit}>
    <svg viewBox="0 0 220 26" aria-hidden="true"
      ><path d="M4 18 216 8M110 13v13" stroke="var(--brass)" stroke-width="2.5" fill="none" /></svg
    >
    <h1>Firm Tally</h1>
    <Field label="User name" name="login" bind:value={login} focus />
    <Field label="Password" name="password" type="password" bind:value={password} />
    <Notice refusal={acts.refusal} />
    <button class="act main" disabled={acts.busy}>Sign in</button>
    {#if session.view?.demo}
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
