import { api, ask, asRefusal, type Schemas } from '$lib/api/client';

type Proposal = Schemas['Proposal'];
type Page = { rows: Proposal[]; after?: string | null };

/**
 * Issues many invoices one after the other, each an act of its own: what is done stays done when it is
 * stopped, and what is refused is named and holds nothing else up.
 */
export class Issuing {
  busy = $state(false);
  done = $state(0);
  /** as far as they are known: further pages are asked for on the way */
  of = $state(0);
  more = $state(false);
  refused = $state.raw<{ proposal: Proposal; words: string }[]>([]);
  #stopped = false;

  /** @param after what shows the new state, once all are done */
  constructor(private readonly after: () => unknown) {}

  stop() {
    this.#stopped = true;
  }

  /** @param rest where the pages begin that are issued too, null for none */
  async issue(proposals: Proposal[], byEmail: boolean, rest: string | null = null) {
    if (this.busy) return;
    this.busy = true;
    this.#stopped = false;
    this.done = 0;
    this.of = 0;
    this.refused = [];
    let page: Page = { rows: proposals, after: rest };
    for (;;) {
      this.of += page.rows.length;
      this.more = !!page.after;
      for (const proposal of page.rows) {
        if (this.#stopped) break;
        await this.#one(proposal, byEmail);
      }
      if (this.#stopped || !page.after) break;
      const next = await this.#page(page.after);
      if (!next) break;
      page = next;
    }
    this.more = false;
    this.busy = false;
    await this.after();
  }

  async #one(proposal: Proposal, byEmail: boolean) {
    try {
      const made = await ask(
        api.POST('/api/invoices', { body: { key: proposal.key, total: proposal.total } })
      );
      if (byEmail) await ask(api.POST('/api/invoices/{id}/email', { params: { path: { id: made.id } } }));
      this.done++;
    } catch (thrown) {
      this.#refuse(proposal, thrown);
    }
  }

  #refuse(proposal: Proposal, thrown: unknown) {
    const refusal = asRefusal(thrown);
    this.refused = [...this.refused, { proposal, words: refusal.detail || refusal.message }];
  }

  /** A further page without what cannot be issued yet; none when it cannot be had. */
  async #page(after: string): Promise<Page | null> {
    try {
      const page: Page = await ask(api.GET('/api/invoices/proposals', { params: { query: { after } } }));
      return { rows: page.rows.filter((row) => !row.obstacle), after: page.after ?? null };
    } catch (thrown) {
      this.#refuse({ key: after, order: 'Further invoices', what: 'the list' } as Proposal, thrown);
      return null;
    }
  }
}
