import { afterEach, describe, expect, it, vi } from 'vitest';
import { actions } from './actions.svelte';
import { placeOf } from './places';

function press(key: string, options: KeyboardEventInit = {}, on: HTMLElement = document.body): boolean {
  const event = new KeyboardEvent('keydown', { key, cancelable: true, bubbles: true, ...options });
  let taken = false;
  const listener = (e: KeyboardEvent) => (taken = actions.press(e));
  on.addEventListener('keydown', listener);
  on.dispatchEvent(event);
  on.removeEventListener('keydown', listener);
  return taken;
}

describe('the actions of a screen', () => {
  afterEach(() => {
    actions.list = [];
    document.body.innerHTML = '';
  });

  it('runs the one whose keys were pressed', () => {
    const save = vi.fn();
    const open = vi.fn();
    actions.list = [
      { label: 'Save', keys: 'Ctrl+s', run: save },
      { label: 'New', keys: 'n', run: open }
    ];
    expect(press('s', { ctrlKey: true })).toBe(true);
    expect(press('n')).toBe(true);
    expect(press('x')).toBe(false);
    expect(save).toHaveBeenCalledTimes(1);
    expect(open).toHaveBeenCalledTimes(1);
  });

  it('leaves plain letters to whoever types, but not Ctrl', () => {
    const input = document.body.appendChild(document.createElement('input'));
    const run = vi.fn();
    actions.list = [
      { label: 'New', keys: 'n', run },
      { label: 'Save', keys: 'Ctrl+s', run }
    ];
    expect(press('n', {}, input)).toBe(false);
    expect(press('s', { ctrlKey: true }, input)).toBe(true);
    expect(run).toHaveBeenCalledTimes(1);
  });

  it('leaves keys to whoever has the focus where there is nothing to run', () => {
    actions.list = [{ label: 'How it came about', keys: 'F8' }];
    expect(press('F8')).toBe(false);
  });

  it('is still while something stands in front', () => {
    document.body.innerHTML = '<div role="dialog"></div>';
    const run = vi.fn();
    actions.list = [{ label: 'New', keys: 'n', run }];
    expect(press('n')).toBe(false);
    expect(run).not.toHaveBeenCalled();
  });
});

describe('where a record is shown', () => {
  it.each([
    ['opportunity', 7, 'O-1007', '/opportunities/7'],
    ['quote', 8, 'Q-1008', '/quotes/8'],
    ['order', 9, 'S-1009', '/orders/9'],
    ['account', 5, 'A-1005', '/accounts/5'],
    ['product', 3, 'BS-15', '/catalogue/BS-15']
  ])('a %s', (kind, id, number, path) => expect(placeOf(kind, id, number)).toBe(path));
});
