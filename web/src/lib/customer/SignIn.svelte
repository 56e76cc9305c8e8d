<script lang="ts">
  import { api, ask, asRefusal, type Refusal } from '$lib/api/client';
  import Field from '$lib/ui/Field.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  /** Asks for the address that a link is sent to. */
  let { why = '' }: { why?: string } = $props();
  let email = $state('');
  let sentTo = $state('');
  let busy = $state(false);
  let refusal = $state.raw<Refusal | null>(null);

  async function send(event: SubmitEvent) {
    event.preventDefault();
    busy = true;
    refusal = null;
    try {
      await ask(api.POST('/api/customer/links', { body: { email } }));
      sentTo = email;
    } catch (thrown) {
      refusal = asRefusal(thrown);
    } finally {
      busy = false;
    }
  }
</script>

<svelte:head><title>Customer page</title></svelte:head>
<main class="in">
  <h1>Your customer page</h1>
  {#if why}<p role="alert"><b>{why}</b></p>{/if}
  {#if sentTo}
    <p role="status">
      If {sentTo} has access, an email with a link is on its way. It can be used once, within 30 minutes.
    </p>
    <p><button class="plain" onclick={() => (sentTo = '')}>Use another address</button></p>
  {:else}
    <p>Enter your email address and we send you a link to sign in. There is no password.</p>
    <form onsubmit={send}>
      <Field
        label="Email address"
        name="email"
        type="email"
        bind:value={email}
        problem={refusal?.at('email')}
        focus
      />
      <Notice refusal={refusal?.problems.length ? null : refusal} />
      <p><button class="act main" disabled={busy}>Send me a link</button></p>
    </form>
    <p class="quiet">No access yet? Ask your contact for it.</p>
  {/if}
</main>

<style>
  .in {
    max-width: 420px;
    margin: 12vh auto;
    padding: 28px 32px;
    background: var(--paper);
    border-top: 2px solid var(--brass);
    font-size: 15px;
  }
  p {
    margin: 10px 0;
  }
  button {
    min-height: 44px;
  }
  @media (max-width: 480px) {
    .in {
      margin: 0;
      min-height: 100vh;
      padding: 24px 16px;
    }
  }
</style>
