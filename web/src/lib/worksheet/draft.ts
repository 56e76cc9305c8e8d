import type { Typed } from './lines';

/** What is typed and not saved yet, as it is kept in this browser. */
export type Draft = {
  /** the version that it was made from, and the lines of that version */
  version: number;
  base: Typed;
  mine: Typed;
};

/** Keeps drafts in this browser, one for each worksheet and person. Without a store nothing is kept. */
export class Drafts {
  constructor(private readonly key: string) {}

  read(): Draft | null {
    try {
      const text = localStorage.getItem(this.key);
      return text ? (JSON.parse(text) as Draft) : null;
    } catch {
      return null;
    }
  }

  /** Whether it could be kept: a full store says no. */
  keep(draft: Draft): boolean {
    try {
      localStorage.setItem(this.key, JSON.stringify(draft));
      return true;
    } catch {
      return false;
    }
  }

  drop() {
    try {
      localStorage.removeItem(this.key);
    } catch {
      // There is no store, so nothing was kept.
    }
  }
}
