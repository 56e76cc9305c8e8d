import { describe, expect, it } from 'vitest';
import { NEUTRAL, writesAs } from '$lib/ui/format';
import { Editor } from './editor.svelte';
import { Grid } from './grid.svelte';
import { home, line, view } from './testing';
import type { LineForm } from './lines';

function grid(lines: LineForm[], locked = false) {
  const editor = new Editor(view('0.00', lines), home());
  return new Grid(editor, () => locked);
}
const three = () => [line('a'), line('b'), line('c')];
const at = (g: Grid) => `${g.row} ${g.column}`;

describe('moving about', () => {
  it('goes from cell to cell and stops at the edges', () => {
    const g = grid(three());
    g.go(0, 'quantity');
    g.down(-1);
    expect(at(g)).toBe('0 quantity');
    g.down(1);
    g.sideways(1);
    expect(at(g)).toBe('1 list');
    g.edge('End', false);
    g.sideways(1);
    expect(at(g)).toBe('1 margin');
    g.edge('Home', true);
    expect(at(g)).toBe('0 code');
    g.edge('End', true);
    expect(at(g)).toBe('3 code');
    g.page(-1);
    expect(g.row).toBe(0);
  });

  it('opens a figure as the country writes it, and a code as it is', () => {
    writesAs({ ...NEUTRAL, decimal: ',', group: '.' });
    const g = grid([line('a', { product: '12.5', quantity: '1.5', unitPrice: '379.05' })]);
    const opened = (column: 'quantity' | 'price' | 'code') => {
      g.go(0, column);
      g.edit();
      const text = g.editing?.text;
      g.cancel();
      return text;
    };
    expect([opened('quantity'), opened('price'), opened('code')]).toEqual(['1,5', '379,05', '12.5']);
    expect(g.editor.lines[0]?.quantity).toBe('1.5');
    writesAs(NEUTRAL);
  });

  it('goes on a heading only to what it has', () => {
    const g = grid([line('a'), line('s', { kind: 'section' }), line('b')]);
    g.go(0, 'discount');
    g.down(1);
    expect(at(g)).toBe('1 what');
    g.sideways(1);
    expect(at(g)).toBe('1 final');
  });

  it('tabs over what can be typed in, and leaves the grid at its end', () => {
    const g = grid([line('a', { product: null })]);
    g.go(0, 'code');
    const been = ['code'];
    while (g.tab(1)) been.push(g.row === 0 ? g.column : 'new');
    expect(been).toEqual(['code', 'what', 'quantity', 'list', 'price', 'discount', 'counts', 'ready', 'new']);
    g.go(0, 'code');
    expect(g.tab(-1)).toBe(false);
  });

  it('passes over the list price of a product, which is the catalogue’s', () => {
    const g = grid(three());
    g.go(0, 'quantity');
    g.tab(1);
    expect(g.column).toBe('price');
  });

  it('has no open row where nothing may be changed', () => {
    const g = grid(three(), true);
    g.edge('End', true);
    expect(at(g)).toBe('2 margin');
    g.edit('5');
    expect(g.editing).toBeNull();
  });
});

