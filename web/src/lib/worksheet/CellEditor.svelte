<script lang="ts">
  import { untrack } from 'svelte';
  import { getGrid } from './context';
  import { countings, countsAs, type Column, type LineForm } from './lines';
  import type { Editor } from './editor.svelte';
  /** What is typed in a cell. Its keys are the grid's; here is only what is in it. */
  let {
    editor,
    line,
    column,
    text,
    label
  }: { editor: Editor; line: LineForm; column: Column; text: string; label: string } = $props();
  const grid = getGrid();

  function taken(node: HTMLInputElement | HTMLSelectElement) {
    node.focus();
    if (node instanceof HTMLInputElement) {
      const end = node.value.length;
      if (untrack(() => grid.editing?.leaves)) node.setSelectionRange(end, end);
      else node.select();
    }
  }

  let byKey = false;

  /** By keys one goes past the others: what is chosen holds when the cell is left. */
  function count(key: string) {
    grid.typed(key);
    if (byKey) return;
    grid.done();
    grid.onLand();
  }
</script>

{#if column === 'counts'}
  <select
    class="edit"
    aria-label={label}
    value={countsAs(line)}
    onkeydown={() => (byKey = true)}
    onpointerdown={() => (byKey = false)}
    onchange={(e) => count(e.currentTarget.value)}
    {@attach taken}
  >
    {#each countings(editor.lines) as way (way.key)}<option value={way.key}>{way.label}</option>{/each}
  </select>
{:else}
  <input
    class="edit"
    class:figure={column !== 'what' && column !== 'ready'}
    data-edit={column}
    aria-label={label}
    value={text}
    autocomplete="off"
    placeholder={column === 'ready' ? '5.12. or +14' : undefined}
    oninput={(e) => grid.typed(e.currentTarget.value)}
    {@attach taken}
  />
{/if}

<style>
  .edit {
    width: 100%;
    height: 28px;
    background: var(--paper);
    color: var(--ink);
    border: 0;
    outline: none;
    padding: 0 6px;
    font: inherit;
    font-variant-numeric: tabular-nums;
  }
  .figure {
    text-align: right;
  }
</style>
