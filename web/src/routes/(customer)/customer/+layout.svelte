<script lang="ts">
  import '../../../app.css';
  import { page } from '$app/state';
  import { QueryClientProvider } from '@tanstack/svelte-query';
  import SignIn from '$lib/customer/SignIn.svelte';
  import { shown, visitor } from '$lib/customer/visitor.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import type { LayoutProps } from './$types';
  /** The frame of the customer's own page: whose it is, where one may go, whom one may call. */
  let { children }: LayoutProps = $props();
  const PLACES = [
    { to: '/customer', name: 'Home' },
    { to: '/customer/quotes', name: 'Quotes' },
    { to: '/customer/orders', name: 'Orders' },
    { to: '/customer/invoices', name: 'Invoices' },
    { to: '/customer/order', name: 'Place an order' }
  ];
  const enters = $derived(page.url.pathname === '/customer/enter');
  const me = $derived(visitor.me);

  $effect(() => {
    if (!enters && !visitor.asked) void visitor.load();
  });
  $effect(() => {
    // Their access or session was ended meanwhile.
    const out = () => void visitor.load();
    window.addEventListener('tally-signed-out', out);
    return () => window.removeEventListener('tally-signed-out', out);
  });

  function isHere(to: string): boolean {
    const path = page.url.pathname;
    return to === '/customer' ? path === to : path === to || path.startsWith(to + '/');
  }
</script>

<svelte:head
  ><meta name="robots" content="noindex" /><meta name="referrer" content="no-referrer" /></svelte:head
>
{#if enters}{@render children()}
{:else if me}
  <QueryClientProvider client={shown}>
    <div class="frame" style:--petrol={me.seller.colour || undefined}>
      <header>
        {#if me.seller.logo}<img src={me.seller.logo} alt="" height="40" />{/if}
        <p class="name">{me.seller.name}</p>
        <p class="who quiet">
          {me.name}, {me.account}
          <button class="plain" onclick={() => void visitor.leave()}>Sign out</button>
        </p>
        <nav aria-label="Your customer page">
          {#each PLACES as place (place.to)}<a
              href={place.to}
              aria-current={isHere(place.to) ? 'page' : undefined}>{place.name}</a
            >{/each}
        </nav>
      </header>
      <main>
        <Notice refusal={visitor.refusal} />
        {@render children()}
      </main>
      <footer class="quiet">
        <p>
          Your contact: {me.rep.name}, <a href="mailto:{me.rep.email}">{me.rep.email}</a>{#if me.rep.phone}, <a
              href="tel:{me.rep.phone}">{me.rep.phone}</a
            >{/if}
        </p>
        <p>{me.seller.legal.join(' · ')}</p>
      </footer>
    </div>
  </QueryClientProvider>
{:else if visitor.refusal}
  <main class="frame">
    <Notice refusal={visitor.refusal}
      ><button class="act" onclick={() => void visitor.load()}>Try again</button></Notice
    >
  </main>
{:else if visitor.asked}<SignIn />
{:else}<p class="frame quiet" role="status">Loading…</p>{/if}

<style>
  .frame {
    max-width: 960px;
    margin: 0 auto;
    padding: 24px 32px 40px;
    background: var(--paper);
    min-height: 100vh;
    box-sizing: border-box;
    font-size: 15px;
  }
  header {
    display: grid;
    grid-template-columns: 1fr auto;
    align-items: baseline;
    gap: 2px 20px;
  }
  .name {
    font-family: 'Newsreader Variable', serif;
    font-size: var(--type-head);
  }
  nav {
    grid-column: 1 / -1;
    display: flex;
    flex-wrap: wrap;
    gap: 0 20px;
    border-bottom: 2px solid var(--brass);
    margin-top: 6px;
  }
  nav a {
    padding: 8px 0;
    min-height: 44px;
    box-sizing: border-box;
    text-decoration: none;
    color: var(--ink);
  }
  nav a[aria-current] {
    font-weight: 620;
    box-shadow: inset 0 -3px 0 var(--petrol);
  }
  main {
    padding: 20px 0;
  }
  footer {
    border-top: 1px solid var(--rule);
    padding-top: 10px;
    font-size: 13px;
    overflow-wrap: anywhere;
  }
  footer p {
    margin: 4px 0;
  }
  @media (max-width: 640px) {
    .frame {
      padding: 14px 16px 40px;
    }
    header {
      grid-template-columns: 1fr;
    }
    nav {
      gap: 0 16px;
    }
  }
  @media print {
    nav,
    button {
      display: none;
    }
  }
</style>
