<script lang="ts">
  import { tick } from 'svelte';
  import type { Schemas } from '$lib/api/client';
  import GridRow from './GridRow.svelte';
  import PickList from './PickList.svelte';
  import SizeTable from './SizeTable.svelte';
  import type { Bench } from './bench.svelte';
  import { cells, copied, copiedRows, overwritten } from './clipboard';
  import { setGrid } from './context';
  import type { Grid } from './grid.svelte';
  import { COLUMNS, blank, inPlaceOf, isLine, mayType, type Column, type LineForm } from './lines';
  /** The lines as a grid that is worked like a spreadsheet. */
  let {
    bench,
    grid,
    locked,
    onWorking
  }: { bench: Bench; grid: Grid; locked: boolean; onWorking: (of: string) => void } = $props();
  // svelte-ignore state_referenced_locally
  setGrid(grid);
  let table: HTMLTableElement;
  let sizes = $state<number | null>(null);
  let said = $state('');
  let dragged: [number, number] | null = null;
  const HEADS: [Column, string, string][] = [
    ['code', 'Code', ''],
    ['what', 'What', ''],
    ['quantity', 'Qty', 'figure'],
    ['list', 'List', 'figure'],
    ['price', 'Price', 'figure'],
    ['discount', 'Less %', 'figure'],
    ['counts', 'Counts', ''],
    ['ready', 'Ready', ''],
    ['final', 'Final', 'figure'],
    ['margin', 'Margin', 'figure']
  ];

  /** Puts the focus where one is, once it is drawn. */
  async function land() {
    await tick();
    const cell = table.querySelector<HTMLElement>(`[data-row="${grid.row}"][data-column="${grid.column}"]`);
    cell?.focus();
    cell?.scrollIntoView({ block: 'nearest', inline: 'nearest' });
  }
  $effect(() => {
    grid.onLand = () => void land();
  });

  const WORKINGS: Partial<Record<Column, string>> = {
    code: 'unitPrice',
    what: 'unitPrice',
    quantity: 'gross',
    list: 'unitPrice',
    price: 'unitPrice',
    discount: 'net',
    final: 'final',
    margin: 'marginPercent'
  };
  function explain() {
    const index = grid.indexAt(grid.row);
    const of = WORKINGS[grid.column];
    const line = grid.line;
    if (index !== null && line && isLine(line) && of) onWorking(`lines[${bench.place(index)}].${of}`);
  }

  const MOVES: Record<string, (extend: boolean, ctrl: boolean) => unknown> = {
    ArrowDown: (extend, ctrl) => (ctrl ? grid.edge('End', true, extend) : grid.down(1, extend)),
    ArrowUp: (extend, ctrl) => (ctrl ? grid.edge('Home', true, extend) : grid.down(-1, extend)),
    ArrowLeft: (extend, ctrl) => (ctrl ? grid.edge('Home', false, extend) : grid.sideways(-1, extend)),
    ArrowRight: (extend, ctrl) => (ctrl ? grid.edge('End', false, extend) : grid.sideways(1, extend)),
    Home: (extend, ctrl) => grid.edge('Home', ctrl, extend),
    End: (extend, ctrl) => grid.edge('End', ctrl, extend),
    PageDown: (extend) => grid.page(1, extend),
    PageUp: (extend) => grid.page(-1, extend)
  };
  const ALT: Record<string, () => void> = {
    ArrowUp: () => grid.shift(-1),
    ArrowDown: () => grid.shift(1),
    s: () => words('section'),
    n: () => words('note')
  };

  function words(kind: 'section' | 'note') {
    const at = grid.indexAt(grid.row) ?? grid.openRow;
    bench.insertWords(at, kind, kind === 'section' ? 'New section' : 'Note');
    grid.go(grid.rowOf(at), 'what');
    grid.edit();
  }

  function keys(event: KeyboardEvent) {
    if (grid.editing) return editing(event);
    const { key, shiftKey: shift, altKey: alt } = event;
    const ctrl = event.ctrlKey || event.metaKey;
    const move = MOVES[key];
    if (alt && shift && key === 'ArrowDown') grid.duplicateChosen();
    else if (alt && ALT[key]) {
      if (!locked) ALT[key]();
    } else if (move && !alt) move(shift, ctrl);
    else if (key === 'Tab' && !ctrl) {
      if (!grid.tab(shift ? -1 : 1)) return;
    } else if (key === 'F8') explain();
    else if (key === 'F2') grid.edit();
    else if (key === 'Enter' && !ctrl) enter(shift);
    else if (key === 'Delete' && ctrl) grid.removeChosen();
    else if (key === 'Delete' || key === 'Backspace') grid.clear();
    else if (key === 'Insert') grid.openAbove();
    else if (key === 'Escape') escape();
    else if (ctrl && key === 'd') grid.fillDown();
    else if (ctrl && key === 'a') grid.chooseAll();
    else if (key === ' ' && shift) grid.chooseRow();
    else if (key.length === 1 && !ctrl && !alt && !locked && mayType(grid.line, grid.column)) {
      grid.edit(grid.column === 'counts' ? undefined : key);
      event.stopPropagation();
      event.preventDefault();
      return;
    } else {
      // A plain letter is meant for the cell, not for the screen.
      if (key.length === 1 && !ctrl && !alt && key !== '?' && !locked) event.stopPropagation();
      return;
    }
    event.preventDefault();
    event.stopPropagation();
    void land();
  }

  function escape() {
    grid.openAtEnd();
    grid.go(grid.row, grid.column);
  }

  function enter(back: boolean) {
    const typable = mayType(grid.line, grid.column);
    if (!typable && !back) explain();
    else if (grid.line === undefined) grid.edit('');
    else grid.down(back ? -1 : 1);
  }

  /** The keys of a cell that is typed in. */
  function editing(event: KeyboardEvent) {
    const now = grid.editing;
    if (!now || now.column === 'code') return;
    const { key, shiftKey: shift } = event;
    const ctrl = event.ctrlKey || event.metaKey;
    const choosing = now.column === 'counts';
    if (key === 'Escape' || (ctrl && key === 'z')) grid.cancel();
    else if (key === 'Enter' && !ctrl) leave(() => grid.down(shift ? -1 : 1));
    else if (key === 'Tab') leave(() => void grid.tab(shift ? -1 : 1));
    else if (now.leaves && !choosing && MOVES[key] && !shift && !ctrl && key.startsWith('Arrow'))
      leave(() => MOVES[key]?.(false, false));
    else if (ctrl && (key === 's' || key === 'Enter')) {
      grid.done();
      void land();
      return;
    } else {
      event.stopPropagation();
      return;
    }
    event.preventDefault();
    event.stopPropagation();
    void land();
  }

  function leave(move: () => void) {
    grid.done();
    move();
  }

  // The mouse.

  function at(event: Event): { row: number; column: Column } | null {
    const cell = (event.target as HTMLElement).closest<HTMLElement>('[data-row]');
    return cell ? { row: Number(cell.dataset['row']), column: cell.dataset['column'] as Column } : null;
  }

  function press(event: MouseEvent) {
    const handle = (event.target as HTMLElement).closest<HTMLElement>('[data-handle]');
    if (handle) {
      const row = Number(handle.dataset['handle']);
      if (!grid.chosen.some((line) => line.id === grid.lineAt(row)?.id) || !grid.isRange) {
        grid.go(row, 'code');
        grid.chooseRow();
      }
      return;
    }
    const there = at(event);
    if (!there || (event.target as HTMLElement).closest('input, select, [role="option"]')) return;
    if (grid.editing) grid.done();
    const isOn = grid.row === there.row && grid.column === there.column && !grid.isRange;
    grid.go(there.row, there.column, event.shiftKey);
    // A second press on the same cell begins to type; the open row at once.
    if (!event.shiftKey && !locked && (isOn || !grid.line) && mayType(grid.line, grid.column)) {
      event.preventDefault();
      grid.edit(grid.line ? undefined : '');
      return;
    }
    if (!(event.target as HTMLElement).closest('button')) {
      event.preventDefault();
      void land();
    }
  }

  function drag(event: MouseEvent) {
    if (event.buttons !== 1 || dragged || grid.editing) return;
    const there = at(event);
    if (there && (there.row !== grid.row || there.column !== grid.column))
      grid.go(there.row, there.column, true);
  }

  function lift(event: DragEvent) {
    if (!grid.indexes || locked) return;
    dragged = grid.indexes;
    event.dataTransfer?.setData('text/plain', '');
    if (event.dataTransfer) event.dataTransfer.effectAllowed = 'move';
  }

  let over = $state<number | null>(null);
  function hover(event: DragEvent) {
    const row = (event.target as HTMLElement)
      .closest<HTMLElement>('tr')
      ?.querySelector<HTMLElement>('[data-handle]');
    if (!dragged || !row) return;
    event.preventDefault();
    over = Number(row.dataset['handle']);
  }

  function drop(event: DragEvent) {
    event.preventDefault();
    const index = over === null ? null : (grid.indexAt(over) ?? bench.lines.length - 1);
    if (dragged && index !== null) {
      const [from, to] = dragged;
      const target = index > to ? index - (to - from) : index;
      if (index < from || index > to) {
        bench.move(from, to, target);
        grid.go(grid.rowOf(target), 'code');
        grid.chooseRow();
        void land();
      }
    }
    dragged = null;
    over = null;
  }

  // The clipboard.

  function copy(event: ClipboardEvent) {
    if (grid.editing) return;
    const lines = grid.chosen;
    if (lines.length === 0) return;
    const whole = grid.columns.length === COLUMNS.length;
    const text = whole ? copiedRows(lines) : copied(lines, (id) => bench.of(id), grid.columns);
    event.clipboardData?.setData('text/plain', text);
    event.preventDefault();
    if (event.type === 'cut' && !locked) {
      if (whole) grid.removeChosen();
      else grid.clear();
      void land();
    }
  }

  async function paste(event: ClipboardEvent) {
    if (grid.editing || locked) return;
    const text = event.clipboardData?.getData('text/plain') ?? '';
    if (!text.trim()) return;
    event.preventDefault();
    said = '';
    const index = grid.indexAt(grid.row);
    if (index !== null && grid.column !== 'code') {
      const block = cells(text);
      const span = grid.indexes ?? [index, index];
      await bench.edit((t) => ({
        ...t,
        lines: overwritten(t.lines, span[0], grid.columns[0] ?? grid.column, block, span[1] - span[0] + 1)
      }));
      return;
    }
    try {
      const pasted = await bench.readPasted(text);
      const place = index ?? grid.openRow;
      bench.insert(place, pasted.lines);
      if (index === null) grid.putIn(pasted.lines.length);
      grid.go(grid.rowOf(place + pasted.lines.length - 1) + (index === null ? 1 : 0), 'code');
      said =
        pasted.unknown.length > 0
          ? `Not in the catalogue, kept as lines of their own: ${pasted.unknown.join(', ')}.`
          : `${pasted.lines.length} rows pasted.`;
    } catch (thrown) {
      said = thrown instanceof Error ? thrown.message : 'These rows cannot be read.';
    }
    void land();
  }

  // The open row, and the code of a line.

  function pick(picked: Schemas['Pick']) {
    const line = grid.line;
    grid.editing = null;
    if (picked.kind === 'sizes') {
      sizes = picked.id ?? null;
      return;
    }
    const first = picked.lines[0];
    if (line && first) {
      void bench.write((t) => ({
        ...t,
        lines: t.lines.map((l) => (l.id === line.id ? inPlaceOf(line, first) : l))
      }));
      bench.typing = '';
      void land();
      return;
    }
    put(picked.lines, picked.lines.length === 1);
  }

  function put(rows: readonly LineForm[], single: boolean) {
    const at = grid.openRow;
    bench.insert(at, rows);
    grid.putIn(rows.length);
    // One line is given its quantity next; after several the next one is looked for.
    if (single) grid.go(at, 'quantity');
    else grid.go(grid.openRow, 'code');
    void land();
  }

  function own(kind: 'line' | 'section' | 'note', text: string) {
    const line = grid.line;
    grid.editing = null;
    if (line) {
      void bench.write((t) => ({
        ...t,
        lines: t.lines.map((l) =>
          l.id === line.id ? { ...inPlaceOf(l, blank('line', text)), listPrice: null } : l
        )
      }));
      bench.typing = '';
      void land();
      return;
    }
    const at = grid.openRow;
    put([blank(kind, text)], false);
    if (kind === 'line') {
      grid.go(at, 'list');
      void land();
    }
  }

  const picker = {
    cancel: () => {
      if (grid.line) void bench.abandon();
      bench.typing = '';
      grid.editing = null;
      void land();
    },
    leave: () => {
      if (grid.editing?.column !== 'code') return;
      if (grid.line) void bench.abandon();
      bench.typing = '';
      grid.editing = null;
    },
    tab: (back: boolean) => {
      picker.leave();
      if (grid.tab(back ? -1 : 1)) void land();
    }
  };
