<script lang="ts">
  import { page } from '$app/state';
  import type { Snippet } from 'svelte';
  /** The head of a screen of the catalogue, with the way to its other screens. */
  let { title, children }: { title: string; children?: Snippet } = $props();
  const PLACES = [
    ['/catalogue', 'Products'],
    ['/catalogue/rules', 'Price rules'],
    ['/catalogue/templates', 'Kits and templates'],
    ['/catalogue/sizes', 'Sizes'],
    ['/catalogue/assortments', 'Customer assortments'],
    ['/catalogue/prices', 'Price update'],
    ['/catalogue/files', 'Files']
  ] as const;
</script>

<svelte:head><title>{title} · Firm Tally</title></svelte:head>
<div class="head">
  <h1>{title}</h1>
  {@render children?.()}
</div>
<nav class="within" aria-label="Catalogue">
  {#each PLACES as [href, label] (href)}<a
      {href}
      aria-current={page.url.pathname === href ? 'page' : undefined}>{label}</a
    >{/each}
</nav>

<style>
  .within {
    display: flex;
    flex-wrap: wrap;
    gap: 4px 18px;
    border-bottom: 1px solid var(--rule-strong);
    margin: -4px 0 12px;
  }
  a {
    color: var(--stone);
    padding: 4px 0 5px;
    border-bottom: 2px solid transparent;
    margin-bottom: -1px;
    text-decoration: none !important;
  }
  a:hover {
    color: var(--ink);
  }
  a[aria-current='page'] {
    color: var(--ink);
    font-weight: 600;
    border-bottom-color: var(--brass);
  }
</style>
