import { describe, expect, it, vi } from 'vitest';
import { Clipboard } from './board.svelte';
import { OWN_ROWS } from './clipboard';
import { Editor } from './editor.svelte';
import { Grid } from './grid.svelte';
import type { Home } from './home';
import { times, timesIn, type LineForm } from './lines';
import { home, line, view } from './testing';

function board(lines: LineForm[] = [], more: Partial<Home> = {}) {
  const editor = new Editor(view('0.00', lines), home(more));
  const grid = new Grid(editor, () => false);
  const clipboard = new Clipboard(editor, grid, {
    locked: () => false,
    land: () => undefined,
    onWorking: () => undefined
  });
  return { editor, grid, clipboard };
}

/** A clipboard of the browser, and what was done with the event. */
function event(type: 'copy' | 'cut' | 'paste', data: Record<string, string> = {}) {
  const kept = new Map(Object.entries(data));
  return {
    type,
    kept,
    preventDefault: vi.fn(),
    clipboardData: {
      setData: (kind: string, text: string) => kept.set(kind, text),
      getData: (kind: string) => kept.get(kind) ?? ''
    }
  } as unknown as ClipboardEvent & { kept: Map<string, string> };
}

const pasted = (more: object = {}) => ({
  lines: [line('x')],
  unknown: [],
  columns: ['code'],
  headings: [],
  rows: [['P-x']],
  doubts: [],
  ...more
});

describe('copying and pasting rows', () => {
  it('keeps all that our own rows have', async () => {
    const gift = line('a', { gift: true, alternativeSet: 'A', chosen: true, unitCost: '12' });
    const { editor, grid, clipboard } = board([gift]);
    grid.go(0, 'code');
    grid.chooseRow();
    const copied = event('copy');
    clipboard.copy(copied);
    expect(copied.kept.get('text/plain')).toBe('P-a\t\t1\t\t\t');
    grid.go(1, 'code');
    await clipboard.paste(event('paste', Object.fromEntries(copied.kept)));
    expect(editor.lines).toHaveLength(2);
    expect(editor.lines[1]).toMatchObject({ gift: true, chosen: true, unitCost: '12' });
    expect(editor.lines[1]?.id).not.toBe('a');
    expect(clipboard.said).toBe('1 row pasted.');
  });

  it('adds what is understood at once', async () => {
    const { editor, grid, clipboard } = board([], { paste: () => Promise.resolve(pasted()) });
    grid.go(0, 'code');
    await clipboard.paste(event('paste', { 'text/plain': 'P-x' }));
    expect(editor.lines.map((l) => l.product)).toEqual(['P-x']);
    expect(clipboard.checking).toBeNull();
  });

  it('shows first what is not, and adds nothing', async () => {
    const doubts = [{ row: 0, column: 0, message: 'Enter a number.' }];
    const { editor, grid, clipboard } = board([], { paste: () => Promise.resolve(pasted({ doubts })) });
    grid.go(0, 'code');
    await clipboard.paste(event('paste', { 'text/plain': 'few' }));
    expect(editor.lines).toHaveLength(0);
    expect(clipboard.checking?.pasted.doubts).toEqual(doubts);
    clipboard.add(clipboard.checking?.pasted.lines ?? [], clipboard.checking?.index ?? null);
    expect(editor.lines).toHaveLength(1);
  });

  it('says how many cells of a block fit', async () => {
    const { editor, grid, clipboard } = board([line('a'), line('b')]);
    grid.go(1, 'quantity');
    await clipboard.paste(event('paste', { 'text/plain': '5\n6\n7' }));
    expect(editor.lines.map((l) => l.quantity)).toEqual(['1', '5']);
    expect(clipboard.said).toBe('1 of 3 pasted rows fit: there are no more lines.');
  });

  it('takes nothing else for rows of ours', async () => {
    const read = vi.fn().mockResolvedValue(pasted());
    const { grid, clipboard } = board([], { paste: read });
    grid.go(0, 'code');
    await clipboard.paste(event('paste', { 'text/plain': 'P-x', [OWN_ROWS]: '{"not":"rows"}' }));
    expect(read).toHaveBeenCalledWith('P-x', []);
    await clipboard.paste(event('paste', { 'text/plain': 'P-x', [OWN_ROWS]: 'not json' }));
    expect(read).toHaveBeenCalledTimes(2);
  });
});

describe('so many times', () => {
  it.each([
    ['3* TK-1', 3, 'TK-1'],
    ['12 x tank kit', 12, 'tank kit'],
    ['2×BS', 2, 'BS'],
    ['BS-3', 1, 'BS-3'],
    ['3*', 1, '3*'],
    ['x-ray scale', 1, 'x-ray scale']
  ])('%s', (typed, count, words) => {
    expect(timesIn(typed)).toEqual({ times: count, words });
  });

  it('leaves the small sum to the core', () => {
    const rows = times([line('a', { quantity: '2' }), line('s', { kind: 'section', quantity: '' })], 3);
    expect(rows.map((row) => row.quantity)).toEqual(['3*2', '']);
    expect(times([line('a')], 1)[0]?.quantity).toBe('1');
  });
});

describe('how a line counts, by keys', () => {
  it('holds when the cell is left, not at each key on the way', () => {
    const { editor, grid } = board([line('a')]);
    grid.go(0, 'counts');
    grid.edit();
    expect(grid.editing?.text).toBe('');
    grid.typed('option');
    grid.typed('gift');
    expect(editor.lines[0]).toMatchObject({ gift: false, optional: false });
    grid.done();
    expect(editor.lines[0]).toMatchObject({ gift: true, optional: false });
    grid.edit();
    grid.typed('option');
    grid.cancel();
    expect(editor.lines[0]).toMatchObject({ gift: true });
  });
});

describe('what is seen of the same lines', () => {
  it('takes over figures that changed beside them', async () => {
    const { editor } = board([line('a')]);
    const fresh = { ...view('0.00', [line('a')]), totals: { contract: '0.00', weighted: '5.00' } as never };
    await editor.seen(fresh);
    expect(editor.view.totals.weighted).toBe('5.00');
    expect(editor.news).toBeNull();
  });

  it('asks for them anew where something is typed', async () => {
    const tally = vi.fn(home().tally);
    const { editor } = board([line('a')], { tally });
    await editor.change(['a'], (l) => ({ ...l, quantity: '2' }));
    await editor.seen(view('0.00', [line('a')]));
    expect(tally).toHaveBeenCalledTimes(2);
    expect(editor.lines[0]?.quantity).toBe('2');
  });
});
