import { api, ask, asRefusal, type Schemas } from '$lib/api/client';

type Proposal = Schemas['Proposal'];

/**
 * Issues many invoices one after the other, each an act of its own: what is done stays done when it is
 * stopped, and what is refused is named and holds nothing else up.
 */
export class Issuing {
  busy = $state(false);
  done = $state(0);
  of = $state(0);
  refused = $state.raw<{ proposal: Proposal; words: string }[]>([]);
  #stopped = false;

  /** @param after what shows the new state, once all are done */
  constructor(private readonly after: () => unknown) {}

  stop() {
    this.#stopped = true;
  }

  async issue(proposals: Proposal[], byEmail: boolean) {
    if (this.busy) return;
    this.busy = true;
    this.#stopped = false;
    this.done = 0;
    this.of = proposals.length;
    this.refused = [];
    for (const proposal of proposals) {
      if (this.#stopped) break;
      try {
        const made = await ask(
          api.POST('/api/invoices', { body: { key: proposal.key, total: proposal.total } })
        );
        if (byEmail) await ask(api.POST('/api/invoices/{id}/email', { params: { path: { id: made.id } } }));
        this.done++;
      } catch (thrown) {
        const refusal = asRefusal(thrown);
        this.refused = [...this.refused, { proposal, words: refusal.detail || refusal.message }];
      }
    }
    this.busy = false;
    await this.after();
  }
}
