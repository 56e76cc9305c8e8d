import { asRefusal, type Refusal } from '$lib/api/client';

const WAIT = 250;

/** What something typed comes to, asked for a moment after the last key; the last question asked wins. */
export class Debounced<Q, A> {
  answer = $state.raw<A | null>(null);
  refusal = $state.raw<Refusal | null>(null);
  #asked = 0;

  constructor(question: () => Q, asking: (question: Q) => Promise<A>) {
    $effect(() => {
      const now = question();
      const timer = setTimeout(() => void this.#ask(now, asking), WAIT);
      return () => clearTimeout(timer);
    });
  }

  async #ask(question: Q, asking: (question: Q) => Promise<A>) {
    const asked = ++this.#asked;
    try {
      const answer = await asking(question);
      if (asked !== this.#asked) return;
      this.answer = answer;
      this.refusal = null;
    } catch (thrown) {
      if (asked === this.#asked) this.refusal = asRefusal(thrown);
    }
  }
}
