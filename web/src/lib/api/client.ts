import createClient from 'openapi-fetch';
import { answered, keyFor } from './intent';
import type { components, paths } from './schema';

export type Schemas = components['schemas'];

/** One thing that is wrong with what was typed, and where. */
export type FieldProblem = { at: string; message: string };

/** What the server refused, in words for people. */
export class Refusal extends Error {
  constructor(
    readonly status: number,
    title: string,
    readonly detail: string,
    readonly problems: FieldProblem[],
    /** The version that stands now, where somebody else changed the record first. */
    readonly version: number | null
  ) {
    super(title);
  }

  /** What is wrong at a field, if anything. */
  at(field: string): string | undefined {
    return this.problems.find((problem) => problem.at === field)?.message;
  }

  get isConflict(): boolean {
    return this.status === 412;
  }
}

function token(): string {
  const cookie = document.cookie.split('; ').find((part) => part.startsWith('XSRF-TOKEN='));
  return cookie ? decodeURIComponent(cookie.slice('XSRF-TOKEN='.length)) : '';
}

const KEY = 'Idempotency-Key';
const client = createClient<paths>({ baseUrl: '' });
const acts = new WeakMap<Request, string>();
client.use({
  async onRequest({ request }) {
    // The token changes at sign-in, so it is read anew each time.
    request.headers.set('X-XSRF-TOKEN', token());
    if (request.method === 'POST') {
      const act = request.url + ' ' + (await request.clone().text());
      request.headers.set(KEY, keyFor(act));
      acts.set(request, act);
    }
    return request;
  },
  onResponse({ request, response }) {
    const act = acts.get(request);
    if (act !== undefined) answered(act, response.ok);
  }
});

export const api = client;

type Answer<T> = { data?: T; error?: unknown; response: Response };

/** The data of an answer, or a refusal that can be shown. */
export async function ask<T>(answer: Promise<Answer<T>>): Promise<T> {
  let got: Answer<T>;
  try {
    got = await answer;
  } catch {
    throw new Refusal(
      0,
      'The server cannot be reached',
      'Check the connection and try again in a moment.',
      [],
      null
    );
  }
  if (got.response.ok) {
    return got.data as T;
  }
  const problem = (got.error ?? {}) as {
    title?: string;
    detail?: string;
    problems?: FieldProblem[];
    version?: number;
  };
  if (got.response.status === 401) {
    window.dispatchEvent(new Event('tally-signed-out'));
  }
  throw new Refusal(
    got.response.status,
    problem.title ?? `The server answered ${got.response.status}`,
    problem.detail ?? '',
    problem.problems ?? [],
    problem.version ?? null
  );
}

/** What is missing before the server can be asked. */
export function missing(at: string, message: string): Refusal {
  return new Refusal(422, 'Some entries are not valid', '', [{ at, message }], null);
}

/** Anything that was thrown, as a refusal. */
export function asRefusal(thrown: unknown): Refusal {
  return thrown instanceof Refusal
    ? thrown
    : new Refusal(-1, 'Something failed on this page', String(thrown), [], null);
}

/** Sends a text at once, before anything else of this moment is done, and gives what was answered. */
export async function send<T>(path: string, json: string): Promise<T> {
  return ask<T>(
    fetch(path, {
      method: 'POST',
      body: json,
      headers: { 'X-XSRF-TOKEN': token(), 'Content-Type': 'application/json' }
    }).then(async (response) => {
      const answer: unknown = await response.json();
      return response.ok ? { data: answer as T, response } : { error: answer, response };
    })
  );
}

/** Sends a file, and gives what was answered. */
export async function upload<T>(path: string, file: File): Promise<T> {
  const act = [path, file.name, file.size, file.lastModified].join(' ');
  const headers = {
    'X-XSRF-TOKEN': token(),
    'Content-Type': 'application/octet-stream',
    [KEY]: keyFor(act)
  };
  const named = `${path}${path.includes('?') ? '&' : '?'}name=${encodeURIComponent(file.name)}`;
  return ask<T>(
    fetch(named, { method: 'POST', body: file, headers }).then(async (response) => {
      answered(act, response.ok);
      const text = await response.text();
      const answer: unknown = text ? JSON.parse(text) : undefined;
      return response.ok ? { data: answer as T, response } : { error: answer, response };
    })
  );
}