describe('ranges', () => {
  it('are chosen from where one was to where one goes', () => {
    const g = grid(three());
    g.go(0, 'quantity');
    g.down(1, true);
    g.sideways(1, true);
    g.sideways(1, true);
    expect(g.span).toEqual([0, 1]);
    expect(g.columns).toEqual(['quantity', 'list', 'price']);
    expect(g.chosen.map((l) => l.id)).toEqual(['a', 'b']);
    expect(g.spanAt(1)).toBe('quantity list price');
    expect(g.spanAt(2)).toBe('');
    g.go(0, 'code');
    expect(g.isRange).toBe(false);
  });

  it('are cleared, save what a line cannot be without', async () => {
    const g = grid([line('a', { quantity: '5', discountPercent: '3' })]);
    g.go(0, 'code');
    g.chooseRow();
    g.clear();
    expect(g.editor.lines[0]).toMatchObject({ product: 'P-a', quantity: '', discountPercent: null });
    await g.editor.undo();
    expect(g.editor.lines[0]).toMatchObject({ quantity: '5', discountPercent: '3' });
  });

  it('are filled down from their first row, a single cell from the one above', () => {
    const g = grid([
      line('a', { quantity: '7', discountPercent: '2' }),
      line('b'),
      line('c', { unitPrice: '3' })
    ]);
    g.go(0, 'quantity');
    g.go(2, 'discount', true);
    g.fillDown();
    expect(g.editor.lines.map((l) => l.quantity)).toEqual(['7', '7', '7']);
    expect(g.editor.lines.map((l) => l.discountPercent)).toEqual(['2', '2', '2']);
    expect(g.editor.lines[2]?.unitPrice).toBeNull();
    g.editor.remove(0);
    g.go(1, 'quantity');
    void g.editor.change(['b'], (l) => ({ ...l, quantity: '4' }));
    g.fillDown();
    expect(g.editor.lines[1]?.quantity).toBe('4');
  });

  it('move as a whole and stay chosen', () => {
    const g = grid(three());
    g.go(0, 'quantity');
    g.down(1, true);
    g.shift(1);
    expect(g.editor.lines.map((l) => l.id).join('')).toBe('cab');
    expect(g.span).toEqual([1, 2]);
    g.shift(1);
    expect(g.span).toEqual([1, 2]);
  });

  it('are removed and duplicated', () => {
    const g = grid(three());
    g.go(0, 'quantity');
    g.down(1, true);
    g.duplicateChosen();
    expect(g.editor.lines.map((l) => l.product)).toEqual(['P-a', 'P-b', 'P-a', 'P-b', 'P-c']);
    expect(g.row).toBe(2);
    g.go(0, 'quantity');
    g.down(3, true);
    g.removeChosen();
    expect(g.editor.lines.map((l) => l.id)).toEqual(['c']);
    expect(g.editor.removed).toBe(4);
  });
});

describe('the open row', () => {
  it('stands at the end, or above a row where lines are put in', () => {
    const g = grid(three());
    expect(g.openRow).toBe(3);
    g.go(1, 'quantity');
    g.openAbove();
    expect(at(g)).toBe('1 code');
    expect(g.line).toBeUndefined();
    expect(g.lineAt(2)?.id).toBe('b');
    g.editor.insert(g.openRow, [line('x')]);
    g.putIn(1);
    expect(g.lineAt(1)?.product).toBe('P-x');
    expect(g.openRow).toBe(2);
    g.openAtEnd();
    expect(g.openRow).toBe(4);
  });

  it('is not among the chosen lines', () => {
    const g = grid(three());
    g.go(1, 'quantity');
    g.openAbove();
    g.go(0, 'quantity');
    g.go(2, 'quantity', true);
    expect(g.chosen.map((l) => l.id)).toEqual(['a', 'b']);
  });
});

describe('typing in a cell', () => {
  it('writes as it is typed, is one step back, and is left as it was by Escape', async () => {
    const g = grid(three());
    g.go(0, 'quantity');
    g.edit('4');
    g.typed('42');
    expect(g.editor.lines[0]?.quantity).toBe('42');
    g.cancel();
    expect(g.editor.lines[0]?.quantity).toBe('1');
    g.edit();
    expect(g.editing?.text).toBe('1');
    g.typed('8');
    g.done();
    expect(g.editor.lines[0]?.quantity).toBe('8');
    await g.editor.undo();
    expect(g.editor.lines[0]?.quantity).toBe('1');
  });

  it('is no step back when nothing was typed', () => {
    const g = grid(three());
    g.go(0, 'quantity');
    g.edit();
    g.done();
    g.edit();
    g.cancel();
    expect(g.editor.canUndo).toBe(false);
  });

  it('does not begin where nothing can be typed', () => {
    const g = grid(three());
    g.go(0, 'final');
    g.edit('4');
    expect(g.editing).toBeNull();
    expect(g.editor.canUndo).toBe(false);
  });
});
