<script lang="ts">
  import { page } from '$app/state';
  import { api } from '$lib/api/client';
  import Icon from '$lib/ui/Icon.svelte';
  import { load } from '$lib/ui/load.svelte';
  import { words } from '$lib/ui/format';
  import { session } from './session.svelte';

  let { onFind, onKeys }: { onFind: () => void; onKeys: () => void } = $props();
  let own = $state(false);

  function close(event: KeyboardEvent) {
    if (event.key === 'Escape') drawn = own = false;
  }

  /** The menu closes when one goes elsewhere. */
  function outside(node: HTMLElement) {
    const away = (event: Event) => {
      if (!node.contains(event.target as Node)) own = false;
    };
    document.addEventListener('pointerdown', away);
    document.addEventListener('focusin', away);
    return () => {
      document.removeEventListener('pointerdown', away);
      document.removeEventListener('focusin', away);
    };
  }
  /** on a phone the bar is a drawer */
  let drawn = $state(false);
  const counts = load(
    () => ['counts'],
    () => api.GET('/api/counts')
  );
  const WORK = [
    ['Enquiries', '/enquiries', 'enquiries'],
    ['Opportunities', '/opportunities', 'opportunities'],
    ['Quotes', '/quotes', 'quotes'],
    ['Orders', '/orders', 'orders'],
    ['Renewals', '/renewals', 'renewals']
  ] as const;
  const REST = [
    ['Accounts', '/accounts'],
    ['Catalogue', '/catalogue'],
    ['Reports', '/reports'],
    ['Emails', '/outbox']
  ] as const;
  const MEANING = {
    enquiries: 'to follow up',
    opportunities: 'open',
    quotes: 'draft or sent',
    orders: 'on hold',
    renewals: 'end within 90 days'
  } as const;

  function isHere(path: string): boolean {
    if (path === '/orders' && /^\/(invoices|payments|credit)/.test(page.url.pathname)) return true;
    return path === '/' ? page.url.pathname === '/' : page.url.pathname.startsWith(path);
  }

  // Where one has gone, the drawer is closed.
  $effect(() => {
    void page.url.pathname;
    drawn = own = false;
  });

  function turn() {
    const next = document.documentElement.dataset.mode === 'dark' ? 'light' : 'dark';
    document.documentElement.dataset.mode = next;
    localStorage.setItem('tally-mode', next);
  }
</script>

<svelte:window onkeydown={close} />

