<script lang="ts" generics="T">
  import type { Snippet } from 'svelte';
  /** A list of papers: what it is, what is to be known of it, and its figure at the right. */
  let {
    rows,
    href,
    key,
    label,
    title,
    detail,
    figure,
    more,
    empty
  }: {
    rows: T[];
    /** where a row leads to; null for nowhere */
    href: (row: T) => string | null;
    key: (row: T) => string;
    label: string;
    title: Snippet<[T]>;
    detail: Snippet<[T]>;
    figure: Snippet<[T]>;
    /** what else can be done with a row */
    more?: Snippet<[T]>;
    empty: string;
  } = $props();
</script>

{#if rows.length}
  <ul aria-label={label}>
    {#each rows as row (key(row))}
      {@const to = href(row)}
      <li>
        <span class="what">
          {#if to}<a href={to}>{@render title(row)}</a>{:else}{@render title(row)}{/if}
          <span class="quiet detail">{@render detail(row)}</span>
        </span>
        {#if more}<span class="more">{@render more(row)}</span>{/if}
        <span class="figure">{@render figure(row)}</span>
      </li>
    {/each}
  </ul>
{:else}<p class="quiet">{empty}</p>{/if}

<style>
  ul {
    border-top: 1px solid var(--rule-strong);
  }
  li {
    display: flex;
    gap: 16px;
    align-items: baseline;
    padding: 10px 0;
    border-bottom: 1px solid var(--rule);
  }
  .what {
    flex: 1;
    min-width: 0;
    overflow-wrap: anywhere;
  }
  a {
    font-weight: 560;
    display: inline-block;
    min-height: 24px;
  }
  .more :global(a) {
    font-weight: 400;
    font-size: 13px;
  }
  .detail {
    display: block;
    font-size: 13px;
  }
  .figure {
    text-align: right;
    font-variant-numeric: tabular-nums;
    white-space: nowrap;
  }
  @media (max-width: 640px) {
    a {
      min-height: 44px;
      padding-top: 10px;
    }
  }
</style>
