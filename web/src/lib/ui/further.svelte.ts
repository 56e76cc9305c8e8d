import { asRefusal, type Refusal } from '$lib/api/client';

type Page<T> = { rows: T[]; after?: string | null };

/** Pages that are shown beneath a first one, each after the last row of the one before. */
export class Further<T> {
  rows = $state.raw<T[]>([]);
  refusal = $state.raw<Refusal | null>(null);
  #after = $state<string | null>(null);

  constructor(private readonly page: (after: string) => Promise<Page<T>>) {}

  /** Begins beneath another first page. */
  begin(first: Page<T> | undefined) {
    this.rows = [];
    this.refusal = null;
    this.#after = first?.after ?? null;
  }

  get has() {
    return this.#after !== null;
  }

  async show() {
    const after = this.#after;
    if (after === null) return;
    try {
      const page = await this.page(after);
      // Another first page was shown in the meantime.
      if (after !== this.#after) return;
      this.rows = [...this.rows, ...page.rows];
      this.#after = page.after ?? null;
    } catch (thrown) {
      this.refusal = asRefusal(thrown);
    }
  }
}
