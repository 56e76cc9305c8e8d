import { describe, expect, it } from 'vitest';
import { Chosen } from './chosen.svelte';

const row = (id: number, version = 1) => ({ id, version });

describe('what is chosen in a list', () => {
  it('is turned on and off, several at once', () => {
    const chosen = new Chosen();
    chosen.turn([row(1), row(2), row(3)], true);
    chosen.turn([row(2)], false);
    expect(chosen.list).toEqual([row(1), row(3)]);
    expect(chosen.has(row(3))).toBe(true);
    chosen.clear();
    expect(chosen.list).toEqual([]);
  });

  it('follows what was changed since, and drops what is gone', () => {
    const chosen = new Chosen();
    chosen.turn([row(1), row(2)], true);
    chosen.follow([row(1, 4), row(9)]);
    expect(chosen.list).toEqual([row(1, 4)]);
  });
});
