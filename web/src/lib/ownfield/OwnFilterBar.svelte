<script lang="ts">
  import OwnFilters from './OwnFilters.svelte';
  import type { OwnField } from './own';
  /** The filters of a list by the company's fields; nothing where it added none, and folded on a phone. */
  let {
    fields,
    terms,
    onChange
  }: { fields: readonly OwnField[]; terms: string; onChange: (terms: string) => unknown } = $props();
  let unfolded = $state(false);
</script>

{#if fields.length}
  <button class="fold act" aria-expanded={unfolded} onclick={() => (unfolded = !unfolded)}
    >{terms ? 'Filtered by own fields' : 'Filter by own fields'}</button
  >
  <div class="leaf" class:unfolded role="group" aria-label="Filter by own fields">
    <OwnFilters {fields} {terms} {onChange} />
    {#if terms}<button class="plain" onclick={() => onChange('')}>Clear</button>{/if}
  </div>
{/if}

<style>
  div {
    display: grid;
    grid-template-columns: repeat(auto-fill, minmax(150px, 1fr));
    gap: 8px 12px;
    padding: 10px 14px;
    margin-bottom: 12px;
    align-items: end;
  }
  div button {
    justify-self: start;
    padding-bottom: 8px;
  }
  .fold {
    display: none;
  }
  @media (max-width: 800px) {
    .fold {
      display: inline-flex;
      margin-bottom: 10px;
    }
    div:not(.unfolded) {
      display: none;
    }
  }
</style>
