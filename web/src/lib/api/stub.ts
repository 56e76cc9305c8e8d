import { afterAll, beforeAll, vi, type Mock } from 'vitest';
import { api, Refusal } from './client';

type Method = 'GET' | 'POST' | 'PUT' | 'DELETE';
type Call = (...asked: unknown[]) => unknown;

/**
 * What many screens ask for beside what they are about, and what they are told unless a test says otherwise: nothing
 * was set. A test that is about one of them takes it out with `about`.
 */
const BESIDE: Record<string, unknown> = {
  '/api/choices/{list}': { list: '', logId: 1, values: [], version: 0 },
  '/api/own-fields': { fields: [] },
  '/api/taxes': { taxes: [], planned: [] },
  '/api/records/{kind}/{id}/own-fields': { fields: [], values: {}, version: 0 }
};

/**
 * Takes the place of the server in the tests of one file: what a call resolves to is the data of its
 * answer, and a refusal is one that the server gives. The client is put back afterwards, for the files that come later in the same browser.
 */
export function stub<M extends Method>(...methods: M[]) {
  return stubAbout([], ...methods);
}

/** The same for tests that are about what is else asked for beside. */
export function stubAbout<M extends Method>(about: string[], ...methods: M[]) {
  const calls = Object.fromEntries(methods.map((m) => [m, vi.fn<Call>()])) as Record<M, Mock<Call>>;
  beforeAll(() => {
    for (const method of methods) {
      const answer = async (...asked: unknown[]) => {
        const path = String(asked[0]);
        const aside = method === 'GET' && path in BESIDE && !about.includes(path);
        const got = aside ? BESIDE[path] : await calls[method](...asked);
        if (!(got instanceof Refusal)) return { data: got, response: new Response() };
        const { message: title, detail, problems, version, status } = got;
        return { error: { title, detail, problems, version }, response: new Response(null, { status }) };
      };
      vi.spyOn(api, method).mockImplementation(answer as never);
    }
  });
  afterAll(() => {
    vi.restoreAllMocks();
  });
  return calls;
}

/** What the server answers where something is wrong at fields. */
export function refused(...problems: [at: string, message: string][]) {
  return new Refusal(
    422,
    'Not everything is in order',
    '',
    problems.map(([at, message]) => ({ at, message })),
    null
  );
}

/** What the server answers where somebody else was first. */
export function overtaken(words: string, version: number) {
  return new Refusal(412, 'Somebody else was first', words, [], version);
}
