import { api, ask, asRefusal, type Refusal, type Schemas } from '$lib/api/client';

export type LineForm = Schemas['LineForm'];
export type View = Schemas['WorksheetView'];

/** Where a worksheet hangs, and so where it is worked out and kept. */
export type Home = {
  tally: (form: Schemas['WorksheetForm']) => Promise<View>;
  save: (version: number, form: Schemas['WorksheetForm']) => Promise<View>;
  /** How the figures of what is typed came about. */
  workings: (form: Schemas['WorksheetForm']) => Promise<Schemas['WorkingView'][]>;
};

export function homeOf(kind: 'opportunities' | 'quotes', id: number): Home {
  const header = (version: number) => ({ path: { id }, header: { 'If-Match': `"${version}"` } });
  if (kind === 'quotes') {
    return {
      tally: (body) => ask(api.POST('/api/quotes/{id}/tally', { params: { path: { id } }, body })),
      save: (version, body) => ask(api.PUT('/api/quotes/{id}/worksheet', { params: header(version), body })),
      workings: (body) => ask(api.POST('/api/quotes/{id}/workings', { params: { path: { id } }, body }))
    };
  }
  return {
    tally: (body) => ask(api.POST('/api/opportunities/{id}/tally', { params: { path: { id } }, body })),
    save: (version, body) =>
      ask(api.PUT('/api/opportunities/{id}/worksheet', { params: header(version), body })),
    workings: (body) => ask(api.POST('/api/opportunities/{id}/workings', { params: { path: { id } }, body }))
  };
}

/** An order is never typed in: it is what was agreed. */
export function homeOfOrder(id: number): Home {
  const locked = () => Promise.reject(new Error('an order cannot be typed in'));
  return {
    tally: locked,
    save: locked,
    workings: () => ask(api.GET('/api/orders/{id}/workings', { params: { path: { id } } }))
  };
}

type Typed = { lines: LineForm[]; discountPercent: string; discountAmount: string };

/** The state of the bench: what is typed, what the core says of it, and what is kept. No figure is worked out here. */
export class Bench {
  lines = $state<LineForm[]>([]);
  discountPercent = $state('');
  discountAmount = $state('');
  targetContract = $state('');
  view = $state.raw<View>() as View;
  refusal = $state.raw<Refusal | null>(null);
  dirty = $state(false);
  busy = $state(false);
  #asked = 0;
  #undo: Typed[] = [];
  #redo: Typed[] = [];

  constructor(
    view: View,
    private readonly home: Home
  ) {
    this.take(view);
  }

  /** Takes over what is kept. */
  take(view: View) {
    this.view = view;
    this.lines = view.lines.map((line) => ({ ...line.typed }));
    this.discountPercent = view.discountPercent ?? '';
    this.discountAmount = view.discountAmount ?? '';
    this.dirty = false;
    this.refusal = null;
  }

  get form(): Schemas['WorksheetForm'] {
    return {
      lines: this.lines.map((line) => ({ ...line })),
      discountPercent: this.discountPercent || null,
      discountAmount: this.discountAmount || null,
      targetContract: this.targetContract || null,
      targetMargin: null
    };
  }

  /** What is wrong at a cell, in words. */
  problem(line: number, field: string): string | undefined {
    return this.refusal?.at(`lines[${line}].${field}`);
  }

  /** The figures of a line; those of before while the new ones are on their way. */
  figures(id: string) {
    return this.view.lines.find((line) => line.typed.id === id);
  }

  #typed(): Typed {
    return {
      lines: this.lines.map((line) => ({ ...line })),
      discountPercent: this.discountPercent,
      discountAmount: this.discountAmount
    };
  }

  /** Changes what is typed, so that it can be undone, and asks for the figures. */
  edit(change: () => void): Promise<void> {
    this.#undo.push(this.#typed());
    this.#redo = [];
    change();
    this.dirty = true;
    return this.tally();
  }

  get canUndo() {
    return this.#undo.length > 0;
  }

  undo(): Promise<void> | undefined {
    return this.#step(this.#undo, this.#redo);
  }

  redo(): Promise<void> | undefined {
    return this.#step(this.#redo, this.#undo);
  }

  #step(from: Typed[], to: Typed[]): Promise<void> | undefined {
    const typed = from.pop();
    if (!typed) return undefined;
    to.push(this.#typed());
    this.lines = typed.lines;
    this.discountPercent = typed.discountPercent;
    this.discountAmount = typed.discountAmount;
    this.dirty = true;
    return this.tally();
  }

  /** Asks for the figures of what is typed. The last question asked wins, whichever answer comes first. */
  async tally(): Promise<void> {
    const number = ++this.#asked;
    try {
      const view = await this.home.tally(this.form);
      if (number === this.#asked) {
        this.view = { ...view, id: this.view.id, version: this.view.version };
        this.refusal = null;
      }
    } catch (thrown) {
      if (number === this.#asked) this.refusal = asRefusal(thrown);
    }
  }

  /** Keeps the lines. With a version, over what somebody else kept in the meantime. */
  async save(over?: number): Promise<boolean> {
    this.busy = true;
    try {
      this.take(await this.home.save(over ?? this.view.version, { ...this.form, targetContract: null }));
      return true;
    } catch (thrown) {
      this.refusal = asRefusal(thrown);
      return false;
    } finally {
      this.busy = false;
    }
  }

  workings() {
    return this.home.workings(this.form);
  }

  /** Adds a product of the catalogue, one piece of it, at the end. */
  add(product: Schemas['ProductView']): string {
    const id = String(Math.max(0, ...this.lines.map((line) => Number(line.id) || 0)) + 1);
    void this.edit(() =>
      this.lines.push({ ...blank(id), product: product.code, description: product.name, ...plan(product) })
    );
    return id;
  }

  /** Adds a line that is not in the catalogue, or whose product is not known yet. */
  addInline(words: string): string {
    const id = String(Math.max(0, ...this.lines.map((line) => Number(line.id) || 0)) + 1);
    void this.edit(() =>
      this.lines.push({ ...blank(id), description: words, listPrice: '', unitCost: '', taxPercent: '19' })
    );
    return id;
  }

  remove(index: number) {
    void this.edit(() => this.lines.splice(index, 1));
  }

  /** Gives the amount that lands on the target. */
  land() {
    const landing = this.view.landing;
    if (landing?.feasible) {
      void this.edit(() => {
        this.discountPercent = '';
        this.discountAmount = landing.documentDiscount;
        this.targetContract = '';
      });
    }
  }
}

function plan(product: Schemas['ProductView']) {
  return { everyMonths: product.everyMonths, termMonths: product.termMonths };
}

function blank(id: string): LineForm {
  return {
    id,
    product: null,
    description: '',
    family: null,
    listPrice: null,
    unitCost: null,
    taxPercent: null,
    quantity: '1',
    discountPercent: null,
    unitPrice: null,
    gift: false,
    optional: false,
    alternativeSet: null,
    chosen: false,
    everyMonths: null,
    termMonths: null
  };
}
