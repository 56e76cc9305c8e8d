import type { Schemas } from '$lib/api/client';

/** The languages to choose from, by their names, with the one that is chosen now. */
export function languageOptions(
  languages: readonly Schemas['TextLanguage'][],
  now: string
): (readonly [string, string])[] {
  const known = languages.map((one) => [one.code, one.name] as const);
  return now === '' || languages.some((one) => one.code === now) ? known : [...known, [now, now] as const];
}
