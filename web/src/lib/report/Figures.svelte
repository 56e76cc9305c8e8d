<script lang="ts">
  import type { Schemas } from '$lib/api/client';
  import { signOf } from '$lib/ui/format';
  import { written } from './written';
  /** The table: every figure opens what is behind it, every head sorts by its column. */
  let {
    table,
    sort,
    coarse = false,
    signed = false,
    label,
    onSort,
    onOpen
  }: {
    table: Schemas['TableView'];
    sort: string;
    /** without minor digits, where it only gets in the way */
    coarse?: boolean;
    /** whether what is shown are changes */
    signed?: boolean;
    label: string;
    onSort: (by: string) => unknown;
    onOpen: (rowKeys: string[], columnKeys: string[], figure: number) => unknown;
  } = $props();
  const single = $derived(table.columns.length === 1);
  const two = $derived(table.columnFields.length === 2);
  const rowTitle = $derived(table.rowFields.map((f) => f.title).join(', ') || 'All');
  /** Of two levels, those that hold several: their name and how many columns they take. */
  const groups = $derived.by(() => {
    const out: { label: string; span: number }[] = [];
    let within = 0;
    for (const c of table.columns) {
      within++;
      if (c.keys.length < 2) {
        out.push({ label: c.label, span: within * table.figures.length });
        within = 0;
      }
    }
    return out;
  });
  const headOf = (c: Schemas['TableColumn']) => (two && c.keys.length === 1 ? 'all' : c.label);
  const by = (c: Schemas['TableColumn'], figure: string) =>
    figure + (c.keys.length ? '@' + c.keys.map((key) => '\u0001' + key).join('') : '');

  function ordered(text: string) {
    return sort === text ? 'ascending' : sort === '-' + text ? 'descending' : undefined;
  }

  function turn(text: string) {
    onSort(sort === '-' + text ? text : '-' + text);
  }

  /** Arrows go from figure to figure. */
  function step(event: KeyboardEvent) {
    const by: Record<string, [number, number]> = {
      ArrowUp: [-1, 0],
      ArrowDown: [1, 0],
      ArrowLeft: [0, -1],
      ArrowRight: [0, 1]
    };
    const move = by[event.key];
    const cell = (event.target as HTMLElement).closest('td');
    const row = cell?.parentElement as HTMLTableRowElement | null;
    if (!move || !cell || !row) return;
    const body = row.parentElement as HTMLTableSectionElement;
    let r = [...body.rows].indexOf(row) + move[0];
    let c = cell.cellIndex + move[1];
    while (body.rows[r]?.cells[c]) {
      const button = body.rows[r]?.cells[c]?.querySelector('button');
      if (button) {
        event.preventDefault();
        button.focus();
        return;
      }
      r += move[0];
      c += move[1];
    }
  }
</script>

<div class="scroll">
  <table class="ledger" class:many={table.columns.length * table.figures.length > 8} aria-label={label}>
    <thead>
      {#if two}
        <tr
          ><td></td>{#each groups as g, n (n)}<th class="figure over" colspan={g.span}>{g.label}</th
            >{/each}</tr
        >
      {/if}
      {#if !single}
        <tr
          ><th
            >{#if table.figures.length > 1}<span class="sr-only">{rowTitle}</span>{:else}<button
                class="plain sort"
                onclick={() => turn('name')}>{rowTitle}</button
              >{/if}</th
          >{#each table.columns as c, n (n)}<th
              class="figure"
              class:over={table.figures.length > 1}
              colspan={table.figures.length}
              aria-sort={table.figures.length === 1
                ? ordered(by(c, table.figures[0]?.name ?? ''))
                : undefined}
              >{#if table.figures.length === 1}<button
                  class="plain sort"
                  onclick={() => turn(by(c, table.figures[0]?.name ?? ''))}>{headOf(c)}</button
                >{:else}{headOf(c)}{/if}</th
            >{/each}</tr
        >
      {/if}
      {#if single || table.figures.length > 1}
        <tr
          ><th aria-sort={ordered('name')}
            ><button class="plain sort" onclick={() => turn('name')}>{rowTitle}</button></th
          >{#each table.columns as c, n (n)}{#each table.figures as f (f.name)}<th
                class="figure"
                aria-sort={ordered(by(c, f.name))}
                ><button class="plain sort" onclick={() => turn(by(c, f.name))}>{f.title}</button></th
              >{/each}{/each}</tr
        >
      {/if}
    </thead>
    <tbody>
      {#each table.rows as row, r (r)}
        <tr class:total={row.keys.length === 0} class:within={row.keys.length === 2}>
          <td class="who">{row.keys.length === 0 && table.rowFields.length === 0 ? 'All' : row.label}</td>
          {#each row.cells as cell, c (c)}
            {#each cell as text, k (k)}
              {@const kind = table.figures[k]?.kind ?? 'count'}
              <td
                class="figure"
                class:all={!single && table.columns[c]?.keys.length === 0}
                class:bad={signOf(text) < 0}
              >
                {#if !text || (signOf(text) === 0 && kind !== 'percent')}<span class="quiet">–</span
                  >{:else if row.others || table.columns[c]?.others}{written(
                    kind,
                    text,
                    coarse
                  )}{:else}<button
                    class="plain figure"
                    tabindex={r === 0 && c === 0 && k === 0 ? 0 : -1}
                    aria-label="{row.label}{single ? '' : ', ' + (table.columns[c]?.label ?? '')}, {table
                      .figures[k]?.title}: {written(kind, text)}"
                    onkeydown={step}
                    onclick={() => onOpen(row.keys, table.columns[c]?.keys ?? [], k)}
                    >{signed && signOf(text) > 0 ? '+' : ''}{written(kind, text, coarse)}</button
                  >{/if}
              </td>
            {/each}
          {/each}
        </tr>
      {/each}
    </tbody>
  </table>
</div>

<style>
  table {
    width: auto;
    min-width: 100%;
  }
  td .plain,
  th .plain {
    padding: 0;
    font: inherit;
    color: inherit;
  }
  td .plain {
    color: var(--ink);
  }
  td.bad .plain {
    color: var(--madder);
  }
  td .plain:hover,
  td .plain:focus-visible {
    text-decoration: underline;
  }
  .who {
    white-space: nowrap;
    max-width: 320px;
    overflow: hidden;
    text-overflow: ellipsis;
    position: sticky;
    left: 0;
    background: var(--paper);
  }
  .within .who {
    padding-left: 26px;
    color: var(--stone);
  }
  .many td.figure,
  .many th.figure {
    padding-inline: 7px;
  }
  .total td {
    font-weight: 560;
    border-top: 1px solid var(--rule-strong);
  }
  td.all {
    font-weight: 560;
  }
  .over {
    text-align: center;
    border-left: 1px solid var(--rule);
  }
</style>
