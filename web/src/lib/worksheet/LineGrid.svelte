<script lang="ts">
  import './lines.css';
  import { tick } from 'svelte';
  import type { Schemas } from '$lib/api/client';
  import { session } from '$lib/shell/session.svelte';
  import GridRow from './GridRow.svelte';
  import PickList from './PickList.svelte';
  import type { Editor } from './editor.svelte';
  import { Clipboard } from './board.svelte';
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

  // svelte-ignore state_referenced_locally
  const board = new Clipboard(editor, grid, hooks);

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
    if (single) grid.goToQuantity(at);
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

<!-- What is only read has no cell to take the focus: then the lines themselves are scrolled by keys. -->
<!-- svelte-ignore a11y_no_noninteractive_tabindex -->
<div
  class="lines-scroll"
  tabindex={locked ? 0 : undefined}
  role="region"
  aria-label="Lines, scrolled sideways"
>
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
    oncopy={(e) => board.copy(e)}
    oncut={(e) => board.copy(e)}
    onpaste={(e) => void board.paste(e)}
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
<p class="said" role="status">{board.said}</p>
{#if board.checking}
  {@const { text, pasted, index } = board.checking}
  {#await import('./PastePreview.svelte') then { default: PastePreview }}<PastePreview
      {pasted}
      read={(columns: string[]) => editor.readPasted(text, columns)}
      onAdd={(rows: readonly LineForm[]) => board.add(rows, index)}
      onClose={() => {
        board.checking = null;
        void land();
      }}
    />{/await}
{/if}
{#if sizes !== null}
  {#await import('./SizeTable.svelte') then { default: SizeTable }}<SizeTable
      id={sizes}
      onClose={() => {
        sizes = null;
        void land();
      }}
      onPut={(rows: LineForm[]) => {
        sizes = null;
        put(rows, false);
      }}
    />{/await}
{/if}
