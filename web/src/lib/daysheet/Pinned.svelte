<script lang="ts">
  import { api, type Schemas } from '$lib/api/client';
  import { read } from '$lib/report/ask';
  import { written } from '$lib/report/written';
  import { load } from '$lib/ui/load.svelte';
  /** A saved table on the day sheet: its first rows, and all together. */
  let { view }: { view: Schemas['SavedView'] } = $props();
  const ask = $derived(read(view.query));
  const table = load<Schemas['TableView']>(
    () => ['table', ask],
    () => api.GET('/api/table', { params: { query: ask } }),
    () => true,
    true
  );
  const t = $derived(table.data);
  const rows = $derived([
    ...(t?.rows.filter((r) => r.keys.length === 1).slice(0, 5) ?? []),
    ...(t?.rows.slice(-1) ?? [])
  ]);
  const last = $derived((t?.columns.length ?? 1) - 1);
</script>

<section class="leaf" aria-label={view.name}>
  <h2><a href="/reports/table?{view.query}">{view.name}</a></h2>
  {#if t}
    <p class="quiet">{t.figures[0]?.title}</p>
    <ul>
      {#each rows as r, n (n)}
        <li class:total={r.keys.length === 0}>
          <span>{r.label}</span><b class="figure"
            >{written(t.figures[0]?.kind ?? 'count', r.cells[last]?.[0], true)}</b
          >
        </li>
      {/each}
    </ul>
  {:else if table.error}<p class="bad">This table cannot be made any more. Open it to see why.</p>{/if}
</section>
