import type { Editor } from './editor.svelte';
import type { Grid } from './grid.svelte';
import type { Hooks } from './keyboard';
import { mayType, type Column } from './lines';

/** The mouse in the grid: cells and ranges are chosen, rows are dragged by their numbers. */
export class Pointer {
  #dragged: [first: number, last: number] | null = null;
  /** the row over which rows are held */
  over = $state<number | null>(null);

  constructor(
    private readonly editor: Editor,
    private readonly grid: Grid,
    private readonly hooks: Hooks
  ) {}

  press(event: MouseEvent) {
    const { grid } = this;
    const target = event.target as HTMLElement;
    const handle = target.closest<HTMLElement>('[data-handle]');
    if (handle) return this.#takeHold(Number(handle.dataset['handle']));
    const there = cellOf(event);
    if (!there || target.closest('input, select, [role="option"]')) return;
    if (grid.editing) grid.done();
    const isAt = grid.row === there.row && grid.column === there.column && !grid.isRange;
    const isOn = isAt || isThumb();
    grid.go(there.row, there.column, event.shiftKey);
    // A second press on the same cell begins to type; the open row at once.
    const begins = !event.shiftKey && !this.hooks.locked() && (isOn || !grid.line);
    if (begins && mayType(grid.line, grid.column)) {
      event.preventDefault();
      grid.edit(grid.line ? undefined : '');
    } else if (!target.closest('button')) {
      event.preventDefault();
      this.hooks.land();
    }
  }

  /** The row of a number is chosen, unless it is one of several that are chosen already. */
  #takeHold(row: number) {
    const { grid } = this;
    if (grid.isRange && grid.chosen.some((line) => line.id === grid.lineAt(row)?.id)) return;
    grid.go(row, 'code');
    grid.chooseRow();
  }

  move(event: MouseEvent) {
    const { grid } = this;
    if (event.buttons !== 1 || this.#dragged || grid.editing) return;
    const there = cellOf(event);
    if (there && (there.row !== grid.row || there.column !== grid.column))
      grid.go(there.row, there.column, true);
  }

  lift(event: DragEvent) {
    if (!this.grid.indexes || this.hooks.locked()) return;
    this.#dragged = this.grid.indexes;
    event.dataTransfer?.setData('text/plain', '');
    if (event.dataTransfer) event.dataTransfer.effectAllowed = 'move';
  }

  hover(event: DragEvent) {
    const row = (event.target as HTMLElement).closest('tr')?.querySelector<HTMLElement>('[data-handle]');
    if (!this.#dragged || !row) return;
    event.preventDefault();
    this.over = Number(row.dataset['handle']);
  }

  drop(event: DragEvent) {
    event.preventDefault();
    const { grid, editor } = this;
    const index = this.over === null ? null : (grid.indexAt(this.over) ?? editor.lines.length - 1);
    if (this.#dragged && index !== null) {
      const [from, to] = this.#dragged;
      if (index < from || index > to) {
        const target = index > to ? index - (to - from) : index;
        editor.move(from, to, target);
        grid.go(grid.rowOf(target), 'code');
        grid.chooseRow();
        this.hooks.land();
      }
    }
    this.end();
  }

  end() {
    this.#dragged = null;
    this.over = null;
  }
}

/** A thumb has no second press: what it touches it wants to change. */
function isThumb(): boolean {
  return typeof matchMedia === 'function' && matchMedia('(pointer: coarse)').matches;
}

function cellOf(event: Event): { row: number; column: Column } | null {
  const cell = (event.target as HTMLElement).closest<HTMLElement>('[data-row]');
  return cell ? { row: Number(cell.dataset['row']), column: cell.dataset['column'] as Column } : null;
}
