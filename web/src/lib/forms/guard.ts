import { createContext } from 'svelte';

/** A form as a dialog sees it. */
export type Guarded = { readonly dirty: boolean; readonly busy: boolean; discard(): void };

/** The forms in a dialog, which is not closed over what was typed without asking. */
export class Guard {
  readonly forms = new Set<Guarded>();

  get dirty() {
    return [...this.forms].some((form) => form.dirty);
  }

  discard() {
    this.forms.forEach((form) => form.discard());
  }
}

const [get, set] = createContext<Guard>();
export const setGuard = set;

/** The guard of the dialog that this stands in, if it stands in one. */
export function guard(): Guard | null {
  try {
    return get();
  } catch {
    return null;
  }
}
