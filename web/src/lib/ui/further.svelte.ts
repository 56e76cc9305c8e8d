import { untrack } from 'svelte';
import { ask, asRefusal, type Refusal } from '$lib/api/client';
import { load, refusalOf } from './load.svelte';

type Page<T> = { rows: T[]; after?: string | null };

/** Pages that are shown beneath a first one, each after the last row of the one before. */
export class Further<T> {
  rows = $state.raw<T[]>([]);
  refusal = $state.raw<Refusal | null>(null);
  #after = $state<string | null>(null);
  #begun = 0;

  constructor(private readonly page: (after: string) => Promise<Page<T>>) {}

  /** Begins beneath another first page. */
  begin(first: Page<T> | undefined) {
    this.#begun++;
    this.rows = [];
    this.refusal = null;
    this.#after = first?.after ?? null;
  }

  /** The first page was asked for anew: so are those beneath it, and until they are there they stay. */
  async again(first: Page<T> | undefined) {
    const most = this.rows.length;
    const begun = ++this.#begun;
    let rows: T[] = [];
    let after = first?.after ?? null;
    try {
      while (after !== null && rows.length < most) {
        const page: Page<T> = await this.page(after);
        rows = [...rows, ...page.rows];
        after = page.after ?? null;
      }
      if (begun !== this.#begun) return;
      this.rows = rows;
      this.#after = after;
    } catch (thrown) {
      if (begun === this.#begun) this.refusal = asRefusal(thrown);
    }
  }

  get has() {
    return this.#after !== null;
  }

  /** Where what is not shown yet begins; null when all is shown. */
  get next() {
    return this.#after;
  }

  async show() {
    const after = this.#after;
    const begun = this.#begun;
    if (after === null) return;
    try {
      const page = await this.page(after);
      // Another first page was shown in the meantime.
      if (begun !== this.#begun || after !== this.#after) return;
      this.rows = [...this.rows, ...page.rows];
      this.#after = page.after ?? null;
    } catch (thrown) {
      if (begun === this.#begun) this.refusal = asRefusal(thrown);
    }
  }
}

/**
 * A list that is asked for page by page: the first when the screen is shown and whenever something of
 * its kind changed, the others beneath it when they are wanted.
 */
export function listed<T>(
  key: () => unknown[],
  page: (after: string) => Parameters<typeof ask<Page<T>>>[0],
  when: () => boolean = () => true
) {
  const first = load<Page<T>>(key, () => page(''), when, true);
  const further = new Further<T>((after) => ask<Page<T>>(page(after)));
  let shown = '';
  $effect(() => {
    const data = first.data;
    const now = JSON.stringify(key());
    untrack(() => {
      if (now === shown) void further.again(data);
      else further.begin(data);
    });
    shown = now;
  });
  return {
    get rows(): T[] {
      return [...(first.data?.rows ?? []), ...further.rows];
    },
    get isPending() {
      return first.isPending;
    },
    get refusal() {
      return refusalOf(first) ?? further.refusal;
    },
    get has() {
      return further.has;
    },
    get next() {
      return further.next;
    },
    show: () => further.show(),
    refetch: () => first.refetch()
  };
}
