import type { Schemas } from '$lib/api/client';
import { OWN_ROWS, cells, copied, copiedRows, overwritten, ownRows } from './clipboard';
import type { Editor } from './editor.svelte';
import type { Grid } from './grid.svelte';
import type { Hooks } from './keyboard';
import { COLUMNS, type LineForm } from './lines';

/** What was pasted and is not understood at once: it is shown before anything is kept. */
export type Checking = { text: string; pasted: Schemas['Pasted']; index: number | null };

/** Copying and pasting in the grid: cells over cells, rows as rows. */
export class Clipboard {
  /** what came of it, in words */
  said = $state('');
  checking = $state.raw<Checking | null>(null);

  constructor(
    private readonly editor: Editor,
    private readonly grid: Grid,
    private readonly hooks: Hooks
  ) {}

  copy(event: ClipboardEvent) {
    const { editor, grid } = this;
    if (grid.editing) return;
    const lines = grid.chosen;
    if (lines.length === 0) return;
    const whole = grid.columns.length === COLUMNS.length;
    const text = whole ? copiedRows(lines) : copied(lines, (id) => editor.of(id), grid.columns);
    event.clipboardData?.setData('text/plain', text);
    if (whole) event.clipboardData?.setData(OWN_ROWS, JSON.stringify(lines));
    event.preventDefault();
    if (event.type === 'cut' && !this.hooks.locked()) {
      if (whole) grid.removeChosen();
      else grid.clear();
      this.hooks.land();
    }
  }

  async paste(event: ClipboardEvent) {
    const { editor, grid } = this;
    if (grid.editing || this.hooks.locked()) return;
    const text = event.clipboardData?.getData('text/plain') ?? '';
    if (!text.trim()) return;
    event.preventDefault();
    this.said = '';
    const index = grid.indexAt(grid.row);
    const ours = ownRows(event.clipboardData?.getData(OWN_ROWS));
    if (ours && (index === null || grid.column === 'code')) return this.add(ours, index);
    if (index !== null && grid.column !== 'code') return this.#overwrite(cells(text), index);
    try {
      const pasted = await editor.readPasted(text, []);
      if (pasted.lines.length === 0) this.said = 'There are no rows in what was copied.';
      else if (pasted.unknown.length > 0 || pasted.doubts.length > 0) this.checking = { text, pasted, index };
      else this.add(pasted.lines, index);
    } catch (thrown) {
      this.said = thrown instanceof Error ? thrown.message : 'These rows are not valid.';
    }
    if (!this.checking) this.hooks.land();
  }

  /** Writes a block of cells over those there are, from where one is. */
  async #overwrite(block: readonly (readonly string[])[], index: number) {
    const { editor, grid } = this;
    const span = grid.indexes ?? [index, index];
    const fits = editor.lines.length - span[0];
    if (block.length > fits)
      this.said = `${fits} of ${block.length} pasted rows fit: there are no more lines.`;
    await editor.edit((t) => ({
      ...t,
      lines: overwritten(t.lines, span[0], grid.columns[0] ?? grid.column, block, span[1] - span[0] + 1)
    }));
  }

  /** Puts rows in at a line, or at the open row, and goes to the last of them. */
  add(rows: readonly LineForm[], index: number | null) {
    const { editor, grid } = this;
    const at = index ?? grid.openRow;
    editor.insert(at, rows);
    if (index === null) grid.putIn(rows.length);
    grid.go(grid.rowOf(at + rows.length - 1) + (index === null ? 1 : 0), 'code');
    this.said = rows.length === 1 ? '1 row pasted.' : `${rows.length} rows pasted.`;
    this.hooks.land();
  }
}
