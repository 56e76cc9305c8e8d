import { describe, expect, it, vi } from 'vitest';
import { Refusal } from '$lib/api/client';
import { dayIn, monthAfter, sameDayIn } from './days';
import { SheetMoves, type SheetItem } from './sheet.svelte';

const COLUMNS = ['late', '2026-11', '2026-12', '2027-01', 'later'];

function item(changes: Partial<SheetItem> = {}): SheetItem {
  return {
    id: 7,
    number: 'O-1007',
    title: 'Silo weighing',
    account: 'Millhithe Mill',
    owner: 'Mara Lind',
    value: '100.00',
    probability: '50',
    stageId: 2,
    expectedClose: '2026-11-30',
    slips: 0,
    priority: 'normal',
    nextDue: null,
    mayChange: true,
    version: 1,
    ...changes
  };
}

describe('days on the sheet', () => {
  it.each([
    ['2027-02', '2027-01-31', '2027-02-28'],
    ['2028-02', '2027-01-31', '2028-02-29'],
    ['2026-12', '2026-11-03', '2026-12-03']
  ])('in %s, %s becomes %s', (month, day, same) => expect(sameDayIn(month, day)).toBe(same));

  it('knows the month after', () => {
    expect(monthAfter('2026-12')).toBe('2027-01');
    expect(monthAfter('2027-01')).toBe('2027-02');
  });

  it('aims at a month, beyond the horizon at the first one after it, and never at what is late', () => {
    expect(dayIn('2026-12', COLUMNS, '2026-11-30')).toBe('2026-12-30');
    expect(dayIn('later', COLUMNS, '2026-11-30')).toBe('2027-02-28');
    expect(dayIn('late', COLUMNS, '2026-11-30')).toBeNull();
  });
});

describe('moves on the sheet', () => {
  function moves(mover = vi.fn((_: SheetItem, stage: number) => Promise.resolve({ version: stage + 10 }))) {
    const refresh = vi.fn(() => Promise.resolve());
    return { mover, refresh, moves: new SheetMoves(refresh, mover) };
  }

  it('takes moves back one after the other, each from the version that stands', async () => {
    const { mover, moves: m } = moves();
    await m.move(item(), 3, '2026-12-30');
    await m.move(item({ version: 13, stageId: 3, expectedClose: '2026-12-30' }), 4, '2026-12-30');
    expect(m.canUndo).toBe(true);
    await m.undo();
    expect(mover).toHaveBeenLastCalledWith(expect.objectContaining({ version: 14 }), 3, '2026-12-30');
    await m.undo();
    expect(mover).toHaveBeenLastCalledWith(expect.objectContaining({ version: 13 }), 2, '2026-11-30');
    expect(m.canUndo).toBe(false);
    await m.undo();
    expect(mover).toHaveBeenCalledTimes(4);
  });

  it('does nothing where it stands already', async () => {
    const { mover, moves: m } = moves();
    expect(await m.move(item(), 2, '2026-11-30')).toBe(false);
    expect(mover).not.toHaveBeenCalled();
  });

  it('says who may move what is not one’s own', async () => {
    const { mover, moves: m } = moves();
    await m.move(item({ mayChange: false }), 3, '2026-12-30');
    expect(mover).not.toHaveBeenCalled();
    expect(m.said).toBe('Only Mara Lind or a manager may move O-1007.');
  });

  it('shows a refusal and asks for what stands', async () => {
    const refused = new Refusal(412, 'Somebody else changed this first', '', [], 9);
    const { refresh, moves: m } = moves(vi.fn(() => Promise.reject(refused)));
    expect(await m.move(item(), 3, '2026-12-30')).toBe(false);
    expect(m.refusal?.isConflict).toBe(true);
    expect(m.canUndo).toBe(false);
    expect(refresh).toHaveBeenCalledTimes(1);
  });
});
