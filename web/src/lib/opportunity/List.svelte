<script lang="ts">
  import { untrack } from 'svelte';
  import { VList } from 'virtua/svelte';
  import { api, asRefusal, type Schemas } from '$lib/api/client';
  import { session } from '$lib/shell/session.svelte';
  import Ask from '$lib/ui/Ask.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import { figure, month, words } from '$lib/ui/format';
  import BulkForm from './BulkForm.svelte';
  import ListCell from './ListCell.svelte';
  import { Chosen, type Bulk } from './chosen.svelte';
  import { leastWidth, ownColumns, shownColumns, tracksOf } from './columns';
  import type { Narrow } from './narrow.svelte';
  import { Pages, type Line } from './pages.svelte';
  import { load } from '$lib/ui/load.svelte';
  /** The list: narrowed, sorted, gathered and subtotalled; only what is seen is drawn. */
  let { narrow, onNew, fresh }: { narrow: Narrow; onNew: () => void; fresh: number } = $props();
  const pages = new Pages();
  const chosen = new Chosen();
  let acting = $state<Bulk | null>(null);
  const rows = $derived(pages.lines.flatMap((line) => (line.kind === 'row' ? [line.row] : [])));
  const ACTS: [Bulk, string][] = [
    ['owner', 'Reassign…'],
    ['activity', 'Plan an activity…'],
    ['tag', 'Add a tag…']
  ];
  $effect(() => {
    const now = rows;
    untrack(() => chosen.follow(now));
  });
  /** What an opportunity can have several of. */
  const SEVERAL = ['tag', 'competitor'];
  const SUMS = ['value', 'weighted', 'budget'];
  const today = $derived(session.view?.today ?? '');
  const grouped = $derived(narrow.get('group') !== '');
  let height = $state(500);
  /** how wide the scroll bar beside the rows is: the titles stand above the rows, not above it */
  let bar = $state(0);
  let frame: HTMLElement;

  $effect(() => {
    const query = narrow.query;
    // Asked anew as well when somebody changed something.
    void fresh;
    untrack(() => void pages.start(query));
  });

  function fit() {
    height = Math.max(240, window.innerHeight - frame.getBoundingClientRect().top - 60);
    const rows = frame.querySelector<HTMLElement>('[role=rowgroup]');
    bar = rows ? rows.offsetWidth - rows.clientWidth : 0;
  }
  $effect(() => {
    fit();
    // The filters above may have grown, the rows too.
    void narrow.text;
    void pages.lines.length;
    const frameId = requestAnimationFrame(fit);
    return () => cancelAnimationFrame(frameId);
  });

  const ownFields = load(
    () => ['own-field-list'],
    () => api.GET('/api/own-fields')
  );
  const columns = $derived(shownColumns(narrow.get('cols'), ownColumns(ownFields.data?.fields ?? [])));
  const tracks = $derived(tracksOf(columns));
  const least = $derived(leastWidth(columns) + 'px');
  /** How many columns stand before the first with a sum; a group's name is as wide. */
  const first = $derived(
    Math.max(
      1,
      columns.findIndex((c) => SUMS.includes(c.key))
    )
  );
  const sorted = $derived(narrow.get('sort') || 'close');

  function sort(by: string) {
    const first = by === 'value' ? '-value' : by;
    const other = first.startsWith('-') ? by : '-' + by;
    narrow.set('sort', sorted === first ? other : first);
  }

  function ordered(by: string): 'ascending' | 'descending' | 'none' {
    return sorted === by ? 'ascending' : sorted === '-' + by ? 'descending' : 'none';
  }

  function label(group: { key: string; label: string }, depth: number): string {
    if (group.label === '') return 'none';
    return narrow.get(depth === 0 ? 'group' : 'then') === 'month' ? month(group.label) : words(group.label);
  }

  type Sum = 'value' | 'weighted' | 'budget';

  const sumOf = (group: Schemas['GroupRow'], column: string) =>
    figure(column === 'budget' && /^[0.]*$/.test(group.budget) ? null : group[column as Sum]);

  function key(line: Line, n: number): string {
    return line.kind === 'group'
      ? 'g' + line.at
      : line.kind === 'row'
        ? line.in + '/' + line.row.id
        : 'm' + n;
  }

  /** What follows is loaded as soon as it comes near. */
  function near(from: string) {
    return () => void pages.further(from);
  }
</script>

