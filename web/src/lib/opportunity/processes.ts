import type { Schemas } from '$lib/api/client';

/** The processes that new business may be opened on, as choices; the first is what is taken where none is named. */
export function choices(
  all: Schemas['ProcessView'][] | undefined
): (readonly [value: string, shown: string])[] {
  const open = (all ?? []).filter((p) => p.process.kind === 'new' && !p.process.deactivated);
  return open.map((p, n) => [n === 0 ? '' : String(p.process.id), p.process.name] as const);
}
