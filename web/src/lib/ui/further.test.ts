import { describe, expect, it } from 'vitest';
import { Refusal } from '$lib/api/client';
import { Further } from './further.svelte';

describe('pages beneath the first', () => {
  it('are shown one after the other until there is none', async () => {
    const asked: string[] = [];
    const further = new Further<string>((after) => {
      asked.push(after);
      return Promise.resolve({ rows: [after + '1'], after: after === 'a' ? 'b' : null });
    });
    further.begin({ rows: ['0'], after: 'a' });
    await further.show();
    await further.show();
    await further.show();
    expect(asked).toEqual(['a', 'b']);
    expect(further.rows).toEqual(['a1', 'b1']);
    expect(further.has).toBe(false);
  });

  it('are left out when another first page is shown meanwhile', async () => {
    let answer: (page: { rows: string[] }) => void = () => undefined;
    const further = new Further<string>(() => new Promise((done) => (answer = done)));
    further.begin({ rows: [], after: 'a' });
    const shown = further.show();
    further.begin({ rows: [], after: 'z' });
    answer({ rows: ['late'] });
    await shown;
    expect(further.rows).toEqual([]);
  });

  it('stay unchanged when the next cannot be had, and say why', async () => {
    const further = new Further<string>(() => Promise.reject(new Refusal(0, 'Not reached', '', [], null)));
    further.begin({ rows: [], after: 'a' });
    await further.show();
    expect(further.refusal?.message).toBe('Not reached');
    expect(further.has).toBe(true);
  });

  it('are asked for anew with the first, as many as were shown', async () => {
    let round = 'old';
    const further = new Further<string>((after) =>
      Promise.resolve({ rows: [round + after], after: after === 'a' ? 'b' : after === 'b' ? 'c' : null })
    );
    further.begin({ rows: ['0'], after: 'a' });
    await further.show();
    await further.show();
    round = 'new';
    await further.again({ rows: ['0'], after: 'a' });
    expect(further.rows).toEqual(['newa', 'newb']);
    expect(further.has).toBe(true);
  });

  it('stay beneath a first page that was asked for anew in vain', async () => {
    let fails = false;
    const further = new Further<string>((after) =>
      fails ? Promise.reject(new Refusal(0, 'Not reached', '', [], null)) : Promise.resolve({ rows: [after] })
    );
    further.begin({ rows: ['0'], after: 'a' });
    await further.show();
    fails = true;
    await further.again({ rows: ['0'], after: 'a' });
    expect(further.rows).toEqual(['a']);
    expect(further.refusal?.message).toBe('Not reached');
  });
});
