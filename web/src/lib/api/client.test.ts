import { describe, expect, it, vi } from 'vitest';
import { ask, asRefusal, Refusal } from './client';

function answer(status: number, error?: unknown, data?: unknown) {
  return Promise.resolve({ data, error, response: new Response(null, { status }) });
}

async function refusal(status: number, error?: unknown): Promise<Refusal> {
  try {
    await ask(answer(status, error));
  } catch (thrown) {
    return asRefusal(thrown);
  }
  throw new Error('it was not refused');
}

describe('asking the server', () => {
  it('gives the data of a good answer', async () => {
    await expect(ask(answer(200, undefined, { id: 7 }))).resolves.toEqual({ id: 7 });
    await expect(ask(answer(204))).resolves.toBeUndefined();
  });

  it('names each field of a refusal', async () => {
    const refused = await refusal(422, {
      title: 'Some entries are not valid',
      problems: [{ at: 'name', message: 'Required.' }]
    });
    expect(refused.message).toBe('Some entries are not valid');
    expect(refused.at('name')).toBe('Required.');
    expect(refused.at('other')).toBeUndefined();
    expect(refused.isConflict).toBe(false);
  });

  it('knows a conflict by its version', async () => {
    const refused = await refusal(412, { title: 'Somebody else changed this first', version: 9 });
    expect(refused.isConflict).toBe(true);
    expect(refused.version).toBe(9);
  });

  it('has words for an answer without any', async () => {
    expect((await refusal(500)).message).toBe('The server answered 500');
  });

  it('says so when the server cannot be reached', async () => {
    const thrown: unknown = await ask(Promise.reject(new TypeError('offline'))).catch((e: unknown) => e);
    expect(asRefusal(thrown).message).toBe('The server cannot be reached');
    expect(asRefusal(thrown).detail).toContain('Check the connection');
  });

  it('tells the shell when the session is over', async () => {
    const over = vi.fn();
    window.addEventListener('tally-signed-out', over);
    await refusal(401);
    expect(over).toHaveBeenCalledTimes(1);
    window.removeEventListener('tally-signed-out', over);
  });

  it('wraps what was thrown on the page itself', () => {
    expect(asRefusal(new Error('broken')).detail).toContain('broken');
  });
});
