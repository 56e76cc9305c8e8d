import { SvelteMap } from 'svelte/reactivity';

/** What can be done with several at once. */
export type Bulk = 'owner' | 'tag' | 'activity';

type Row = { id: number; version: number };

/** The rows of a list that were chosen, each as it was last read. */
export class Chosen {
  readonly #rows = new SvelteMap<number, Row>();

  get list(): Row[] {
    return [...this.#rows.values()];
  }

  has(row: Row): boolean {
    return this.#rows.has(row.id);
  }

  turn(rows: readonly Row[], on: boolean) {
    for (const { id, version } of rows) {
      if (on) this.#rows.set(id, { id, version });
      else this.#rows.delete(id);
    }
  }

  /** The rows were read anew: what is chosen is of what stands now, and what is gone is not chosen. */
  follow(rows: readonly Row[]) {
    if (this.#rows.size === 0) return;
    for (const [id, row] of this.#rows) {
      const now = rows.find((r) => r.id === id);
      if (!now) this.#rows.delete(id);
      else if (now.version !== row.version) this.#rows.set(id, { id, version: now.version });
    }
  }

  clear() {
    this.#rows.clear();
  }
}
