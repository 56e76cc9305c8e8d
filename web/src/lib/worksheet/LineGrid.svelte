<script lang="ts">
  import { tick } from 'svelte';
  import type { Schemas } from '$lib/api/client';
  import { session } from '$lib/shell/session.svelte';
  import GridRow from './GridRow.svelte';
  import PastePreview from './PastePreview.svelte';
  import PickList from './PickList.svelte';
  import SizeTable from './SizeTable.svelte';
  import type { Editor } from './editor.svelte';
  import { OWN_ROWS, cells, copied, copiedRows, overwritten, ownRows } from './clipboard';
  import { setGrid } from './context';
  import type { Grid } from './grid.svelte';
  import { Keyboard } from './keyboard';
  import { Pointer } from './pointer.svelte';
  import { templateOf } from './widths';
  import { COLUMN, GROUP, HEADER, ROW } from './roles';
  import { COLUMNS, blank, inPlaceOf, type Column, type LineForm } from './lines';
  /** The lines as a grid that is worked like a spreadsheet. */
  let {
    editor,
    grid,
    locked,
    onWorking
  }: { editor: Editor; grid: Grid; locked: boolean; onWorking: (of: string) => void } = $props();
  // svelte-ignore state_referenced_locally
  setGrid(grid);
  let table: HTMLTableElement;
  let sizes = $state<number | null>(null);
  let said = $state('');
  const HEADS: [Column, string, string][] = [
    ['code', 'Code', ''],
    ['what', 'Description', ''],
    ['quantity', 'Qty', 'figure'],
    ['list', 'List', 'figure'],
    ['price', 'Price', 'figure'],
    ['discount', 'Discount %', 'figure'],
    ['counts', 'Line type', ''],
    ['ready', 'Availability', ''],
    ['final', 'Line total', 'figure'],
    ['margin', 'Margin', 'figure']
  ];

  const layout = $derived(
    templateOf(editor.lines, (id) => editor.of(id), grid.column, session.company?.minorDigits ?? 2)
  );

  /** Puts the focus where one is, once it is drawn. */
  async function land() {
    await tick();
    const cell = table.querySelector<HTMLElement>(`[data-row="${grid.row}"][data-column="${grid.column}"]`);
    // What is typed in is where the keys go.
    const box = grid.editing ? cell?.querySelector<HTMLElement>('input, select') : null;
    (box ?? cell)?.focus();
    cell?.scrollIntoView({ block: 'nearest', inline: 'nearest' });
  }
  $effect(() => {
    grid.onLand = () => void land();
  });

  const hooks = { locked: () => locked, land: () => void land(), onWorking: (of: string) => onWorking(of) };
  // svelte-ignore state_referenced_locally
  const keyboard = new Keyboard(editor, grid, hooks);
  // svelte-ignore state_referenced_locally
  const pointer = new Pointer(editor, grid, hooks);

  // The clipboard.

  function copy(event: ClipboardEvent) {
    if (grid.editing) return;
    const lines = grid.chosen;
    if (lines.length === 0) return;
    const whole = grid.columns.length === COLUMNS.length;
    const text = whole ? copiedRows(lines) : copied(lines, (id) => editor.of(id), grid.columns);
    event.clipboardData?.setData('text/plain', text);
    if (whole) event.clipboardData?.setData(OWN_ROWS, JSON.stringify(lines));
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
    const ours = ownRows(event.clipboardData?.getData(OWN_ROWS));
    if (ours && (index === null || grid.column === 'code')) {
      add(ours, index);
      return;
    }
    if (index !== null && grid.column !== 'code') {
      const block = cells(text);
      const span = grid.indexes ?? [index, index];
      const fits = editor.lines.length - span[0];
      if (block.length > fits) said = `${fits} of ${block.length} pasted rows fit: there are no more lines.`;
      await editor.edit((t) => ({
        ...t,
        lines: overwritten(t.lines, span[0], grid.columns[0] ?? grid.column, block, span[1] - span[0] + 1)
      }));
      return;
    }
    try {
      const pasted = await editor.readPasted(text, []);
      if (pasted.lines.length === 0) said = 'There are no rows in what was copied.';
      else if (pasted.unknown.length > 0 || pasted.doubts.length > 0) checking = { text, pasted, index };
      else add(pasted.lines, index);
    } catch (thrown) {
      said = thrown instanceof Error ? thrown.message : 'These rows are not valid.';
    }
    void land();
  }

  /** What was pasted and is not understood at once: it is shown before anything is kept. */
  let checking = $state.raw<{ text: string; pasted: Schemas['Pasted']; index: number | null } | null>(null);

  function add(rows: readonly LineForm[], index: number | null) {
    place(rows, index);
    said = rows.length === 1 ? '1 row pasted.' : `${rows.length} rows pasted.`;
  }

  /** Puts rows in at a line, or at the open row, and goes to the last of them. */
  function place(rows: readonly LineForm[], index: number | null) {
    const at = index ?? grid.openRow;
    editor.insert(at, rows);
    if (index === null) grid.putIn(rows.length);
    grid.go(grid.rowOf(at + rows.length - 1) + (index === null ? 1 : 0), 'code');
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
      void editor.change([line.id], (l) => inPlaceOf(l, first));
      editor.typing = '';
      void land();
      return;
    }
    put(picked.lines, picked.lines.length === 1);
  }

  function put(rows: readonly LineForm[], single: boolean) {
    const at = grid.openRow;
    editor.insert(at, rows);
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
      void editor.change([line.id], (l) => ({ ...inPlaceOf(l, blank('line', text)), listPrice: null }));
      editor.typing = '';
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

  function leave() {
    if (grid.editing?.column === 'code') grid.cancel();
  }

  function cancel() {
    leave();
    void land();
  }

  function tab(back: boolean) {
    leave();
    if (grid.tab(back ? -1 : 1)) void land();
  }
</script>

{#snippet code()}
  <PickList
    {editor}
    text={grid.editing?.text ?? ''}
    label={grid.line ? `code, row ${grid.row + 1}` : 'Add a line'}
    wordsToo={!grid.line}
    onPick={pick}
    onWords={own}
    onCancel={cancel}
    onLeave={leave}
    onTab={tab}
  />
{/snippet}
{#snippet openRow(row: number)}
  <tr {...ROW} class="new active" aria-rowindex={row + 2}>
    <th {...HEADER} class="handle" scope="row"><span class="sr-only">new</span></th>
    <td
      role="gridcell"
      class="open code"
      class:editing={grid.editing && grid.row === row}
      style:grid-column="span {COLUMNS.length}"
      data-row={row}
      data-column="code"
      tabindex={grid.row === row ? 0 : -1}
      aria-selected={grid.row === row}
    >
      {#if grid.editing && grid.row === row}{@render code()}
      {:else}<span class="hint"
          >{editor.lines.length === 0
            ? 'Type here to add the first line: product code or name, kit or template. Or paste rows.'
            : 'Add a line: product code or name, kit, template or size table'}</span
        >{/if}
    </td>
  </tr>
{/snippet}

<div class="scroll">
  <!-- The handlers are the grid's: its cells take the focus. -->
  <table
    bind:this={table}
    class="ledger lines"
    style:--columns={layout.template}
    style:--least="{layout.least}px"
    role="grid"
    aria-label="Lines"
    aria-rowcount={grid.rows + 1}
    aria-multiselectable="true"
    onkeydown={(e) => keyboard.press(e)}
    onmousedown={(e) => pointer.press(e)}
    onmouseover={(e) => pointer.move(e)}
    onfocus={() => undefined}
    oncopy={copy}
    oncut={copy}
    onpaste={paste}
    ondragstart={(e) => pointer.lift(e)}
    ondragover={(e) => pointer.hover(e)}
    ondrop={(e) => pointer.drop(e)}
    ondragend={() => pointer.end()}
  >
    <thead {...GROUP}>
      <tr {...ROW} aria-rowindex={1}>
        <th {...COLUMN} class="handle"><span class="sr-only">Row</span></th>
        {#each HEADS as [column, label, classes] (column)}<th
            {...COLUMN}
            class={classes}
            class:slit={layout.slits.includes(column)}
            title={label}>{label}</th
          >{/each}
      </tr>
    </thead>
    <tbody {...GROUP}>
      {#each editor.lines as line, index (line.id)}
        {@const row = grid.rowOf(index)}
        {#if !locked && index === grid.openRow}{@render openRow(grid.openRow)}{/if}
        <GridRow
          {editor}
          {line}
          view={editor.of(line.id)}
          {row}
          number={index + 1}
          active={grid.row === row ? grid.column : null}
          over={pointer.over === row}
          span={grid.spanAt(row)}
          editing={grid.row === row ? grid.editing : null}
          {locked}
          children={code}
          {onWorking}
        />
      {/each}
      {#if !locked && grid.openRow >= editor.lines.length}{@render openRow(editor.lines.length)}{/if}
      {#if locked && editor.lines.length === 0}<tr {...ROW}
          ><td role="gridcell" style:grid-column="span {COLUMNS.length + 1}" class="quiet">No lines.</td></tr
        >{/if}
    </tbody>
  </table>
</div>
<p class="said" role="status">{said}</p>
{#if checking}
  {@const { text, pasted, index } = checking}
  <PastePreview
    {pasted}
    read={(columns: string[]) => editor.readPasted(text, columns)}
    onAdd={(rows: readonly LineForm[]) => add(rows, index)}
    onClose={() => {
      checking = null;
      void land();
    }}
  />
{/if}
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
    contain: paint;
  }
  /*
   * Each row is a grid of its own, so that of 300 lines only those in sight are laid out and painted. The roles say
   * what the elements no longer say by themselves.
   */
  .lines,
  .lines thead,
  .lines tbody {
    display: block;
  }
  .lines {
    min-width: var(--least);
  }
  .lines :global(tr) {
    display: grid;
    grid-template-columns: var(--columns);
    content-visibility: auto;
    contain-intrinsic-block-size: auto 31px;
  }
  .lines :global(tr.active) {
    content-visibility: visible;
  }
  .lines :global(th.handle) {
    text-align: right;
    color: var(--stone);
    font-weight: 400;
    font-size: var(--type-small);
    padding: 6px 6px 0 2px;
    cursor: grab;
    user-select: none;
    border-bottom-color: var(--rule);
  }
  .lines th:not(.handle) {
    padding-left: 6px;
    padding-right: 6px;
    overflow: hidden;
    white-space: nowrap;
  }
  .lines th.slit {
    color: transparent;
  }
  .lines :global(td) {
    height: 31px;
    padding: 5px 6px;
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
  .lines :global(td.editing) {
    padding: 0;
    outline: 2px solid var(--brass);
    outline-offset: -2px;
    overflow: visible;
  }
  .lines :global(tr.over) {
    box-shadow: inset 0 2px 0 var(--brass);
  }
  .lines :global(td.range) {
    background: var(--petrol-wash);
  }
  .lines :global(td.wrong) {
    box-shadow: inset 0 0 0 1.5px var(--madder);
  }
  .lines :global(td.ready),
  .lines :global(td.counts) {
    font-size: var(--type-small);
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
    font-size: var(--type-text);
    color: var(--stone);
    white-space: pre-line;
  }
  .lines :global(tr.why td) {
    height: auto;
    padding-top: 2px;
    padding-bottom: 3px;
    font-size: var(--type-small);
    white-space: normal;
  }
  .lines :global(tr.why span) {
    margin-right: 14px;
  }
  .hint {
    color: var(--stone);
  }
  /* On a phone each line is a card: what it is and its total, then what is typed, then what helps. */
  @media (max-width: 640px) {
    .lines {
      min-width: 0;
    }
    .lines thead {
      display: none;
    }
    .lines :global(tr) {
      grid-template-columns: 34px 1fr 1fr 1fr;
      contain-intrinsic-block-size: auto 130px;
      border-bottom: 1px solid var(--rule-strong);
    }
    .lines :global(th.handle) {
      grid-row: 1 / span 4;
      padding-top: 12px;
      border-bottom: 0;
    }
    .lines :global(td) {
      height: auto;
      min-height: 28px;
      border: 0;
      text-align: left;
    }
    .lines :global(td[data-column='code']) {
      grid-area: 1 / 2 / 2 / 4;
      font-weight: 560;
    }
    .lines :global(td[data-column='final']) {
      grid-area: 1 / 4 / 2 / 5;
      text-align: right;
    }
    .lines :global(td[data-column='what']) {
      grid-column: 2 / -1 !important;
      grid-row: 2;
      white-space: normal;
    }
    .lines :global(tr.line td[data-column='quantity']),
    .lines :global(tr.line td[data-column='price']),
    .lines :global(tr.line td[data-column='discount']) {
      grid-row: 3;
      min-height: 44px;
      padding: 3px 6px;
      background: color-mix(in srgb, var(--rule) 22%, transparent);
      border-right: 1px solid var(--paper);
    }
    .lines :global(tr.line td[data-column='quantity']::before),
    .lines :global(tr.line td[data-column='price']::before),
    .lines :global(tr.line td[data-column='discount']::before) {
      display: block;
      font-size: var(--type-tiny);
      color: var(--stone);
    }
    .lines :global(tr.line td[data-column='quantity']::before) {
      content: 'Quantity';
    }
    .lines :global(tr.line td[data-column='price']::before) {
      content: 'Price';
    }
    .lines :global(tr.line td[data-column='discount']::before) {
      content: 'Discount %';
    }
    .lines :global(td[data-column='list']) {
      display: none;
    }
    .lines :global(tr.line td[data-column='counts']),
    .lines :global(tr.line td[data-column='ready']),
    .lines :global(tr.line td[data-column='margin']) {
      grid-row: 4;
      color: var(--stone);
      font-size: var(--type-small);
    }
    .lines :global(td.editing input) {
      min-height: 40px;
      font-size: 16px;
    }
    .lines :global(tr.why td),
    .new td {
      grid-column: 2 / -1 !important;
    }
  }
  .new td {
    overflow: visible;
  }
  .said {
    font-size: var(--type-small);
    color: var(--stone);
    min-height: 18px;
    margin: 3px 0;
  }
</style>
