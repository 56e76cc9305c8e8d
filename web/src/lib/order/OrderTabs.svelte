<script lang="ts">
  import { page } from '$app/state';
  import { session } from '$lib/shell/session.svelte';
  /** The lists of what was ordered: from the order to the money. */
  const keeps = $derived(['credit-controller', 'administrator'].includes(session.me?.role ?? ''));
  const places = $derived([
    ['/orders', 'Orders'],
    ['/orders/due', 'Still to deliver'],
    ...(keeps ? [['/invoices/proposals', 'To invoice']] : []),
    ['/invoices', 'Invoices'],
    ...(keeps ? [['/payments', 'Payments']] : []),
    ...(keeps || session.manages ? [['/credit', 'Credit desk']] : [])
  ] as [string, string][]);
</script>

<nav aria-label="Orders and money">
  {#each places as [path, label] (path)}
    <a href={path} aria-current={page.url.pathname === path ? 'page' : undefined}>{label}</a>
  {/each}
</nav>

<style>
  nav {
    display: flex;
    flex-wrap: wrap;
    gap: 2px 16px;
    border-bottom: 1px solid var(--rule-strong);
    margin-bottom: 12px;
  }
  a {
    padding: 4px 0 5px;
    color: var(--stone);
    border-bottom: 2px solid transparent;
    margin-bottom: -1px;
  }
  a[aria-current] {
    color: var(--ink);
    font-weight: 600;
    border-bottom-color: var(--brass);
  }
  @media (pointer: coarse) {
    a {
      min-height: 44px;
      display: flex;
      align-items: center;
    }
  }
</style>
