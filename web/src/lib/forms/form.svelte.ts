import { untrack } from 'svelte';
import { asRefusal, type Refusal } from '$lib/api/client';
import { session } from '$lib/shell/session.svelte';
import { Kept } from '$lib/ui/kept';

/** Values of a record, and the version that they are of. */
export type Read<V> = { values: V; version: number };

type Draft<V> = Read<V> & { base: V };

/** What a form asks of those who use it. */
export type Asked<V, A> = {
  /** what it begins with: copied, so that a record shown anew does not reach what is typed */
  values: V;
  /** the version that the values are of @default 0 for what is not there yet */
  version?: number;
  /** under which name unsaved entries outlive a reload; without one they do not, as for passwords */
  draft?: string;
  send: (values: V, version: number) => Promise<A>;
  /** what is there now, for whoever was overtaken by a colleague; without values only the version counts */
  reread?: () => Promise<{ values?: V; version: number }>;
  /** after it was sent */
  done?: (answer: A) => unknown;
};

function copy<T>(of: T): T {
  const taken: unknown = $state.snapshot(of);
  return taken as T;
}

const same = (one: unknown, other: unknown) => JSON.stringify(one) === JSON.stringify(other);

/**
 * What is typed into a form, with the version it came from: an event that shows the record anew changes
 * neither. Where a colleague was first both are compared, and one takes theirs or saves one's own; what
 * one did not touch is theirs in either case.
 */
export class Form<V extends object, A = unknown> {
  values = $state() as V;
  refusal = $state.raw<Refusal | null>(null);
  busy = $state(false);
  /** what a colleague saved in the meantime */
  theirs = $state.raw<Read<V> | null>(null);
  /** whether the values are of a draft that was found again */
  restored = $state(false);
  /** the words beside each field, by its name: for telling what is wrong, and what differs */
  readonly labels: Record<string, string> = {};
  #base = $state.raw() as V;
  #version: number;
  /** what it is put back to */
  #given: Read<V>;
  #kept: Kept<Draft<V>> | null;

  constructor(private readonly asked: Asked<V, A>) {
    const values = untrack(() => copy(asked.values));
    this.values = values;
    this.#base = copy(values);
    this.#version = asked.version ?? 0;
    this.#given = { values: this.#base, version: this.#version };
    const name = asked.draft;
    this.#kept = name ? new Kept(`firm-tally form ${untrack(() => session.me?.id ?? 0)} ${name}`) : null;
    const draft = this.#kept?.read();
    if (draft && !same(draft.values, draft.base)) {
      this.values = draft.values;
      this.#base = draft.base;
      this.#version = draft.version;
      this.restored = true;
    }
    this.#remember();
  }

  /** Keeps what is typed as it is typed: nothing is left to do when the form goes, by whichever way. */
  #remember() {
    const kept = this.#kept;
    if (!kept) return;
    $effect(() => {
      const draft = { values: copy(this.values), base: this.#base, version: this.#version };
      if (same(draft.values, draft.base)) kept.drop();
      else kept.keep(draft);
    });
  }

  get dirty(): boolean {
    return !same(this.values, this.#base);
  }

  at(field: string): string | undefined {
    return this.refusal?.at(field);
  }

  /** Entries to correct, by the words beside them; those without a field are in the refusal's own words. */
  get wrong(): string[] {
    const at = this.refusal?.problems.map((problem) => problem.at) ?? [];
    return at
      .flatMap((field) => this.labels[field] ?? [])
      .filter((label, n, all) => all.indexOf(label) === n);
  }

  /** Sends it, for a form's onsubmit. */
  readonly submit = (event?: Event) => {
    event?.preventDefault();
    void this.send();
  };

  /** Whether it was taken. While one is under way another is not begun. */
  async send(): Promise<boolean> {
    if (this.busy) return false;
    this.busy = true;
    this.refusal = null;
    try {
      const answer = await this.asked.send(copy(this.values), this.#version);
      this.forget();
      await this.asked.done?.(answer);
      return true;
    } catch (thrown) {
      this.refusal = asRefusal(thrown);
      if (this.refusal.isConflict) await this.#compare();
      return false;
    } finally {
      this.busy = false;
    }
  }

  async #compare() {
    const reread = this.asked.reread;
    if (!reread) return;
    try {
      const { values = copy(this.values), version } = await reread();
      this.theirs = { values, version };
    } catch (thrown) {
      this.refusal = asRefusal(thrown);
    }
  }

  /** Where both changed a field, or they did: its name, what it was, what each made of it. */
  get differences(): { field: string; mine: unknown; theirs: unknown; touched: boolean }[] {
    const theirs = this.theirs?.values;
    if (!theirs) return [];
    return (Object.keys(theirs) as (keyof V & string)[])
      .filter((field) => !same(theirs[field], this.values[field]))
      .map((field) => ({
        field,
        mine: this.values[field],
        theirs: theirs[field],
        touched: !same(this.values[field], this.#base[field])
      }));
  }

  takeTheirs() {
    if (!this.theirs) return;
    this.#begin(this.theirs);
  }

  /** Saves what was typed over theirs; what was not touched stays as they made it. */
  async saveMine(): Promise<boolean> {
    const theirs = this.theirs;
    if (!theirs) return false;
    const mine = { ...theirs.values };
    for (const field of Object.keys(mine) as (keyof V)[]) {
      if (!same(this.values[field], this.#base[field])) mine[field] = copy(this.values[field]);
    }
    this.#begin(theirs);
    this.values = mine;
    return this.send();
  }

  #begin(read: Read<V>) {
    this.#given = read;
    this.values = copy(read.values);
    this.#base = copy(read.values);
    this.#version = read.version;
    this.theirs = null;
    this.refusal = null;
    this.restored = false;
  }

  /** Shows what the record has become, unless something was typed: then it is compared when it is saved. */
  follow(read: Read<V>) {
    if (this.dirty || this.busy || read.version === this.#version) return;
    this.#begin(read);
  }

  /** Shows other values, such as those of the record after it was saved, or of another one. */
  begin(values: V, version = 0) {
    this.#begin({ values, version });
  }

  /** Puts back what it began with. */
  discard() {
    this.#begin(this.#given);
    this.#kept?.drop();
  }

  /** What was typed is saved, so there is nothing to find again. */
  forget() {
    this.#base = copy(this.values);
    this.theirs = null;
    this.restored = false;
    this.#kept?.drop();
  }
}
