import { tick } from 'svelte';
import type Said from './Said.svelte';
import type { toaster as Toaster } from './toaster';

/** What is said, and what it is drawn with: fetched once, when the first screen stands. */
class Saying {
  group = $state.raw<typeof Said | null>(null);
  #loading: Promise<typeof Toaster> | null = null;

  load(): Promise<typeof Toaster> {
    this.#loading ??= Promise.all([import('./toaster'), import('./Said.svelte')]).then(
      async ([{ toaster }, said]) => {
        this.group = said.default;
        await tick();
        return toaster;
      }
    );
    return this.#loading;
  }
}

export const saying = new Saying();