<header class:drawn>
  <button
    class="plain menu"
    aria-label="Main navigation"
    aria-expanded={drawn}
    aria-controls="main-navigation"
    onclick={() => (drawn = !drawn)}><Icon name={drawn ? 'cross' : 'lines'} /></button
  >
  <a class="name" href="/" aria-label="Firm Tally, day sheet">Firm Tally</a>
  <nav id="main-navigation" aria-label="Main navigation">
    <a href="/" aria-current={isHere('/') ? 'page' : undefined}
      >Day sheet<b title="due now">{counts.data?.daySheet ?? ''}</b></a
    >
    {#each WORK as [label, path, key] (path)}
      <a class="work" href={path} aria-current={isHere(path) ? 'page' : undefined}
        >{label}<b title={MEANING[key]}>{counts.data?.[key] ?? ''}</b></a
      >
    {/each}
    <i></i>
    {#each REST as [label, path] (path)}
      <a href={path} aria-current={isHere(path) ? 'page' : undefined}>{label}</a>
    {/each}
  </nav>
  <div class="own">
    <button
      class="plain"
      onclick={onFind}
      title="Search or run a command (Ctrl K)"
      aria-label="Search or run a command (Ctrl K)"><Icon name="find" /><kbd>Ctrl K</kbd></button
    >
    <button class="plain keys" onclick={onKeys} title="Keyboard shortcuts" aria-label="Keyboard shortcuts"
      ><kbd>?</kbd></button
    >
    <button class="plain" onclick={turn} aria-label="Switch theme"><Icon name="moon" /></button>
    <details bind:open={own} {@attach outside}>
      <summary>{session.me?.name}</summary>
      <div class="leaf">
        <p class="quiet">{session.me?.roles.map(words).join(', ')}, {session.company?.name}</p>
        {#if session.administrates}<a href="/users">Users and teams</a><a href="/upkeep">System</a>{/if}
        <a href="/settings">Settings</a>
        <a href="/processes">Sales processes</a>
        {#if session.sells}<a href="/accounts/reassignment">Reassign accounts</a>{/if}
        <a href="/profile">Your profile</a>
        <a href="/guide">Guide</a>
        <button class="plain" onclick={() => session.signOut()}>Sign out</button>
      </div>
    </details>
  </div>
</header>

<style>
  header {
    display: flex;
    align-items: stretch;
    gap: 14px;
    padding: 0 18px;
    min-height: 44px;
    border-bottom: 2px solid var(--brass);
    background: var(--paper);
    position: sticky;
    top: 0;
    z-index: 20;
  }
  .name {
    font-family: 'Newsreader Variable', serif;
    font-size: var(--type-head);
    color: var(--ink);
    align-self: center;
    white-space: nowrap;
  }
  nav {
    display: flex;
    flex: 1;
    align-items: stretch;
    overflow-x: auto;
    scrollbar-width: none;
  }
  nav a {
    display: flex;
    align-items: center;
    gap: 5px;
    padding: 2px 9px 0;
    color: var(--ink);
    border-bottom: 3px solid transparent;
    white-space: nowrap;
  }
  nav a[aria-current] {
    border-color: var(--petrol);
    font-weight: 600;
  }
  nav a:hover {
    background: var(--petrol-wash);
    text-decoration: none;
  }
  nav b {
    font-weight: 500;
    font-size: var(--type-small);
    color: var(--brass);
    font-variant-numeric: tabular-nums;
  }
  .menu {
    display: none;
  }
  nav i {
    border-left: 1px solid var(--rule);
    margin: 11px 6px;
  }
  .own {
    display: flex;
    align-items: center;
    gap: 2px;
  }
  .own .plain {
    display: inline-flex;
    align-items: center;
    gap: 4px;
    min-height: 28px;
  }
  details {
    position: relative;
    margin-left: 6px;
  }
  summary {
    display: flex;
    align-items: center;
    cursor: pointer;
    white-space: nowrap;
    list-style: none;
  }
  details > div {
    position: absolute;
    right: 0;
    top: 32px;
    padding: 10px 14px;
    min-width: 190px;
    display: flex;
    flex-direction: column;
    align-items: flex-start;
    gap: 6px;
  }
  /* a manager's counts have three digits: every place still fits at 1280 */
  @media (max-width: 1400px) {
    header {
      gap: 10px;
    }
    nav a {
      padding-inline: 6px;
    }
    nav i {
      margin-inline: 3px;
    }
  }
  @media (max-width: 900px) {
    header {
      gap: 8px;
      padding: 0 8px;
      flex-wrap: wrap;
    }
    .menu {
      display: grid;
      place-items: center;
      min-width: 44px;
    }
    .name {
      margin-right: auto;
    }
    nav {
      display: none;
      order: 5;
      flex: 1 0 100%;
      flex-direction: column;
      max-height: calc(100dvh - 60px);
      overflow: auto;
      padding-bottom: 10px;
    }
    .drawn nav {
      display: flex;
    }
    nav a {
      min-height: 44px;
      padding: 0 12px;
      border-bottom: 1px solid var(--rule);
      justify-content: space-between;
    }
    nav a[aria-current] {
      border-bottom-color: var(--rule);
      box-shadow: inset 4px 0 0 var(--petrol);
    }
    nav i {
      display: none;
    }
    .own .plain {
      min-width: 40px;
      justify-content: center;
    }
    .own kbd {
      display: none;
    }
    .keys {
      display: none;
    }
  }
</style>