</script>

{#snippet code()}
  <PickList
    {bench}
    text={grid.editing?.text ?? ''}
    label={grid.line ? `code, row ${grid.row + 1}` : 'Add a line'}
    wordsToo={!grid.line}
    onPick={pick}
    onWords={own}
    onCancel={picker.cancel}
    onLeave={picker.leave}
    onTab={picker.tab}
  />
{/snippet}
{#snippet openRow(row: number)}
  <tr class="new" aria-rowindex={row + 2}>
    <th class="handle" scope="row"><span class="sr-only">new</span></th>
    <td
      role="gridcell"
      class="open code"
      colspan={COLUMNS.length}
      data-row={row}
      data-column="code"
      tabindex={grid.row === row ? 0 : -1}
      aria-selected={grid.row === row}
    >
      {#if grid.editing && grid.row === row}{@render code()}
      {:else}<span class="hint"
          >{bench.lines.length === 0
            ? 'Type here to add the first line: a code, a name, a kit. Or paste rows.'
            : 'Type to add: code, name, family, kit, template, size'}</span
        >{/if}
    </td>
  </tr>
{/snippet}

<div class="scroll">
  <!-- The handlers are the grid's: its cells take the focus. -->
  <table
    bind:this={table}
    class="ledger lines"
    role="grid"
    aria-label="Lines"
    aria-rowcount={grid.rows + 1}
    aria-multiselectable="true"
    onkeydown={keys}
    onmousedown={press}
    onmouseover={drag}
    onfocus={() => undefined}
    oncopy={copy}
    oncut={copy}
    onpaste={paste}
    ondragstart={lift}
    ondragover={hover}
    ondrop={drop}
    ondragend={() => {
      dragged = null;
      over = null;
    }}
  >
    <thead>
      <tr aria-rowindex={1}>
        <th class="handle"><span class="sr-only">Row</span></th>
        {#each HEADS as [column, label, classes] (column)}<th class="{classes} {column}">{label}</th>{/each}
      </tr>
    </thead>
    <tbody>
      {#each bench.lines as line, index (line.id)}
        {@const row = grid.rowOf(index)}
        {#if !locked && index === grid.openRow}{@render openRow(grid.openRow)}{/if}
        <GridRow
          {bench}
          {line}
          view={bench.of(line.id)}
          {row}
          number={index + 1}
          active={grid.row === row ? grid.column : null}
          span={grid.spanAt(row)}
          editing={grid.row === row ? grid.editing : null}
          {locked}
          children={code}
          {onWorking}
        />
      {/each}
      {#if !locked && grid.openRow >= bench.lines.length}{@render openRow(bench.lines.length)}{/if}
      {#if locked && bench.lines.length === 0}<tr
          ><td colspan={COLUMNS.length + 1} class="quiet">There are no lines.</td></tr
        >{/if}
    </tbody>
  </table>
</div>
<p class="said" role="status">{said}</p>
{#if sizes !== null}
  <SizeTable
    id={sizes}
    onClose={() => {
      sizes = null;
      void land();
    }}
    onPut={(rows: LineForm[]) => {
      sizes = null;
      put(rows, false);
    }}
  />
{/if}

<style>
  .scroll {
    overflow-x: auto;
  }
  .lines {
    table-layout: fixed;
    min-width: 850px;
  }
  .lines :global(th.handle) {
    width: 30px;
    text-align: right;
    color: var(--stone);
    font-weight: 400;
    font-size: 11.5px;
    padding: 0 6px 0 2px;
    cursor: grab;
    user-select: none;
    border-bottom-color: var(--rule);
  }
  .lines th.code {
    width: 76px;
  }
  .lines th.quantity {
    width: 56px;
  }
  .lines th.list,
  .lines th.price {
    width: 80px;
  }
  .lines th.discount {
    width: 54px;
  }
  .lines th.counts {
    width: 60px;
  }
  .lines th.ready {
    width: 124px;
  }
  .lines th.final {
    width: 92px;
  }
  .lines th.margin {
    width: 68px;
  }
  .lines th:not(.handle),
  .lines :global(td) {
    padding-left: 6px;
    padding-right: 6px;
  }
  .lines :global(td) {
    height: 30px;
    cursor: default;
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
    border-right: 1px solid color-mix(in srgb, var(--rule) 55%, transparent);
  }
  .lines :global(td.open) {
    cursor: cell;
  }
  .lines :global(td:focus) {
    outline: 2px solid var(--petrol);
    outline-offset: -2px;
  }
  .lines :global(td:has(> input, > select)) {
    padding: 0;
    outline: 2px solid var(--brass);
    outline-offset: -2px;
    overflow: visible;
  }
  .lines :global(td.range) {
    background: var(--petrol-wash);
  }
  .lines :global(td.wrong) {
    box-shadow: inset 0 0 0 1.5px var(--madder);
  }
  .lines :global(td.what small) {
    color: var(--stone);
    font-size: 11.5px;
    margin-left: 8px;
  }
  .lines :global(td.ready),
  .lines :global(td.counts) {
    font-size: 12.5px;
  }
  .lines :global(td.counts) {
    color: var(--stone);
  }
  .lines :global(td.own) {
    font-weight: 600;
  }
  .lines :global(td.strong) {
    font-weight: 600;
  }
  .lines :global(tr.uncounted td) {
    color: var(--stone);
    font-style: italic;
  }
  .lines :global(tr.section td) {
    font-weight: 620;
    background: color-mix(in srgb, var(--rule) 32%, transparent);
    border-bottom-color: var(--rule-strong);
  }
  .lines :global(tr.section td.range) {
    background: var(--petrol-wash);
  }
  .lines :global(tr.note td.what) {
    font-family: 'Newsreader Variable', serif;
    font-size: 14.5px;
    color: var(--stone);
    white-space: pre-line;
  }
  .lines :global(tr.why td) {
    height: auto;
    padding-top: 2px;
    padding-bottom: 3px;
    font-size: 12px;
    white-space: normal;
  }
  .lines :global(tr.why span) {
    margin-right: 14px;
  }
  .hint {
    color: var(--stone);
  }
  .new td {
    overflow: visible;
  }
  .said {
    font-size: 12.5px;
    color: var(--stone);
    min-height: 18px;
    margin: 3px 0;
  }
</style>
