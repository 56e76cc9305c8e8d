import { Validator } from '@seriousme/openapi-schema-validator';
import { readFileSync } from 'node:fs';
import { expect, test } from 'vitest';

type Description = Record<string, unknown>;

const text = readFileSync('openapi.json', 'utf8');

test('the description of the API is valid by the schema of OpenAPI', async () => {
  const judge = new Validator();
  const verdict = await judge.validate(JSON.parse(text) as Description);
  expect(verdict.errors ?? []).toEqual([]);
  expect(judge.version).toBe('3.1');
});

test('a description with an operation that answers nothing is refused', async () => {
  const broken = JSON.parse(text) as Description & {
    paths: Record<string, { get?: { responses?: unknown } }>;
  };
  const first = Object.values(broken.paths).find((path) => path.get);
  if (first?.get) first.get.responses = 'none';
  expect((await new Validator().validate(broken)).valid).toBe(false);
});
