import { asRefusal, type Refusal } from '$lib/api/client';

/**
 * Does one act after the other for a screen, and keeps what was refused for it to show. While one is
 * under way another is not begun: a second press does nothing.
 */
export class Acts {
  refusal = $state<Refusal | null>(null);
  busy = $state(false);
  #after: () => unknown;

  /** @param after what shows the new state, once an act is done */
  constructor(after: () => unknown = () => undefined) {
    this.#after = after;
  }

  /** Whether it was done; what was refused stands in `refusal`, and nothing typed is lost. */
  async run(doing: () => Promise<unknown>): Promise<boolean> {
    if (this.busy) return false;
    this.refusal = null;
    this.busy = true;
    try {
      await doing();
      await this.#after();
      return true;
    } catch (thrown) {
      this.refusal = asRefusal(thrown);
      return false;
    } finally {
      this.busy = false;
    }
  }

  at(field: string): string | undefined {
    return this.refusal?.at(field);
  }

  clear() {
    this.refusal = null;
  }
}

/** The header that names the version which was read. */
export function match(version: number) {
  return { 'If-Match': `"${version}"` };
}
