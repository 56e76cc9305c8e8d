import { bare } from '$lib/ui/format';
import type { Editor } from './editor.svelte';
import {
  COLUMNS,
  columnsOf,
  counting,
  countings,
  countsAs,
  fieldOf,
  isLine,
  mayType,
  type Column,
  type LineForm
} from './lines';

/** A cell that is being typed in. */
export type Editing = {
  column: Column;
  text: string;
  /** whether arrows leave the cell, as when it was begun by typing over it */
  leaves: boolean;
};

const HAVE_FIGURES = new Set<Column>(['quantity', 'list', 'price', 'discount']);
const PAGE = 12;

/**
 * Where one is in the grid. Rows are those shown: the lines and, where a line can be added, an open row. The open row
 * stands at the end unless lines are put in further up.
 */
export class Grid {
  row = $state(0);
  column = $state<Column>('code');
  #anchorRow = $state(0);
  #anchorColumn = $state<Column>('code');
  editing = $state.raw<Editing | null>(null);
  #openAt = $state<number | null>(null);
  /** the row of the line that was just put in, while its quantity is the cell where one is */
  #justPut = $state<number | null>(null);
  /** puts the focus where one is; the grid on the screen sets it */
  onLand: () => void = () => undefined;

  constructor(
    readonly editor: Editor,
    private readonly locked: () => boolean
  ) {}

