<script lang="ts">
  import { goto } from '$app/navigation';
  import { api, ask, asRefusal, type Refusal } from '$lib/api/client';
  import SignIn from '$lib/customer/SignIn.svelte';
  import { visitor } from '$lib/customer/visitor.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  /** Where a link leads: it is used by a press, so that a program that looks at links uses none up. */
  const token = window.location.hash.slice(1);
  let busy = $state(false);
  let refusal = $state.raw<Refusal | null>(null);

  async function enter() {
    busy = true;
    refusal = null;
    try {
      await ask(api.POST('/api/customer/session', { body: { token } }));
      await visitor.load();
      await goto('/customer', { replaceState: true });
    } catch (thrown) {
      refusal = asRefusal(thrown);
    } finally {
      busy = false;
    }
  }
</script>

<svelte:head><title>Customer page</title></svelte:head>
{#if !token || refusal?.status === 409}
  <SignIn why={refusal?.detail ?? 'This link is not complete.'} />
{:else}
  <main>
    <h1>Your customer page</h1>
    <p>Your quotes, orders and invoices, and a place to order.</p>
    <Notice {refusal} />
    <p><button class="act main" disabled={busy} onclick={() => void enter()}>Sign in</button></p>
  </main>
{/if}

<style>
  main {
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
</style>