{#if chosen.list.length > 0}
  <div class="bulk" role="group" aria-label="With those that are chosen">
    <b>{chosen.list.length}</b> chosen
    {#each ACTS as [act, label] (act)}<button class="act" onclick={() => (acting = act)}>{label}</button
      >{/each}
    <button class="plain" onclick={() => chosen.clear()}>Choose none</button>
  </div>
{/if}
<Notice refusal={pages.failure ? asRefusal(pages.failure) : null} />
<div
  class="list leaf"
  role="table"
  aria-label="Opportunities"
  aria-rowcount={-1}
  style="--tracks: {tracks}; --least: {least}; --bar: {bar}px"
  bind:this={frame}
>
  <div class="line titles" role="row">
    <span role="columnheader" class="number"
      >{#if session.sells}<input
          type="checkbox"
          aria-label="All that are shown"
          checked={rows.length > 0 && rows.every((row) => chosen.has(row))}
          onchange={(e) => chosen.turn(rows, e.currentTarget.checked)}
        />{/if}Number</span
    >
    {#each columns as column (column.key)}
      <span
        role="columnheader"
        class:figure={column.figure}
        aria-sort={column.sort ? ordered(column.sort) : undefined}
        >{#if column.sort}{@const by = column.sort}<button class="plain" onclick={() => sort(by)}
            >{column.label}{#if ordered(by) !== 'none'}<i class={ordered(by)}></i>{/if}</button
          >{:else}{column.label}{/if}</span
      >
    {/each}
  </div>
  {#if pages.lines.length === 0}
    <p class="quiet empty">
      {pages.ready ? 'No opportunity matches the filter.' : 'Loading…'}
      {#if pages.ready && session.sells}<button class="plain" onclick={onNew}>New opportunity</button>{/if}
    </p>
  {:else}
    <VList
      data={pages.lines}
      getKey={key}
      style="height: {height}px"
      tabindex={0}
      role="rowgroup"
      aria-label="Rows"
    >
      {#snippet children(line: Line)}
        {#if line.kind === 'group'}
          <div class="line group" class:inner={line.depth > 0} role="row">
            <span role="cell" class="wide" style="grid-column: span {first + 1}"
              ><button class="plain" aria-expanded={line.open} onclick={() => pages.toggle(line.at)}
                ><i class:open={line.open}></i>{label(line.group, line.depth)}
                <span class="quiet count">{line.group.count}</span></button
              ></span
            >
            {#each columns.slice(first) as column (column.key)}
              {#if SUMS.includes(column.key)}<span
                  role="cell"
                  class="figure"
                  class:quiet={column.key !== 'value'}
                  class:value={column.key === 'value'}
                  >{#if column.key === 'value'}<b>{sumOf(line.group, column.key)}</b>{:else}{sumOf(
                      line.group,
                      column.key
                    )}{/if}</span
                >{:else}<span role="cell" class="off"></span>{/if}
            {/each}
          </div>
        {:else if line.kind === 'row'}
          {@const row = line.row}
          <div class="line row" role="row">
            <span role="cell" class="number"
              >{#if session.sells}<input
                  type="checkbox"
                  aria-label="Choose {row.number}"
                  checked={chosen.has(row)}
                  onchange={(e) => chosen.turn([row], e.currentTarget.checked)}
                />{/if}<a href="/opportunities/{row.id}">{row.number}</a></span
            >
            {#each columns as column (column.key)}<ListCell column={column.key} {row} {today} />{/each}
          </div>
        {:else}
          <div class="line" role="row" {@attach near(line.in)}>
            <span role="cell" class="quiet">More…</span>
          </div>
        {/if}
      {/snippet}
    </VList>
  {/if}
</div>
{#if grouped && pages.groups.length > 1}
  <p class="quiet">
    {pages.groups.length} groups{SEVERAL.includes(narrow.get('group')) || SEVERAL.includes(narrow.get('then'))
      ? '; an opportunity with several stands in each of them'
      : ''}
  </p>
{/if}

<Ask
  bind:open={() => acting !== null, (open) => (acting = open ? acting : null)}
  title={ACTS.find(([act]) => act === acting)?.[1].replace('…', '') ?? ''}
>
  {#if acting}<BulkForm
      act={acting}
      chosen={chosen.list}
      onDone={() => {
        acting = null;
        chosen.clear();
        void pages.start(narrow.query);
      }}
    />{/if}
</Ask>

<style>
  .bulk {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 6px 10px;
    margin-bottom: 8px;
  }
  .number input {
    margin: 0 6px 0 0;
    vertical-align: -2px;
  }
  .list {
    min-width: 0;
    overflow-x: auto;
  }
  /* On a phone a row is a card: title and value, then account, stage and close. */
  @media (max-width: 640px) {
    .line.line {
      display: flex;
      flex-wrap: wrap;
      min-width: 0;
      padding: 8px 10px;
      gap: 0 8px;
      font-size: var(--type-small);
    }
    .line.titles,
    .line > .off {
      display: none;
    }
    .line.row > .number {
      order: 3;
    }
    .line.row::after {
      content: '';
      order: 2;
      flex: 0 0 100%;
    }
    .line.group > .value {
      margin-left: auto;
    }
  }
  .line {
    display: grid;
    grid-template-columns: var(--tracks);
    align-items: center;
    min-height: 30px;
    min-width: var(--least);
    padding: 0 10px;
    gap: 0 10px;
    border-bottom: 1px solid var(--rule);
  }
  .line > span {
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
  }
  .line:hover:not(.titles) {
    background: var(--petrol-wash);
  }
  .titles {
    padding-right: calc(10px + var(--bar));
    font-size: var(--type-small);
    color: var(--stone);
    border-bottom-color: var(--rule-strong);
  }
  .titles button {
    color: inherit;
    padding: 0;
    font: inherit;
  }
  .titles [aria-sort='ascending'],
  .titles [aria-sort='descending'] {
    color: var(--ink);
  }
  .group {
    background: var(--chalk);
  }
  .group .wide {
    font-weight: 600;
  }
  .inner {
    background: none;
  }
  .inner .wide {
    padding-left: 18px;
    font-weight: 500;
  }
  .count {
    font-weight: 400;
  }
  .group button {
    color: var(--ink);
    display: flex;
    gap: 8px;
    align-items: center;
    padding: 0;
  }
  .group i {
    width: 0;
    height: 0;
    border: 4px solid transparent;
    border-left-color: var(--stone);
  }
  .group i.open {
    border-left-color: transparent;
    border-top-color: var(--stone);
    transform: translateY(2px);
  }
  .titles i {
    display: inline-block;
    border: 4px solid transparent;
    margin-left: 4px;
  }
  .titles i.ascending {
    border-bottom-color: currentColor;
    transform: translateY(-3px);
  }
  .titles i.descending {
    border-top-color: currentColor;
    transform: translateY(2px);
  }
  .empty {
    padding: 10px;
  }
  p {
    margin-top: 6px;
  }
</style>
