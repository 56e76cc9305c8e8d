<script lang="ts">
  import type { Schemas } from '$lib/api/client';
  import Strokes from '$lib/ui/Strokes.svelte';
  import { figure, position, rounded } from '$lib/ui/format';
  import type { SheetItem } from './sheet.svelte';
  /** What stands at one stage in one month: the largest as bars, the rest folded into count and sum. */
  let {
    cell,
    largest,
    onFocus,
    onPress,
    onDrag
  }: {
    cell: Schemas['SheetCell'];
    /** The value that is drawn over the whole width. */
    largest: number;
    onFocus: (item: SheetItem) => void;
    onPress: (event: KeyboardEvent, item: SheetItem) => void;
    onDrag: (item: SheetItem) => void;
  } = $props();
  const FOLDED = 6;
  let open = $state(false);
  const shown = $derived(open ? cell.items : cell.items.slice(0, FOLDED));
  const hidden = $derived(cell.items.length - FOLDED);
  // Drawing only. A root keeps the small ones visible beside a weighbridge.
  const width = (item: SheetItem) => 8 + Math.sqrt(position(item.value) / largest) * 62;
</script>

<ul>
  {#each shown as item (item.id)}
    <li>
      <a
        href="/opportunities/{item.id}"
        data-item={item.id}
        draggable={item.mayChange}
        aria-label="{item.number} {item.title}, {item.account}, {figure(item.value)} at {figure(
          item.probability
        )} percent"
        title="{item.number} {item.title}, {item.account}"
        onfocus={() => onFocus(item)}
        onmouseenter={() => onFocus(item)}
        ondragstart={(e) => {
          e.dataTransfer?.setData('text/plain', item.number);
          onDrag(item);
        }}
        onkeydown={(e) => onPress(e, item)}
        ><i class:silent={!item.nextDue} style:width="{width(item)}%"></i><Strokes
          probability={item.probability}
        /></a
      >
    </li>
  {/each}
</ul>
<p class="figure">
  {#if hidden > 0}<button class="plain" aria-expanded={open} onclick={() => (open = !open)}
      >{open ? 'fold' : `+${hidden}`}</button
    >{/if}
  {cell.total.count} · {rounded(cell.total.value)}
</p>

<style>
  ul {
    display: flex;
    flex-direction: column;
  }
  li a {
    display: flex;
    align-items: center;
    gap: 4px;
    width: 100%;
    height: 14px;
    cursor: grab;
    padding: 0 2px;
  }
  li a:focus-visible {
    background: var(--petrol-wash);
  }
  li a :global(svg) {
    flex: none;
    height: 11px;
  }
  i {
    height: 6px;
    background: var(--petrol);
    flex: none;
  }
  /* No next step: hollow, so that it shows without colour. */
  i.silent {
    background: none;
    border: 1.5px solid var(--madder);
  }
  p {
    font-size: var(--type-small);
    color: var(--stone);
  }
  p .plain {
    font-size: var(--type-small);
    line-height: 14px;
  }
</style>
