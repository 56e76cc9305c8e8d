import { api, ask, asRefusal, type Refusal, type Schemas } from '$lib/api/client';

export type Copy = Schemas['CopyView'];
export type CopyLine = NonNullable<Copy['offer']>['lines'][number];

type Picks = Schemas['PickForm'];
type Accepting = Schemas['AcceptForm'];
type Saying = Schemas['SayForm'];

/** Where a quote is read and answered: behind a link, or on the page that its customer signed in to. */
export type Doors = {
  /** where its PDF, files and pictures are */
  base: string;
  open: () => Promise<Copy>;
  picks: (body: Picks) => Promise<Copy>;
  accept: (body: Accepting) => Promise<Copy>;
  decline: (body: Saying) => Promise<Copy>;
  question: (body: Saying) => Promise<Copy>;
};

export function byLink(token: string): Doors {
  const params = { path: { token } };
  return {
    base: `/api/copy/${token}`,
    open: () => ask(api.GET('/api/copy/{token}', { params })),
    picks: (body) => ask(api.POST('/api/copy/{token}/picks', { params, body })),
    accept: (body) => ask(api.POST('/api/copy/{token}/accepted', { params, body })),
    decline: (body) => ask(api.POST('/api/copy/{token}/declined', { params, body })),
    question: (body) => ask(api.POST('/api/copy/{token}/questions', { params, body }))
  };
}

export function bySession(number: string): Doors {
  const params = { path: { number } };
  return {
    base: `/api/customer/quotes/${number}`,
    open: () => ask(api.GET('/api/customer/quotes/{number}', { params })),
    picks: (body) => ask(api.POST('/api/customer/quotes/{number}/picks', { params, body })),
    accept: (body) => ask(api.POST('/api/customer/quotes/{number}/accepted', { params, body })),
    decline: (body) => ask(api.POST('/api/customer/quotes/{number}/declined', { params, body })),
    question: (body) => ask(api.POST('/api/customer/quotes/{number}/questions', { params, body }))
  };
}

/** A quote as its customer has it: what is picked of it, and what they answer. */
export class CustomerQuote {
  view = $state.raw<Copy | null>(null);
  refusal = $state.raw<Refusal | null>(null);
  busy = $state(false);
  #asked = 0;

  constructor(private readonly doors: Doors) {}

  async open() {
    this.refusal = null;
    try {
      this.view = await this.doors.open();
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
      () => this.doors.picks(body),
      () => asked === this.#asked
    );
  }

  accept(name: string, poNumber: string) {
    const body = { picks: this.picks, name, poNumber, total: this.view?.offer?.total ?? '' };
    return this.#show(() => this.doors.accept(body));
  }

  decline(name: string, words: string) {
    return this.#show(() => this.doors.decline({ name, words }));
  }

  /** Asks; what was picked meanwhile stays. */
  async question(name: string, words: string) {
    const kept = this.view;
    const asked = await this.#show(() => this.doors.question({ name, words }));
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
