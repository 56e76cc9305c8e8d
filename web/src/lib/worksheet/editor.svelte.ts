import { asRefusal, type Refusal } from '$lib/api/client';
import { Kept } from '$lib/ui/kept';
import type { FormOf, Home, View } from './home';
import {
  blank,
  byId,
  counting,
  grouped,
  inFreeSets,
  newId,
  placesOf,
  typed,
  unchanged,
  type Counting,
  type LineForm,
  type LineView,
  type Typed
} from './lines';
import { merge, type Clash } from './merge';

/** What the editor tells of that nobody did here: lines that came back, or what somebody else saved. */
export type News = { words: string; clashes: Clash[] };

type Problem = { id: string; field: string; message: string };

/** What one may land on. */
export type Aim = 'net' | 'total' | 'margin';
const AIMS = { net: 'targetContract', total: 'targetTotal', margin: 'targetMargin' } as const;

const AT = /^lines\[(\d+)\](?:\.(.+))?$/;
const DRAFT_DELAY = 500;
const NONE: readonly Problem[] = [];
const AGAIN_DELAY = 4000;

/** What is typed and not saved yet, as it is kept in this browser. */
type Draft = {
  /** the version that it was made from, and the lines of that version */
  version: number;
  base: Typed;
  mine: Typed;
};

/** The state of the editor: what is typed, what the core says of it, and what is kept. No figure is worked out here. */
export class Editor {
  lines = $state.raw<readonly LineForm[]>([]);
  discountPercent = $state('');
  discountAmount = $state('');
  /** the last worksheet that was in order */
  view = $state.raw<View>() as View;
  problems = $state.raw<Problem[]>([]);
  refusal = $state.raw<Refusal | null>(null);
  news = $state.raw<News | null>(null);
  /** what was just taken away, so that it can be brought back */
  removed = $state(0);
  /** where a total or a margin that is wanted would land */
  landing = $state.raw<View['landing']>(null);
  /** what is wrong with the total or margin wanted */
  aimProblem = $state<string | undefined>();
  /** the line that is being typed in: its text is left as it is until it is done */
  typing = '';
  dirty = $state(false);
  busy = $state(false);
  /** saved while there was no connection: it is tried again by itself */
  waiting = $state(false);
  #problemsById = $derived(grouped(this.problems, (problem) => problem.id));
  #places = $derived(placesOf(this.lines));
  #figures = $state.raw(byId<LineView>([], () => ''));
  #undo = $state.raw<Typed[]>([]);
  #redo = $state.raw<Typed[]>([]);
  /** what is being typed, key by key */
  #step: string | null = null;
  #base: Typed = { lines: [], discountPercent: '', discountAmount: '' };
  #drafts: Kept<Draft>;
  #wanted = 0;
  #running: Promise<void> | null = null;
  #draftTimer: ReturnType<typeof setTimeout> | undefined;
  #againTimer: ReturnType<typeof setTimeout> | undefined;
  /** the name of the last answer, whose lines are shown */
  #answer = '';
  #landingAsked = 0;
  #target: Partial<Pick<FormOf, 'targetContract' | 'targetTotal' | 'targetMargin'>> = {};

  constructor(
    view: View,
    private readonly home: Home,
    person = ''
  ) {
    this.#drafts = new Kept<Draft>(`firm-tally lines ${person} ${home.key}`);
    this.take(view);
  }

  /** Takes over what is kept. */
  take(view: View) {
    this.view = view;
    this.#base = typedOf(view);
    this.#put(this.#base);
    this.#show(view.lines);
    this.#answer = '';
    this.problems = problemsIn(this.lines, view.problems);
    this.dirty = false;
    this.waiting = false;
    this.refusal = null;
    this.landing = null;
  }

