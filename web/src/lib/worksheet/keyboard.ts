import type { Editor } from './editor.svelte';
import type { Grid } from './grid.svelte';
import { isLine, mayType, type Column } from './lines';

/** What a key does that is not the grid's alone. */
export type Hooks = {
  locked: () => boolean;
  /** puts the focus where one is now */
  land: () => void;
  onWorking: (of: string) => void;
};

/** The figure that a column's working is of. */
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

/** The keys of the grid: moving, choosing, typing, and what is done with rows. */
export class Keyboard {
  readonly #moves: Record<string, (extend: boolean, ctrl: boolean) => void>;
  readonly #alt: Record<string, () => void>;
  readonly #plain: Record<string, (shift: boolean) => void>;
  readonly #ctrl: Record<string, () => void>;

  constructor(
    private readonly editor: Editor,
    private readonly grid: Grid,
    private readonly hooks: Hooks
  ) {
    this.#moves = {
      ArrowDown: (extend, ctrl) => (ctrl ? grid.edge('End', true, extend) : grid.down(1, extend)),
      ArrowUp: (extend, ctrl) => (ctrl ? grid.edge('Home', true, extend) : grid.down(-1, extend)),
      ArrowLeft: (extend, ctrl) => (ctrl ? grid.edge('Home', false, extend) : grid.sideways(-1, extend)),
      ArrowRight: (extend, ctrl) => (ctrl ? grid.edge('End', false, extend) : grid.sideways(1, extend)),
      Home: (extend, ctrl) => grid.edge('Home', ctrl, extend),
      End: (extend, ctrl) => grid.edge('End', ctrl, extend),
      PageDown: (extend) => grid.page(1, extend),
      PageUp: (extend) => grid.page(-1, extend)
    };
    this.#alt = {
      ArrowUp: () => grid.shift(-1),
      ArrowDown: () => grid.shift(1),
      s: () => this.#words('section'),
      n: () => this.#words('note')
    };
    this.#plain = {
      F8: () => this.explain(),
      F2: () => grid.edit(),
      Enter: (shift) => this.#enter(shift),
      Delete: () => grid.clear(),
      Backspace: () => grid.clear(),
      Insert: () => grid.openAbove(),
      Escape: () => {
        grid.openAtEnd();
        grid.go(grid.row, grid.column);
      }
    };
    this.#ctrl = { Delete: () => grid.removeChosen(), d: () => grid.fillDown(), a: () => grid.chooseAll() };
  }

  /** Opens the working of the figure where one is. */
  explain() {
    const { grid, editor } = this;
    const index = grid.indexAt(grid.row);
    const of = WORKINGS[grid.column];
    if (grid.line?.kind === 'section' && grid.column !== 'what')
      this.hooks.onWorking(`sections[${grid.line.id}].${of === 'final' ? 'contract' : of}`);
    else if (index !== null && grid.line && isLine(grid.line) && of)
      this.hooks.onWorking(`lines[${editor.place(index)}].${of}`);
  }

  press(event: KeyboardEvent) {
    const taken = this.grid.editing ? this.#whileTyping(event) : this.#whileMoving(event);
    if (taken === 'ours') {
      event.preventDefault();
      event.stopPropagation();
      this.hooks.land();
    } else if (taken === 'the cell’s') event.stopPropagation();
  }

  #whileMoving(event: KeyboardEvent): 'ours' | 'the cell’s' | 'others' {
    const { grid } = this;
    const { key, shiftKey: shift, altKey: alt } = event;
    const ctrl = event.ctrlKey || event.metaKey;
    if (alt) {
      // With Alt some keyboards write another letter; the key is meant.
      const act = this.#alt[/^Key([A-Z])$/.exec(event.code)?.[1]?.toLowerCase() ?? key];
      if (this.hooks.locked() || !act) return 'others';
      if (shift && key === 'ArrowDown') grid.duplicateChosen();
      else act();
      return 'ours';
    }
    if (this.#moves[key]) this.#moves[key](shift, ctrl);
    else if (key === 'Tab' && !ctrl) return grid.tab(shift ? -1 : 1) ? 'ours' : 'others';
    else if (ctrl && this.#ctrl[key]) this.#ctrl[key]();
    else if (!ctrl && this.#plain[key]) this.#plain[key](shift);
    else if (key === ' ' && shift) grid.chooseRow();
    else if (key.length === 1 && !ctrl) return this.#letter(event);
    else return 'others';
    return 'ours';
  }

  /** A plain letter is meant for the cell, not for the screen. */
  #letter(event: KeyboardEvent): 'the cell’s' | 'others' {
    const { grid } = this;
    if (this.hooks.locked() || event.key === '?') return 'others';
    if (grid.beginsNext(event.key)) {
      event.preventDefault();
      grid.next(event.key);
    } else if (mayType(grid.line, grid.column)) {
      event.preventDefault();
      grid.edit(grid.column === 'counts' ? undefined : event.key);
    }
    return 'the cell’s';
  }

  #words(kind: 'section' | 'note') {
    const { grid, editor } = this;
    const at = grid.indexAt(grid.row) ?? grid.openRow;
    editor.insertWords(at, kind, kind === 'section' ? 'New section' : 'Note');
    grid.go(grid.rowOf(at), 'what');
    grid.edit();
  }

  #enter(back: boolean) {
    const { grid } = this;
    if (!mayType(grid.line, grid.column) && !back) this.explain();
    else if (grid.line === undefined) grid.edit('');
    else grid.down(back ? -1 : 1);
  }

  /** The keys of a cell that is typed in; those of the code are its list's. */
  #whileTyping(event: KeyboardEvent): 'ours' | 'the cell’s' | 'others' {
    const { grid } = this;
    const now = grid.editing;
    if (!now || now.column === 'code') return 'others';
    const { key, shiftKey: shift } = event;
    const ctrl = event.ctrlKey || event.metaKey;
    const arrow = key.startsWith('Arrow') && !shift && !ctrl && now.leaves && now.column !== 'counts';
    if (!ctrl && !event.altKey && grid.beginsNext(key)) grid.next(key);
    else if (key === 'Escape' || (ctrl && key === 'z')) grid.cancel();
    else if (key === 'Enter' && !ctrl) this.#leave(() => grid.down(shift ? -1 : 1));
    else if (key === 'Tab') this.#leave(() => void grid.tab(shift ? -1 : 1));
    else if (arrow) this.#leave(() => this.#moves[key]?.(false, false));
    else if (ctrl && (key === 's' || key === 'Enter')) {
      // Saving and sending are the screen's; what is typed goes with them.
      grid.done();
      this.hooks.land();
      return 'others';
    } else return 'the cell’s';
    return 'ours';
  }

  #leave(move: () => void) {
    this.grid.done();
    move();
  }
}
