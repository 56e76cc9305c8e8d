import { describe, expect, it, vi } from 'vitest';
import { Refusal } from '$lib/api/client';
import { Acts, match } from './acts.svelte';

const refused = new Refusal(422, 'Not in order', '', [{ at: 'name', message: 'Empty.' }], null);

describe('doing one act after the other', () => {
  it('shows the new state once an act is done', async () => {
    const after = vi.fn();
    const acts = new Acts(after);
    await expect(acts.run(() => Promise.resolve())).resolves.toBe(true);
    expect(after).toHaveBeenCalledTimes(1);
    expect(acts.refusal).toBeNull();
    expect(acts.busy).toBe(false);
  });

  it('keeps what was refused, names the field, and shows nothing new', async () => {
    const after = vi.fn();
    const acts = new Acts(after);
    await expect(acts.run(() => Promise.reject(refused))).resolves.toBe(false);
    expect(acts.at('name')).toBe('Empty.');
    expect(acts.at('other')).toBeUndefined();
    expect(after).not.toHaveBeenCalled();
  });

  it('forgets the refusal when it is tried again', async () => {
    const acts = new Acts();
    await acts.run(() => Promise.reject(refused));
    const second = acts.run(() => Promise.resolve());
    expect(acts.refusal).toBeNull();
    expect(acts.busy).toBe(true);
    await second;
    expect(acts.busy).toBe(false);
  });

  it('is no longer busy after something broke on the page', async () => {
    const acts = new Acts();
    await acts.run(() => Promise.reject(new Error('broken')));
    expect(acts.busy).toBe(false);
    expect(acts.refusal?.detail).toContain('broken');
    acts.clear();
    expect(acts.refusal).toBeNull();
  });

  it('does not begin a second act while the first is under way', async () => {
    const acts = new Acts();
    let finish: () => void = () => undefined;
    const first = acts.run(() => new Promise<void>((resolve) => (finish = resolve)));
    const second = vi.fn(() => Promise.resolve());
    await expect(acts.run(second)).resolves.toBe(false);
    expect(second).not.toHaveBeenCalled();
    finish();
    await expect(first).resolves.toBe(true);
  });

  it('names the version that was read', () => {
    expect(match(7)).toEqual({ 'If-Match': '"7"' });
  });
});