  /** The row of the open line; beyond the end where nothing can be added. */
  get openRow(): number {
    return Math.min(this.#openAt ?? this.editor.lines.length, this.editor.lines.length);
  }

  get rows(): number {
    return this.editor.lines.length + (this.locked() ? 0 : 1);
  }

  /** The line at a row; none at the open one. */
  lineAt(row: number): LineForm | undefined {
    const index = this.indexAt(row);
    return index === null ? undefined : this.editor.lines[index];
  }

  /** Where the line of a row stands among the lines. */
  indexAt(row: number): number | null {
    if (row === this.openRow) return null;
    return row > this.openRow ? row - 1 : row;
  }

  rowOf(index: number): number {
    return index >= this.openRow ? index + 1 : index;
  }

  get line(): LineForm | undefined {
    return this.lineAt(this.row);
  }

  /** The rows that are chosen, from the first to the last. */
  get span(): [first: number, last: number] {
    return [Math.min(this.row, this.#anchorRow), Math.max(this.row, this.#anchorRow)];
  }

  /** The columns that are chosen. */
  get columns(): Column[] {
    const [a, b] = [COLUMNS.indexOf(this.column), COLUMNS.indexOf(this.#anchorColumn)];
    return COLUMNS.slice(Math.min(a, b), Math.max(a, b) + 1);
  }

  /** The chosen lines, by their places; the open row is not among them. */
  get indexes(): [first: number, last: number] | null {
    const [first, last] = this.span;
    const rows = [];
    for (let row = first; row <= last; row++) {
      const index = this.indexAt(row);
      if (index !== null && index < this.editor.lines.length) rows.push(index);
    }
    return rows.length > 0 ? [rows[0] as number, rows.at(-1) as number] : null;
  }

  get chosen(): LineForm[] {
    const span = this.indexes;
    return span ? this.editor.lines.slice(span[0], span[1] + 1) : [];
  }

  get isRange(): boolean {
    return this.row !== this.#anchorRow || this.column !== this.#anchorColumn;
  }

  /** The chosen columns of a row as one text, so that only rows whose choice changes are drawn anew. */
  spanAt(row: number): string {
    const [first, last] = this.span;
    return this.isRange && row >= first && row <= last ? this.columns.join(' ') : '';
  }

  /** Goes to a cell; with `extend` the range up to it is chosen. */
  go(row: number, column: Column, extend = false) {
    this.#justPut = null;
    this.row = Math.max(0, Math.min(row, this.rows - 1));
    const has = columnsOf(this.lineAt(this.row));
    this.column = extend || has.includes(column) ? column : nearest(has, column);
    if (!extend) {
      this.#anchorRow = this.row;
      this.#anchorColumn = this.column;
    }
  }

  /** Goes to the quantity of a line that was just put in: there a letter already begins the next product. */
  goToQuantity(row: number) {
    this.go(row, 'quantity');
    this.#justPut = row;
  }

  /** Whether a letter typed here begins the next product; an x between digits multiplies. */
  beginsNext(key: string): boolean {
    if (this.#justPut !== this.row || this.column !== 'quantity') return false;
    const typed = this.editing?.text ?? '';
    return /^\p{L}$/u.test(key) && /^\d*$/.test(typed) && !(typed !== '' && /x/i.test(key));
  }

  /** Keeps what was typed, and looks for the next product from its first letter on. */
  next(letter: string) {
    this.done();
    this.go(this.openRow, 'code');
    this.edit(letter);
  }

  down(steps: number, extend = false) {
    this.go(this.row + steps, this.column, extend);
  }

  /** Steps sideways over the cells that the row has. */
  sideways(step: 1 | -1, extend = false) {
    const has = extend ? COLUMNS : columnsOf(this.line);
    const next = has[has.indexOf(this.column) + step];
    if (next) this.go(this.row, next, extend);
  }

  /** The next cell that can be typed in; false at the last one, so that Tab leaves the grid. */
  tab(step: 1 | -1): boolean {
    let row = this.row;
    let at = COLUMNS.indexOf(this.column) + step;
    while (row >= 0 && row < this.rows) {
      for (; at >= 0 && at < COLUMNS.length; at += step) {
        const column = COLUMNS[at] as Column;
        if (mayType(this.lineAt(row), column)) {
          this.go(row, column);
          return true;
        }
      }
      row += step;
      at = step > 0 ? 0 : COLUMNS.length - 1;
    }
    return false;
  }

  page(step: 1 | -1, extend = false) {
    this.down(step * PAGE, extend);
  }

  edge(which: 'Home' | 'End', whole: boolean, extend = false) {
    const row = whole ? (which === 'Home' ? 0 : this.rows - 1) : this.row;
    const has = columnsOf(this.lineAt(row));
    this.go(row, (which === 'Home' ? has[0] : has.at(-1)) ?? 'code', extend);
  }

  chooseRow() {
    this.#anchorColumn = 'code';
    this.column = 'margin';
  }

  chooseAll() {
    this.go(0, 'code');
    this.go(this.editor.lines.length - 1, 'margin', true);
  }

  /** Opens a row above the one where one is, for lines to be put in there. */
  openAbove() {
    if (this.locked()) return;
    this.#openAt = this.indexAt(this.row) ?? this.openRow;
    this.go(this.openRow, 'code');
  }

  /** The open row goes back to the end. */
  openAtEnd() {
    this.#openAt = null;
  }

  /** Lines were put in at the open row: it stays beneath them. */
  putIn(count: number) {
    if (this.#openAt !== null) this.#openAt += count;
  }

  /** Begins to type in the cell where one is; with a text, over what stands there. */
  edit(text?: string) {
    const line = this.line;
    if (this.locked() || !mayType(line, this.column)) return;
    const field = fieldOf(this.column);
    const now = line && field ? (line[field] ?? '') : line ? countsAs(line) : '';
    this.editor.endStep();
    this.editor.typing = line?.id ?? '';
    // As it is read beside it; nothing is sent unless something is typed.
    const read = HAVE_FIGURES.has(this.column) ? bare(now) : now;
    this.editing = { column: this.column, text: text ?? read, leaves: text !== undefined };
    if (text !== undefined && this.column !== 'code') this.typed(text);
  }

  /** What is typed in the cell changes the figures as it is typed; a code only once it is picked. */
  typed(text: string) {
    const editing = this.editing;
    const line = this.line;
    if (!editing) return;
    this.editing = { ...editing, text };
    const field = fieldOf(editing.column);
    if (line && field && field !== 'product') void this.editor.type(line.id, field, text);
  }

  /** Leaves the cell, keeping what was typed. */
  done() {
    const editing = this.editing;
    if (!editing) return;
    this.editing = null;
    if (editing.column === 'counts') this.count(editing.text);
    this.editor.typedOut();
  }

  /** Lets the chosen lines count in another way. */
  count(key: string) {
    const way = countings(this.editor.lines).find((c) => c.key === key);
    const isOther = this.chosen.some((line) => countsAs(line) !== key);
    if (!way || !isOther) return;
    this.editor.count(
      this.chosen.map((line) => line.id),
      way.counting
    );
  }

  /** Leaves the cell as it was. */
  cancel() {
    this.editing = null;
    this.editor.typing = '';
    void this.editor.abandon();
  }

  /** Clears what is typed in the chosen cells. */
  clear() {
    const columns = this.columns;
    const ids = this.chosen.filter(isLine).map((line) => line.id);
    if (this.locked() || ids.length === 0) return;
    void this.editor.change(ids, (line) => {
      let next = line;
      for (const column of columns) {
        const field = fieldOf(column);
        if (column === 'counts')
          next = { ...next, gift: false, optional: false, alternativeSet: null, chosen: false };
        else if (field && field !== 'product' && field !== 'description' && mayType(line, column))
          next = { ...next, [field]: field === 'quantity' ? '' : null };
      }
      return next;
    });
  }

  /** Copies the topmost chosen cells down; with one row chosen, those of the row above. */
  fillDown() {
    const span = this.indexes;
    if (this.locked() || !span) return;
    const source = span[0] === span[1] ? span[0] - 1 : span[0];
    const from = this.editor.lines[source];
    if (!from || !isLine(from)) return;
    const columns = this.columns;
    const ids = this.editor.lines
      .slice(source + 1, span[1] + 1)
      .filter(isLine)
      .map((line) => line.id);
    void this.editor.change(ids, (line) => filled(line, from, columns));
  }

  /** Moves the chosen rows up or down by one. */
  shift(step: 1 | -1) {
    const span = this.indexes;
    if (this.locked() || !span) return;
    const target = span[0] + step;
    if (target < 0 || span[1] + step >= this.editor.lines.length) return;
    this.editor.move(span[0], span[1], target);
    this.row = this.rowOf((this.indexAt(this.row) ?? span[0]) + step);
    this.#anchorRow = this.rowOf((this.indexAt(this.#anchorRow) ?? span[0]) + step);
  }

  removeChosen() {
    const span = this.indexes;
    if (this.locked() || !span) return;
    this.editor.remove(span[0], span[1]);
    this.go(this.rowOf(span[0]), this.column);
  }

  duplicateChosen() {
    const span = this.indexes;
    if (this.locked() || !span) return;
    this.editor.duplicate(span[0], span[1]);
    this.go(this.rowOf(span[1] + 1), this.column);
  }
}

function filled(line: LineForm, from: LineForm, columns: readonly Column[]): LineForm {
  let next = line;
  for (const column of columns) {
    if (column === 'counts')
      next = counting(next, {
        gift: from.gift,
        optional: from.optional,
        alternativeSet: from.alternativeSet ?? null,
        chosen: false
      });
    else if (column === 'price') next = { ...next, unitPrice: from.unitPrice ?? null, discountPercent: null };
    else if (column === 'discount')
      next = { ...next, discountPercent: from.discountPercent ?? null, unitPrice: null };
    else if (column === 'quantity') next = { ...next, quantity: from.quantity };
    else if (column === 'ready') next = { ...next, requestedOn: from.requestedOn ?? null };
    else if (column === 'list' && !next.product) next = { ...next, listPrice: from.listPrice ?? null };
  }
  // Both stand on no line: what the line it is taken from has, is given.
  if (columns.includes('price') && columns.includes('discount'))
    next = { ...next, unitPrice: from.unitPrice ?? null, discountPercent: from.discountPercent ?? null };
  return next;
}

function nearest(has: readonly Column[], column: Column): Column {
  const at = COLUMNS.indexOf(column);
  return has.findLast((c) => COLUMNS.indexOf(c) <= at) ?? has[0] ?? 'code';
}
