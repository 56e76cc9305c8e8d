import { afterAll, beforeAll, vi, type Mock } from 'vitest';
import { api } from './client';

type Method = 'GET' | 'POST' | 'PUT' | 'DELETE';
type Call = (...asked: unknown[]) => unknown;

/**
 * Takes the place of the server in the tests of one file: what a call resolves to is the data of its
 * answer. The client is put back afterwards, for the files that come later in the same browser.
 */
export function stub<M extends Method>(...methods: M[]) {
  const calls = Object.fromEntries(methods.map((m) => [m, vi.fn<Call>()])) as Record<M, Mock<Call>>;
  beforeAll(() => {
    for (const method of methods) {
      const answer = async (...asked: unknown[]) => ({
        data: await calls[method](...asked),
        response: new Response()
      });
      vi.spyOn(api, method).mockImplementation(answer as never);
    }
  });
  afterAll(() => {
    vi.restoreAllMocks();
  });
  return calls;
}
