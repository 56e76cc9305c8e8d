import { api, ask, asRefusal, type Schemas } from '$lib/api/client';
import { match } from '$lib/ui/acts.svelte';

type Letter = Schemas['LetterRow'];

/**
 * Writes the quotes that tell customers of a price rise, and sends them: one after the other, each an act
 * of its own, so that what is done stays done when it is stopped.
 */
export class Letters {
  busy = $state(false);
  done = $state(0);
  of = $state(0);
  refused = $state.raw<{ letter: Letter; words: string }[]>([]);
  #stopped = false;

  /** @param after what shows the new state, once all are done */
  constructor(private readonly after: () => unknown) {}

  stop() {
    this.#stopped = true;
  }

  /** Quotes that are still to be written, as drafts to look through. */
  write(letters: Letter[]) {
    return this.#each(
      letters.filter((letter) => !letter.quote),
      (letter) =>
        ask(api.POST('/api/opportunities/{id}/quotes', { params: { path: { id: letter.opportunity } } }))
    );
  }

  /** Drafts that are still to be sent. */
  send(letters: Letter[]) {
    return this.#each(
      letters.filter((letter) => letter.quote && letter.quoteState === 'draft'),
      async (letter) => {
        const path = { id: letter.quote ?? 0 };
        const now = await ask(api.GET('/api/quotes/{id}', { params: { path } }));
        const body = { to: null, subject: null, text: null, copyToMe: null, followUpOn: null };
        await ask(api.POST('/api/quotes/{id}/send', { params: { path, header: match(now.version) }, body }));
      }
    );
  }

  async #each(letters: Letter[], act: (letter: Letter) => Promise<unknown>) {
    if (this.busy) return;
    this.busy = true;
    this.#stopped = false;
    this.done = 0;
    this.of = letters.length;
    this.refused = [];
    for (const letter of letters) {
      if (this.#stopped) break;
      try {
        await act(letter);
        this.done++;
      } catch (thrown) {
        const refusal = asRefusal(thrown);
        this.refused = [...this.refused, { letter, words: refusal.detail || refusal.message }];
      }
    }
    this.busy = false;
    await this.after();
  }
}
