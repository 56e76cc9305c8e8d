<script lang="ts">
  import { api, type Schemas } from '$lib/api/client';
  import Notice from '$lib/ui/Notice.svelte';
  import { load, refusalOf } from '$lib/ui/load.svelte';
  import Behind from './Behind.svelte';
  import Figures from './Figures.svelte';
  import Picture from './Picture.svelte';
  import Sentence from './Sentence.svelte';
  import { behind, list, type TableAsk } from './ask';
  /** What a table says, as a picture and as figures, and what is behind each of them. */
  let {
    ask,
    as,
    label,
    empty,
    onSort
  }: {
    ask: TableAsk;
    /** how it is drawn; as a table alone where it is not */
    as: string;
    label: string;
    /** what to do where there is nothing */
    empty: string;
    onSort: (by: string) => unknown;
  } = $props();
  const table = load<Schemas['TableView']>(
    () => ['table', ask],
    () => api.GET('/api/table', { params: { query: ask } }),
    () => true,
    true
  );
  let opened = $state.raw<{ ask: TableAsk; title: string; of: string } | null>(null);
  const t = $derived(table.data);
  const asked = $derived(JSON.stringify({ ...ask, sort: '' }));
  const isEmpty = $derived(!!t && t.rowFields.length > 0 && t.rows.length === 1);
  const words = (heads: { keys: string[]; label: string }[], keys: string[]) =>
    keys.map((_, n) => {
      const some = JSON.stringify(keys.slice(0, n + 1));
      return heads.find((h) => JSON.stringify(h.keys) === some)?.label ?? '';
    });

  function open(rowKeys: string[], columnKeys: string[], figure: number) {
    if (!t) return;
    const names = [...words(t.rows, rowKeys), ...words(t.columns, columnKeys)];
    opened = {
      ask: behind(ask, list(ask.rows), rowKeys, list(ask.columns), columnKeys, t.figures[figure]?.within),
      title: [t.figures[figure]?.title ?? '', ...names].filter(Boolean).join(', '),
      of: asked
    };
  }
</script>

<Notice refusal={refusalOf(table)}
  >{#if table.error}<button class="act" onclick={() => table.refetch()}>Try again</button>{/if}</Notice
>
{#if t}
  {#if isEmpty}
    <p class="leaf none">{empty}</p>
  {:else}
    {#if t.notable.length}<p class="told"><Sentence pieces={t.notable} /></p>{/if}
    {#if as === 'bars' || as === 'lines' || as === 'stacked'}<div class="drawn">
        <Picture table={t} {as} />
      </div>{/if}
    <Figures
      table={t}
      sort={ask.sort ?? ''}
      coarse={t.columns.length * t.figures.length > 6}
      signed={ask.show === 'before'}
      {label}
      {onSort}
      onOpen={open}
    />
    {#if opened && opened.of === asked}<Behind
        ask={opened.ask}
        title={opened.title}
        onClose={() => (opened = null)}
      />{/if}
  {/if}
{:else if table.isPending}<p class="quiet">Loading…</p>{/if}

<style>
  .told {
    margin-bottom: 10px;
    font-size: var(--type-lead);
  }
  .drawn {
    margin-bottom: 12px;
  }
  .none {
    padding: 26px;
    color: var(--stone);
  }
</style>
