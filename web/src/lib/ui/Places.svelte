<script lang="ts">
  import { page } from '$app/state';
  /** The screens of one part of the work, in a row above each of them. */
  let { label, places }: { label: string; places: (readonly [path: string, label: string])[] } = $props();
</script>

<nav aria-label={label}>
  {#each places as [path, name] (path)}
    <a href={path} aria-current={page.url.pathname === path ? 'page' : undefined}>{name}</a>
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
