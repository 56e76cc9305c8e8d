import { api, ask, asRefusal, type Refusal, type Schemas } from '$lib/api/client';

export type Copy = Schemas['CopyView'];
export type CopyLine = NonNullable<Copy['offer']>['lines'][number];

/** The quote behind a link: what is picked of it, and what the customer answers. */
export class CustomerQuote {
  view = $state.raw<Copy | null>(null);
  refusal = $state.raw<Refusal | null>(null);
  busy = $state(false);
  #asked = 0;

  constructor(private readonly token: string) {}

  get #path() {
    return { token: this.token };
  }

  async open() {
    this.refusal = null;
    try {
      this.view = await ask(api.GET('/api/copy/{token}', { params: { path: this.#path } }));
    } catch (thrown) {
      this.refusal = asRefusal(thrown);
    }
  }

  /** What is picked now, by positions on the paper. */
  get picks() {
    const lines = this.view?.offer?.lines ?? [];
    const chosen = lines.filter((line) => line.picked);
    return {
      options: chosen.filter((line) => line.choice === 'option').map((line) => line.position),
      alternatives: Object.fromEntries(
        chosen.filter((line) => line.choice === 'alternative').map((line) => [line.set, line.position])
      )
    };
  }

  /** Takes an option or puts it back, or wants an alternative; the totals come from the server. */
  async pick(line: CopyLine, on: boolean) {
    const { options, alternatives } = this.picks;
    const body =
      line.choice === 'option'
        ? {
            options: on
              ? [...options, line.position]
              : options.filter((position) => position !== line.position),
            alternatives
          }
        : { options, alternatives: { ...alternatives, [line.set]: line.position } };
    const asked = ++this.#asked;
    await this.#show(
      () => ask(api.POST('/api/copy/{token}/picks', { params: { path: this.#path }, body })),
      () => asked === this.#asked
    );
  }

  accept(name: string, poNumber: string) {
    const body = { picks: this.picks, name, poNumber, total: this.view?.offer?.total ?? '' };
    return this.#show(() =>
      ask(api.POST('/api/copy/{token}/accepted', { params: { path: this.#path }, body }))
    );
  }

  decline(name: string, words: string) {
    return this.#show(() =>
      ask(api.POST('/api/copy/{token}/declined', { params: { path: this.#path }, body: { name, words } }))
    );
  }

  /** Asks; what was picked meanwhile stays. */
  async question(name: string, words: string) {
    const kept = this.view;
    const asked = await this.#show(() =>
      ask(api.POST('/api/copy/{token}/questions', { params: { path: this.#path }, body: { name, words } }))
    );
    if (asked && this.view && kept) this.view = { ...kept, questions: this.view.questions };
    return asked;
  }

  async #show(doing: () => Promise<Copy>, wanted = () => true): Promise<boolean> {
    this.refusal = null;
    this.busy = true;
    try {
      const view = await doing();
      if (wanted()) this.view = view;
      return true;
    } catch (thrown) {
      this.refusal = asRefusal(thrown);
      return false;
    } finally {
      this.busy = false;
    }
  }
}
