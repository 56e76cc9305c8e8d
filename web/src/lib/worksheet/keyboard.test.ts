import { describe, expect, it, vi } from 'vitest';
import { Editor } from './editor.svelte';
import { Grid } from './grid.svelte';
import { Keyboard } from './keyboard';
import { home, line, view } from './testing';

function set(locked = false) {
  const editor = new Editor(view('0.00', [line('a'), line('s', { kind: 'section' }), line('b')]), home());
  const grid = new Grid(editor, () => locked);
  const onWorking = vi.fn<(of: string) => void>();
  const land = vi.fn<() => void>();
  const keyboard = new Keyboard(editor, grid, { locked: () => locked, land, onWorking });
  const press = (key: string, more: KeyboardEventInit = {}) => {
    const event = new KeyboardEvent('keydown', { key, cancelable: true, bubbles: true, ...more });
    const stopped = vi.spyOn(event, 'stopPropagation');
    keyboard.press(event);
    return { prevented: event.defaultPrevented, stopped: stopped.mock.calls.length > 0 };
  };
  return { editor, grid, press, onWorking, land };
}

describe('the keys of the grid', () => {
  it('begin to type over a cell with a letter, which the screen then does not take for its own', () => {
    const { grid, press } = set();
    grid.go(0, 'quantity');
    expect(press('7')).toEqual({ prevented: true, stopped: true });
    expect(grid.editing).toMatchObject({ column: 'quantity', text: '7' });
    expect(press('x')).toEqual({ prevented: false, stopped: true });
  });

  it('begin the next product with a letter, from the quantity of one just put in', () => {
    const { editor, grid, press } = set();
    grid.goToQuantity(0);
    press('1');
    press('2');
    grid.typed('12');
    expect(press('x').prevented).toBe(false);
    expect(press('f')).toEqual({ prevented: true, stopped: true });
    expect(editor.lines[0]?.quantity).toBe('12');
    expect(grid.row).toBe(grid.openRow);
    expect(grid.editing).toMatchObject({ column: 'code', text: 'f' });
    grid.cancel();
    grid.goToQuantity(0);
    press('b');
    expect(grid.editing).toMatchObject({ column: 'code', text: 'b' });
    grid.cancel();
    grid.goToQuantity(0);
    grid.go(0, 'quantity');
    press('b');
    expect(grid.editing).toMatchObject({ column: 'quantity' });
  });

  it('leave letters to the screen where nothing may be changed, and the help always', () => {
    const locked = set(true);
    locked.grid.go(0, 'quantity');
    expect(locked.press('e').stopped).toBe(false);
    const open = set();
    open.grid.go(0, 'quantity');
    expect(open.press('?').stopped).toBe(false);
  });

  it('open the working of a figure with Enter, and of any cell with F8', () => {
    const { grid, press, onWorking } = set();
    grid.go(2, 'final');
    press('Enter');
    expect(onWorking).toHaveBeenLastCalledWith('lines[1].final');
    grid.go(0, 'discount');
    press('F8');
    expect(onWorking).toHaveBeenLastCalledWith('lines[0].net');
    grid.go(1, 'what');
    press('F8');
    expect(onWorking).toHaveBeenCalledTimes(2);
  });

  it('go down with Enter, and from a cell typed in with what was typed', () => {
    const { grid, editor, press } = set();
    grid.go(0, 'quantity');
    press('8');
    press('Enter');
    expect(editor.lines[0]?.quantity).toBe('8');
    expect(grid.row).toBe(1);
    press('Enter', { shiftKey: true });
    expect(grid.row).toBe(0);
  });

  it('leave a cell as it was with Escape, and let saving pass on to the screen', () => {
    const { grid, editor, press } = set();
    grid.go(0, 'quantity');
    press('8');
    press('Escape');
    expect(editor.lines[0]?.quantity).toBe('1');
    press('9');
    expect(press('s', { ctrlKey: true }).stopped).toBe(false);
    expect(grid.editing).toBeNull();
    expect(editor.lines[0]?.quantity).toBe('9');
  });

  it('put a section above, named at once', () => {
    const { grid, editor, press } = set();
    grid.go(2, 'quantity');
    press('s', { altKey: true });
    expect(editor.lines.map((l) => l.kind)).toEqual(['line', 'section', 'section', 'line']);
    expect(grid.editing).toMatchObject({ column: 'what', text: 'New section' });
  });

  it('leave the grid with Tab only at its end', () => {
    const { grid, press } = set();
    grid.go(0, 'quantity');
    expect(press('Tab').prevented).toBe(true);
    grid.go(3, 'code');
    expect(press('Tab').prevented).toBe(false);
  });
});
