import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { answered, keyFor } from './intent';

describe('the key of an intention', () => {
  beforeEach(() => void vi.useFakeTimers());
  afterEach(() => void vi.useRealTimers());

  it('is the same for a second press while the first is under way', () => {
    expect(keyFor('add A')).toBe(keyFor('add A'));
    expect(keyFor('add B')).not.toBe(keyFor('add A'));
  });

  it('is the same for a moment after it was done, then another', () => {
    const first = keyFor('add C');
    answered('add C', true);
    expect(keyFor('add C')).toBe(first);
    vi.advanceTimersByTime(1500);
    expect(keyFor('add C')).not.toBe(first);
  });

  it('is over at once when it was refused', () => {
    const first = keyFor('add D');
    answered('add D', false);
    expect(keyFor('add D')).not.toBe(first);
  });
});
