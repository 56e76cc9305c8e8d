<script lang="ts">
  import Foldout from '$lib/ui/Foldout.svelte';
  import { LIST_COLUMNS, namedColumns, ownColumns, shownColumns } from './columns';
  import { load } from '$lib/ui/load.svelte';
  import { api } from '$lib/api/client';
  /** Which columns the list shows; a saved view keeps them. */
  let { text, onChange }: { text: string; onChange: (text: string) => unknown } = $props();
  const fields = load(
    () => ['own-field-list'],
    () => api.GET('/api/own-fields')
  );
  const own = $derived(ownColumns(fields.data?.fields ?? []));
  const shown = $derived(shownColumns(text, own).map((c) => c.key));

  function turn(key: string, on: boolean) {
    onChange(namedColumns(on ? [...shown, key] : shown.filter((k) => k !== key), own));
  }
</script>

<Foldout label="Columns" title="Columns of the list">
  <div class="columns">
    {#each [...LIST_COLUMNS, ...own] as column (column.key)}
      <label
        ><input
          type="checkbox"
          checked={shown.includes(column.key)}
          disabled={shown.length === 1 && shown[0] === column.key}
          onchange={(e) => turn(column.key, e.currentTarget.checked)}
        />
        {column.label}</label
      >
    {/each}
  </div>
  {#if text}<button type="button" class="plain" onclick={() => onChange('')}>The usual columns</button>{/if}
</Foldout>

<style>
  .columns {
    display: grid;
    grid-template-columns: auto auto;
    gap: 4px 18px;
  }
</style>
