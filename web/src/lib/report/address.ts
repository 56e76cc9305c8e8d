import { goto } from '$app/navigation';
import { page } from '$app/state';

/** A filter of the screen as it stands in its address; blank where it is not set. */
export const asked = (name: string): string => page.url.searchParams.get(name) ?? '';

/** Writes filters into the address, so that it can be sent on and gone back to; blank takes one out. */
export function ask(values: Record<string, string>): Promise<void> {
  const url = new URL(page.url);
  for (const [name, value] of Object.entries(values)) {
    if (value) url.searchParams.set(name, value);
    else url.searchParams.delete(name);
  }
  return goto(url, { replaceState: true, keepFocus: true, noScroll: true });
}

/** Those that are set, as the API asks for them. */
export function cut(...names: string[]): Record<string, string> {
  return Object.fromEntries(names.map((n) => [n, asked(n)] as const).filter(([, value]) => value !== ''));
}
