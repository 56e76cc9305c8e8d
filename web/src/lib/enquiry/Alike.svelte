<script lang="ts">
  import type { Schemas } from '$lib/api/client';
  import Icon from '$lib/ui/Icon.svelte';
  import { placeOf } from '$lib/shell/places';
  import { words } from '$lib/ui/format';
  /** Who may be the same, and why. */
  let { rows }: { rows: Schemas['Like'][] } = $props();
</script>

<div class="alike" role="status" aria-label="Possible duplicates">
  {#each rows as row (row.record + row.id)}
    <span
      ><Icon name="watch" size={13} /> Possible duplicate
      <a href={placeOf(row.record, row.id, row.number)}>{row.number} {row.name}</a>{row.town
        ? ', ' + row.town
        : ''}: {row.why} <span class="quiet">({words(row.state)}, {row.owner})</span></span
    >
  {/each}
</div>

<style>
  .alike span {
    display: inline-flex;
    gap: 4px;
    align-items: center;
    flex-wrap: wrap;
  }
  .alike {
    display: flex;
    flex-wrap: wrap;
    gap: 2px 18px;
    font-size: var(--type-small);
    color: var(--brass);
  }
</style>
