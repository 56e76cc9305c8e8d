import { api, ask, asRefusal, type Refusal, type Schemas } from '$lib/api/client';
import { Kept } from '$lib/ui/kept';

export type Typed = Schemas['BasketLine'];

/**
 * Lines of codes and quantities as they are copied from a sheet or an email: a code and a quantity on
 * each, with a tab, a semicolon, a comma or a space between; without a quantity it is one.
 */
export function pasted(text: string): Typed[] {
  return text
    .split(/\r?\n/)
    .map((line) => line.trim())
    .filter(Boolean)
    .map((line) => {
      const parts = /[\t;]/.test(line)
        ? line.split(/[\t;]+/)
        : (/^(.+?)(?:\s*,\s*|\s+)([0-9][0-9.,]*)$/.exec(line)?.slice(1) ?? [line]);
      return { code: (parts[0] ?? '').trim(), quantity: (parts[1] ?? '').trim() || '1' };
    })
    .filter((line) => line.code !== '');
}

/** What a customer is about to order; it is kept in this browser until it is placed. */
export class Basket {
  lines = $state<Typed[]>([]);
  worked = $state.raw<Schemas['Basket'] | null>(null);
  refusal = $state.raw<Refusal | null>(null);
  busy = $state(false);
  #kept: Kept<Typed[]>;
  #asked = 0;

  constructor(account: string) {
    this.#kept = new Kept(`tally-basket-${account}`);
    this.lines = this.#kept.read() ?? [];
  }

  get filled(): Typed[] {
    return this.lines.filter((line) => line.code.trim() !== '');
  }

  /** Adds so many of a product; what is there already is added up by whoever reads it. */
  add(more: Typed[]) {
    this.lines = [...this.filled, ...more];
    return this.work();
  }

  remove(at: number) {
    this.lines = this.lines.filter((_, n) => n !== at);
    return this.work();
  }

  /** Asks what it comes to; the last question asked wins. */
  async work() {
    this.#kept.keep(this.filled);
    const lines = this.filled;
    const asked = ++this.#asked;
    this.refusal = null;
    if (lines.length === 0) {
      this.worked = null;
      return;
    }
    try {
      const worked = await ask(api.POST('/api/customer/basket', { body: { lines } }));
      if (asked === this.#asked) this.worked = worked;
    } catch (thrown) {
      if (asked === this.#asked) this.refusal = asRefusal(thrown);
    }
  }

  /** Places it; gives the order's number, or null where it was refused. */
  async place(rest: Omit<Schemas['CustomerOrderForm'], 'lines' | 'total'>): Promise<string | null> {
    this.busy = true;
    this.refusal = null;
    try {
      const body = { ...rest, lines: this.filled, total: this.worked?.total ?? '' };
      const placed = await ask(api.POST('/api/customer/orders', { body }));
      this.lines = [];
      this.worked = null;
      this.#kept.drop();
      return placed.number;
    } catch (thrown) {
      this.refusal = asRefusal(thrown);
      return null;
    } finally {
      this.busy = false;
    }
  }
}
