<script lang="ts">
  import { page } from '$app/state';
  import { PAGES, pageOf } from '$lib/guide/pages';
  import { offer } from '$lib/shell/actions.svelte';
  import Places from '$lib/ui/Places.svelte';
  /** The guide: a first day for each role, and the words. */
  const key = $derived(page.params.page ?? '');
  const title = $derived(PAGES.find(([one]) => one === key)?.[1] ?? 'Guide');
  const places = PAGES.map(([one, words]) => [one ? `/guide/${one}` : '/guide', words] as [string, string]);
  offer(() => []);
</script>

<svelte:head><title>{title} · Firm Tally</title></svelte:head>
<div class="page">
  <Places label="Guide" {places} />
  {#await pageOf(key) then html}
    {#if html}
      <!-- eslint-disable-next-line svelte/no-at-html-tags -- our own text, made when the application is built -->
      <article class="leaf guide">{@html html}</article>
    {:else}<p class="leaf guide">There is no such page. <a href="/guide">To the guide</a></p>{/if}
  {/await}
</div>

<style>
  .guide {
    padding: 18px 24px;
    max-width: 880px;
    line-height: 1.55;
  }
  .guide :global(h1) {
    margin-bottom: 8px;
  }
  .guide :global(h2) {
    margin: 20px 0 6px;
    font-size: var(--type-text);
  }
  .guide :global(p),
  .guide :global(li) {
    margin: 6px 0;
  }
  .guide :global(ol) {
    list-style: decimal;
    padding-left: 24px;
  }
  .guide :global(ul) {
    list-style: disc;
    padding-left: 24px;
  }
  .guide :global(img) {
    max-width: 100%;
    border: 1px solid var(--rule);
    margin: 8px 0;
  }
  .guide :global(code) {
    border: 1px solid var(--rule-strong);
    border-radius: 2px;
    padding: 0 4px;
    font-family: inherit;
    background: var(--paper);
  }
  .guide :global(table) {
    border-collapse: collapse;
  }
  .guide :global(td),
  .guide :global(th) {
    text-align: left;
    vertical-align: top;
    padding: 4px 12px 4px 0;
    border-bottom: 1px solid var(--rule);
  }
</style>