  #put(typed: Typed) {
    this.lines = typed.lines;
    this.discountPercent = typed.discountPercent;
    this.discountAmount = typed.discountAmount;
  }

  /** Where the saved lines are as a workbook. */
  get book(): string | undefined {
    return this.home.book;
  }

  get #typed(): Typed {
    return {
      lines: this.lines,
      discountPercent: this.discountPercent,
      discountAmount: this.discountAmount
    };
  }

  get form(): FormOf {
    return {
      lines: [...this.lines],
      discountPercent: this.discountPercent || null,
      discountAmount: this.discountAmount || null,
      targetContract: null,
      targetTotal: null,
      targetMargin: null
    };
  }

  /** Whether something typed cannot be read, so that the totals are not those of what is typed. */
  get incomplete() {
    return this.problems.length > 0;
  }

  /** What is wrong with a line. */
  problemsOf(id: string): readonly Problem[] {
    return this.#problemsById.get(id) ?? NONE;
  }

  /** What is wrong at a cell, in words; without a field, at the line as a whole. */
  problem(id: string, field = ''): string | undefined {
    return this.problemsOf(id).find((p) => p.field === field)?.message;
  }

  /** What is wrong with a discount on the whole. */
  problemOfWhole(field: string): string | undefined {
    return this.problem('', field);
  }

  /** The figures of a row; those of before while the new ones are on their way. */
  of(id: string): LineView | undefined {
    return this.#figures.get(id);
  }

  #show(lines: readonly LineView[]) {
    this.#figures = byId(
      lines.map((line) => unchanged(this.of(line.id), line)),
      (line) => line.id
    );
  }

  /** Where a row stands among those that have a price, as workings name it. */
  place(row: number): number {
    return this.#places[row] ?? 0;
  }

  // What is typed.

  /** Remembers what is typed now, so that what comes next can be undone as one step. */
  #begin() {
    this.#undo = [...this.#undo, this.#typed];
    this.#redo = [];
    this.removed = 0;
    this.#step = null;
  }

  /** Changes what is typed key by key: until the step is ended, all of it is undone as one. */
  write(step: string, change: (typed: Typed) => Typed): Promise<void> {
    if (this.#step !== step) {
      this.#begin();
      this.#step = step;
    }
    return this.#write(change);
  }

  /** What is typed next is another step. */
  endStep() {
    this.#step = null;
  }

  /** Changes what is typed, so that it can be undone, and asks for the figures. */
  edit(change: (typed: Typed) => Typed): Promise<void> {
    this.#begin();
    return this.#write(change);
  }

  #write(change: (typed: Typed) => Typed): Promise<void> {
    this.#put(change(this.#typed));
    this.#changed();
    return this.tally();
  }

  /** Takes back the step that is being typed, as if it had not been. */
  async abandon() {
    const before = this.#undo.at(-1);
    if (this.#step === null || !before) return;
    this.#undo = this.#undo.slice(0, -1);
    await this.#goTo(before);
  }

  #changed() {
    this.dirty = !isSame(this.#base, this.#typed);
    clearTimeout(this.#draftTimer);
    this.#draftTimer = setTimeout(() => this.keepDraft(), DRAFT_DELAY);
  }

  get canUndo() {
    return this.#undo.length > 0;
  }

  get canRedo() {
    return this.#redo.length > 0;
  }

  undo(): Promise<void> {
    const before = this.#undo.at(-1);
    if (!before) return Promise.resolve();
    this.#redo = [...this.#redo, this.#typed];
    this.#undo = this.#undo.slice(0, -1);
    return this.#goTo(before);
  }

  redo(): Promise<void> {
    const after = this.#redo.at(-1);
    if (!after) return Promise.resolve();
    this.#undo = [...this.#undo, this.#typed];
    this.#redo = this.#redo.slice(0, -1);
    return this.#goTo(after);
  }

  #goTo(typed: Typed): Promise<void> {
    this.removed = 0;
    this.#step = null;
    this.#put(typed);
    this.#changed();
    return this.tally();
  }

  /** Writes into one cell, key by key. */
  type(id: string, field: Parameters<typeof typed>[1], text: string): Promise<void> {
    return this.write(`${id} ${field}`, (t) => ({
      ...t,
      lines: t.lines.map((line) => (line.id === id ? typed(line, field, text) : line))
    }));
  }

  /** Changes single lines, as one step. */
  change(ids: readonly string[], how: (line: LineForm) => LineForm): Promise<void> {
    return this.edit((t) => ({
      ...t,
      lines: t.lines.map((line) => (ids.includes(line.id) ? how(line) : line))
    }));
  }

  /** Puts rows in at a place, each with an id of its own. */
  insert(at: number, rows: readonly LineForm[]) {
    const own = inFreeSets(this.lines, rows).map((row) => ({ ...row, id: newId() }));
    void this.edit((t) => ({ ...t, lines: t.lines.toSpliced(at, 0, ...own) }));
  }

  insertWords(at: number, kind: 'section' | 'note', words: string) {
    this.insert(at, [blank(kind, words)]);
  }

  duplicate(from: number, to: number) {
    this.insert(to + 1, this.lines.slice(from, to + 1));
  }

  /** Moves rows so that the first of them stands where another row stood. */
  move(from: number, to: number, target: number) {
    const count = to - from + 1;
    if (target < 0 || target > this.lines.length - count || target === from) return;
    void this.edit((t) => {
      const rows = t.lines.slice(from, to + 1);
      return { ...t, lines: t.lines.toSpliced(from, count).toSpliced(target, 0, ...rows) };
    });
  }

  remove(from: number, to = from) {
    void this.edit((t) => ({ ...t, lines: t.lines.toSpliced(from, to - from + 1) }));
    this.removed = to - from + 1;
  }

  /** Lets a line count in another way; the chosen one of a set puts the others of it second. */
  count(ids: readonly string[], way: Counting) {
    void this.edit((t) => ({
      ...t,
      lines: t.lines.map((line) => {
        if (ids.includes(line.id)) {
          return counting(line, { ...way, chosen: way.chosen && line.id === ids[0] });
        }
        const ousted = way.chosen && line.alternativeSet === way.alternativeSet;
        return ousted ? { ...line, chosen: false } : line;
      })
    }));
  }

  // What the core says of it.

  /**
   * Asks for the figures of what is typed. While an answer is on its way the next question waits, and only the last
   * one that waits is asked.
   */
  tally(): Promise<void> {
    this.#wanted++;
    this.#running ??= this.#ask();
    return this.#running;
  }

  async #ask() {
    let asked: number;
    do {
      asked = this.#wanted;
      const form = this.form;
      try {
        this.#answered(form, await this.home.tally(form, this.#answer));
        this.refusal = null;
      } catch (thrown) {
        this.refusal = asRefusal(thrown);
      }
    } while (asked !== this.#wanted);
    this.#running = null;
  }

  #answered(form: FormOf, got: Awaited<ReturnType<Home['tally']>>) {
    this.#answer = got.name;
    if (got.worksheet) {
      const changed = got.worksheet.lines;
      const lines = got.since ? this.#joined(form, changed) : changed;
      this.view = { ...got.worksheet, lines: [...lines], id: this.view.id, version: this.view.version };
      this.#show(lines);
      this.problems = [];
      this.#workedOut(form, lines);
    } else {
      // Stock is as it was; sums of sections are not known.
      this.#show(got.lines.map((line) => ({ ...line, supply: this.of(line.id)?.supply ?? null })));
      this.problems = problemsIn(form.lines, got.problems);
      this.#workedOut(form, got.lines);
    }
  }

  /** All lines, where an answer holds only those that are not as they were. */
  #joined(form: FormOf, changed: readonly LineView[]): LineView[] {
    const news = byId(changed, (line) => line.id);
    return form.lines.flatMap((line) => news.get(line.id) ?? this.of(line.id) ?? []);
  }

  /** Small sums that were worked out stand in their cells as numbers; what was typed since stays. */
  #workedOut(asked: FormOf, lines: readonly LineView[]) {
    const before = byId(asked.lines, (line) => line.id);
    const read = byId(lines, (line) => line.id);
    const next = this.lines.map((line) => {
      const got = read.get(line.id)?.typed;
      return got && line === before.get(line.id) && line.id !== this.typing && hasSum(line)
        ? plain(line, got)
        : line;
    });
    if (next.some((line, n) => line !== this.lines[n])) {
      this.lines = next;
    }
  }

  /** A cell is left: a sum in it may now be replaced by its number. */
  typedOut() {
    this.typing = '';
    this.endStep();
    if (this.lines.some(hasSum)) void this.tally();
  }

  /** The workings that a figure's is among; a landing's are of what it would be without a percent off the whole. */
  workings(of: string) {
    return this.home.workings(
      of.startsWith('landing.') ? { ...this.form, discountPercent: null, ...this.#target } : this.form
    );
  }

  picks(q: string) {
    return this.home.picks(q);
  }

  readPasted(text: string, columns: string[]) {
    return this.home.paste(text, columns);
  }

  get scenarios() {
    return this.home.scenarios;
  }

  /** Asks where a total or a margin would land; blank asks for nothing. A percent off the whole makes way for it. */
  async aim(kind: Aim, text: string): Promise<void> {
    const number = ++this.#landingAsked;
    this.#target = text.trim() === '' ? {} : { [AIMS[kind]]: text };
    if (text.trim() === '') {
      this.landing = null;
      this.aimProblem = undefined;
      return;
    }
    try {
      const got = await this.home.tally({ ...this.form, discountPercent: null, ...this.#target }, '');
      if (number !== this.#landingAsked) return;
      this.landing = got.worksheet?.landing ?? null;
      this.aimProblem =
        got.problems.find((p) => p.at.startsWith('target'))?.message ??
        (got.problems.length > 0 ? 'Correct the entries that are not valid first.' : undefined);
    } catch (thrown) {
      if (number === this.#landingAsked) this.aimProblem = asRefusal(thrown).message;
    }
  }

  /** Gives the amount that lands on the target. */
  land() {
    const landing = this.landing;
    if (!landing?.feasible) return;
    void this.edit((t) => ({ ...t, discountPercent: '', discountAmount: landing.documentDiscount }));
    this.#target = {};
    this.landing = null;
  }

  // What is kept.

  /** Keeps what is typed in this browser until it is saved. */
  keepDraft() {
    clearTimeout(this.#draftTimer);
    if (!this.dirty) this.#drafts.drop();
    else
      this.#drafts.keep({
        version: this.view.version,
        base: this.#base,
        mine: this.#typed
      });
  }

  /** Brings back what was typed and not saved, joined with what was saved since. */
  restore() {
    const draft = this.#drafts.read();
    if (!draft || this.view.locked) return;
    if (isSame(draft.base, draft.mine) || isSame(this.#base, draft.mine)) return this.#drafts.drop();
    this.#begin();
    if (draft.version === this.view.version) {
      this.#put(draft.mine);
      this.news = { words: 'Your unsaved lines are restored.', clashes: [] };
    } else {
      const merged = merge(draft.base, draft.mine, this.#base);
      this.#put(merged.typed);
      this.news = {
        words: 'Your unsaved lines are restored and joined with what was saved since.',
        clashes: merged.clashes
      };
    }
    this.#changed();
    void this.tally();
  }

  /** Somebody else saved: theirs is joined with what is typed here, and nothing of either is lost. */
  join(fresh: View, by: string) {
    const theirs = typedOf(fresh);
    const merged = merge(this.#base, this.#typed, theirs);
    this.#forget();
    this.#base = theirs;
    this.view = { ...this.view, version: fresh.version };
    this.#put(merged.typed);
    this.news = {
      words: `${by} saved lines in the meantime; theirs and yours are joined.`,
      clashes: merged.clashes
    };
    this.#changed();
    void this.tally();
  }

  /** Takes theirs where both changed the same. */
  takeTheirs(clash: Clash) {
    void this.edit((t) => clash.take(t));
    this.settle(clash);
  }

  /** Leaves what stands where both changed the same. */
  settle(clash: Clash) {
    if (!this.news) return;
    const clashes = this.news.clashes.filter((c) => c !== clash);
    this.news = clashes.length > 0 ? { ...this.news, clashes } : null;
  }

  /** Undoing must not take back what somebody else saved. */
  #forget() {
    this.#undo = [];
    this.#redo = [];
    this.#step = null;
  }

  /** The worksheet as it is kept now: what is newer than what was known here is shown or joined. */
  async seen(fresh: View): Promise<void> {
    if (this.busy || fresh.version < this.view.version) return;
    if (fresh.version > this.view.version) return this.#meet(fresh);
    // The lines are the same, but the probability or the credit may have changed.
    if (this.dirty) return this.tally();
    this.view = fresh;
    this.#show(fresh.lines);
  }

  async #meet(fresh: View): Promise<void> {
    const by = await this.home.savedBy();
    if (this.dirty) return this.join(fresh, by);
    this.#forget();
    this.take(fresh);
    this.news = { words: `${by} saved lines; they are shown.`, clashes: [] };
  }

  /** Keeps the lines. When somebody else did so first, theirs are joined and it is for the rep to save again. */
  async save(): Promise<boolean> {
    if (this.busy) return false;
    this.busy = true;
    clearTimeout(this.#againTimer);
    try {
      this.keepDraft();
      const saved = await this.home.save(this.view.version, this.form);
      this.take(saved);
      this.#drafts.drop();
      this.news = null;
      return true;
    } catch (thrown) {
      await this.#notSaved(asRefusal(thrown));
      return false;
    } finally {
      this.busy = false;
    }
  }

  async #notSaved(refusal: Refusal) {
    if (refusal.isConflict) {
      await this.home
        .kept()
        .then((fresh) => this.#meet(fresh))
        .catch(() => (this.refusal = refusal));
    } else if (refusal.status === 0) {
      this.waiting = true;
      this.#againTimer = setTimeout(() => void this.#again(), AGAIN_DELAY);
    } else {
      this.refusal = refusal;
      if (refusal.problems.length > 0) await this.tally();
    }
  }

  async #again() {
    if (this.waiting) await this.save();
  }

  /** The connection is back. */
  online() {
    if (this.waiting) void this.#again();
  }

  /** Drops what is typed, and shows what is kept. */
  async discard(): Promise<void> {
    const fresh = await this.home.kept();
    this.#forget();
    this.take(fresh);
    this.#drafts.drop();
    this.news = null;
  }

  /** The page is left. */
  close() {
    this.keepDraft();
    clearTimeout(this.#againTimer);
  }
}

function typedOf(view: View): Typed {
  return {
    lines: view.lines.flatMap((line) => line.typed ?? []),
    discountPercent: view.discountPercent ?? '',
    discountAmount: view.discountAmount ?? ''
  };
}

/** Problems by the lines they are at, as their places change while one types. */
function problemsIn(
  lines: readonly LineForm[],
  problems: readonly { at: string; message: string }[]
): Problem[] {
  return problems.map(({ at, message }) => {
    const [, row, field] = AT.exec(at) ?? [];
    return row === undefined
      ? { id: '', field: at, message }
      : { id: lines[Number(row)]?.id ?? '', field: field ?? '', message };
  });
}

/** Lines that were not touched are the same objects, so that only the others are looked into. */
function isSame(a: Typed, b: Typed): boolean {
  return (
    a.discountPercent === b.discountPercent &&
    a.discountAmount === b.discountAmount &&
    a.lines.length === b.lines.length &&
    a.lines.every((line, n) => line === b.lines[n] || JSON.stringify(line) === JSON.stringify(b.lines[n]))
  );
}

const NUMBERS = ['quantity', 'listPrice', 'unitCost', 'unitPrice', 'discountPercent', 'requestedOn'] as const;
const NOT_PLAIN = /[^0-9.-]/;

/** Whether a cell holds more than a plain number or day: a sum, a percent sign, a comma. */
function hasSum(line: LineForm): boolean {
  return NUMBERS.some((field) => {
    const text = line[field];
    return (
      text !== null &&
      text !== undefined &&
      (NOT_PLAIN.test(text) || (field !== 'requestedOn' && /\d-/.test(text)))
    );
  });
}

/** The numbers that were read in place of what was typed; a cell that could not be read stays. */
function plain(line: LineForm, read: LineForm): LineForm {
  const next = { ...line };
  for (const field of NUMBERS) {
    const got = read[field];
    if (line[field] && got && got !== line[field]) next[field] = got;
  }
  return next;
}
