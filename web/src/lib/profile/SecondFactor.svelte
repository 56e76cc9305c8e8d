<script lang="ts">
  import { api, ask, type Schemas } from '$lib/api/client';
  import Field from '$lib/ui/Field.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import { Acts } from '$lib/ui/acts.svelte';
  /** One's second factor: set up with an authenticator app, or removed. */
  let {
    isSet,
    recoveryCodes = 0,
    required = false,
    onChange
  }: { isSet: boolean; recoveryCodes?: number; required?: boolean; onChange: () => unknown } = $props();
  const acts = new Acts();
  let offered = $state.raw<Schemas['FactorOffer'] | null>(null);
  let codes = $state.raw<string[]>([]);
  let code = $state('');
  let password = $state('');
  let removing = $state(false);
  const picture = $derived(offered ? `data:image/svg+xml,${encodeURIComponent(offered.picture)}` : '');

  function begin() {
    return acts.run(async () => (offered = await ask(api.POST('/api/session/second-factor'))));
  }

  async function confirm(event: SubmitEvent) {
    event.preventDefault();
    await acts.run(async () => {
      codes = (await ask(api.PUT('/api/session/second-factor', { body: { code } }))).codes;
      offered = null;
      code = '';
    });
  }

  async function remove(event: SubmitEvent) {
    event.preventDefault();
    const done = await acts.run(() =>
      ask(api.POST('/api/session/second-factor/removed', { body: { password } }))
    );
    if (done) {
      removing = false;
      password = '';
      await onChange();
    }
  }

  function finish() {
    codes = [];
    return onChange();
  }
</script>

{#if codes.length}
  <p role="status">
    <strong>Your second factor is set up.</strong> Keep these recovery codes where you find them without your phone.
    Each signs you in once. They are not shown again.
  </p>
  <ul class="codes">
    {#each codes as one (one)}<li><code>{one}</code></li>{/each}
  </ul>
  <button class="act main" onclick={() => void finish()}>I have kept them</button>
{:else if offered}
  <div class="offer">
    <img src={picture} alt="QR code for an authenticator app" width="180" height="180" />
    <form onsubmit={confirm}>
      <p>Take the picture with an authenticator app, or type this key: <code>{offered.secret}</code></p>
      <Field
        label="Six digits that the app shows"
        name="code"
        bind:value={code}
        problem={acts.at('code')}
        focus
      />
      <Notice refusal={acts.at('code') ? null : acts.refusal} />
      <p class="acts">
        <button class="act main" disabled={acts.busy || !code}>Confirm</button>
        <button type="button" class="act" onclick={() => (offered = null)}>Cancel</button>
      </p>
    </form>
  </div>
{:else if isSet}
  <p>
    Signing in asks for your password and a code from your authenticator app. {recoveryCodes} of 10 recovery codes
    are left.
  </p>
  {#if removing}
    <form onsubmit={remove}>
      <Field
        label="Your password"
        name="password"
        type="password"
        bind:value={password}
        problem={acts.at('password')}
        focus
      />
      <Notice refusal={acts.at('password') ? null : acts.refusal} />
      <p class="acts">
        <button class="act main" disabled={acts.busy || !password}>Remove second factor</button>
        <button type="button" class="act" onclick={() => (removing = false)}>Cancel</button>
      </p>
    </form>
  {:else}<button class="act" onclick={() => (removing = true)}>Remove…</button>{/if}
{:else}
  <p>
    With a second factor nobody signs in with your password alone: a code from an authenticator app on your
    phone is asked for too.{required ? ' Your company asks it of everybody.' : ''}
  </p>
  <Notice refusal={acts.refusal} />
  <button class="act" class:main={required} disabled={acts.busy} onclick={() => void begin()}>Set up</button>
{/if}

<style>
  .offer {
    display: flex;
    flex-wrap: wrap;
    gap: 16px;
    align-items: start;
  }
  .offer form {
    flex: 1;
    min-width: 220px;
  }
  .offer img {
    border: 1px solid var(--rule);
  }
  p {
    margin-bottom: 8px;
  }
  code {
    overflow-wrap: anywhere;
  }
  .codes {
    columns: 2;
    margin-bottom: 10px;
    max-width: 420px;
  }
  .acts {
    display: flex;
    gap: 10px;
    margin-top: 8px;
  }
</style>
