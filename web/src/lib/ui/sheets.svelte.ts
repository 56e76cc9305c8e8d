import type AskSheet from './AskSheet.svelte';

/** What questions are drawn with: fetched once, when the first screen stands. */
class Sheets {
  sheet = $state.raw<typeof AskSheet | null>(null);
  #loading: Promise<void> | null = null;

  load(): Promise<void> {
    this.#loading ??= import('./AskSheet.svelte').then((loaded) => {
      this.sheet = loaded.default;
    });
    return this.#loading;
  }
}

export const sheets = new Sheets();
