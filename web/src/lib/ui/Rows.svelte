<script lang="ts" module>
  export type Column = {
    label: string;
    /** right-aligned @default false */
    figure?: boolean;
    /** heard, not seen @default false */
    unseen?: boolean;
    /** what the list is sorted by when it is pressed */
    sort?: string;
    /** its head is drawn by the page @default false */
    drawn?: boolean;
  };
</script>

<script lang="ts" generics="T">
  import type { Refusal } from '$lib/api/client';
  import More from './More.svelte';
  import Notice from './Notice.svelte';
  /**
   * A list as a table, and as cards on a phone: there the cell of class `lead` stands first, the one of
   * class `worth` at the right, those of class `off` are left out, and the rest stands beneath in small.
   * What was shown stays until the new answer comes, and a failure is never told as emptiness.
   */
  let {
    label,
    columns,
    list,
    key,
    id,
    row,
    empty,
    head,
    quiet,
    sort = $bindable('')
  }: {
    label: string;
    columns: readonly Column[];
    list: {
      rows: T[];
      isPending: boolean;
      refusal: Refusal | null;
      has?: boolean;
      show?: () => Promise<void>;
      refetch: () => unknown;
    };
    key: (row: T) => string | number;
    /** what a link may name a row by */
    id?: (row: T) => string;
    row: import('svelte').Snippet<[T]>;
    /** what to do where there is nothing */
    empty: string | import('svelte').Snippet;
    /** the head of a column that is drawn */
    head?: import('svelte').Snippet;
    /** rows that matter less, such as deactivated ones */
    quiet?: (row: T) => boolean;
    /** by which column it is sorted; a minus before it turns it round */
    sort?: string;
  } = $props();

  function turn(by: string) {
    sort = sort === by ? '-' + by : by;
  }

  function ordered(by: string | undefined) {
    if (!by) return undefined;
    return sort === by ? 'ascending' : sort === '-' + by ? 'descending' : 'none';
  }
</script>

<Notice refusal={list.refusal}
  >{#if list.refusal}<button type="button" class="act" onclick={() => list.refetch()}>Try again</button
    >{/if}</Notice
>
<div class="scroll">
  <table class="ledger cards" aria-label={label} aria-busy={list.isPending}>
    <thead
      ><tr
        >{#each columns as column (column.label)}<th
            class:figure={column.figure}
            aria-sort={ordered(column.sort)}
            >{#if column.drawn}{@render head?.()}{:else if column.unseen}<span class="sr-only"
                >{column.label}</span
              >{:else if column.sort}{@const by = column.sort}<button
                type="button"
                class="plain sort"
                onclick={() => turn(by)}>{column.label}</button
              >{:else}{column.label}{/if}</th
          >{/each}</tr
      ></thead
    >
    <tbody>
      {#each list.rows as item (key(item))}
        <tr id={id?.(item)} class:quiet={quiet?.(item)}>{@render row(item)}</tr>
      {:else}
        {#if list.isPending}<tr><td colspan={columns.length} class="quiet none">Loading…</td></tr>
        {:else if !list.refusal}<tr
            ><td colspan={columns.length} class="quiet none"
              >{#if typeof empty === 'string'}{empty}
                <a href="/guide">Guide</a>{:else}{@render empty()}{/if}</td
            ></tr
          >{/if}
      {/each}
    </tbody>
  </table>
</div>
{#if list.has !== undefined && list.show}<More list={{ has: list.has, show: list.show }} />{/if}

<style>
  .sort {
    color: inherit;
    padding: 0;
    font: inherit;
  }
</style>
