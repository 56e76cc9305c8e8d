import { SvelteMap, SvelteSet } from 'svelte/reactivity';
import { api, ask, type Schemas } from '$lib/api/client';

export type Row = Schemas['OpportunityRow'];
type Page = { rows: Row[]; after: string | null };
type Group = Schemas['GroupRow'];
type Query = Record<string, string | number>;

/** A line of the list as it is drawn. */
export type Line =
  | { kind: 'group'; group: Group; open: boolean }
  | { kind: 'row'; row: Row; in: string }
  | { kind: 'more'; in: string };

/** The rows of one group, as far as they are loaded; the whole list is a group without a name. */
type Loaded = { rows: Row[]; next: string | null; busy: boolean };

/** Pages of the list, loaded as they are scrolled to; the last question asked wins. */
export class Pages {
  groups = $state.raw<Group[]>([]);
  readonly loaded = new SvelteMap<string, Loaded>();
  readonly open = new SvelteSet<string>();
  ready = $state(false);
  failure = $state.raw<unknown>(null);
  #query = $state.raw<Query>({});
  #asked = 0;

  /** Starts anew with another narrowing; `grouped` tells whether rows are gathered. */
  async start(query: Query) {
    const number = ++this.#asked;
    this.#query = query;
    const grouped = Boolean(query['group']);
    try {
      const groups = grouped ? await ask(api.GET('/api/opportunities/groups', { params: { query } })) : [];
      const kept = [...this.open].filter((key) => groups.some((g) => g.key === key));
      const keys = grouped ? kept : [''];
      const pages = await Promise.all(keys.map((key) => this.#page(key, '')));
      if (number !== this.#asked) return;
      this.groups = groups;
      this.open.clear();
      kept.forEach((key) => this.open.add(key));
      this.loaded.clear();
      keys.forEach((key, n) =>
        this.loaded.set(key, { rows: pages[n]?.rows ?? [], next: pages[n]?.after ?? null, busy: false })
      );
      this.failure = null;
    } catch (thrown) {
      if (number === this.#asked) this.failure = thrown;
    } finally {
      if (number === this.#asked) this.ready = true;
    }
  }

  #page(key: string, after: string): Promise<Page> {
    const grouped = Boolean(this.#query['group']);
    const query = { ...this.#query, ...(grouped ? { key } : {}), ...(after ? { after } : {}) };
    return ask(api.GET('/api/opportunities', { params: { query } }));
  }

  /** Unfolds a group, or folds it again. */
  async toggle(key: string) {
    if (this.open.delete(key)) return;
    if (!this.loaded.has(key)) {
      const number = this.#asked;
      const page = await this.#page(key, '');
      if (number !== this.#asked) return;
      this.loaded.set(key, { rows: page.rows, next: page.after, busy: false });
    }
    this.open.add(key);
  }

  /** Loads what follows in a group. */
  async further(key: string) {
    const before = this.loaded.get(key);
    if (!before?.next || before.busy) return;
    const number = this.#asked;
    this.loaded.set(key, { ...before, busy: true });
    const page = await this.#page(key, before.next);
    if (number !== this.#asked) return;
    this.loaded.set(key, { rows: [...before.rows, ...page.rows], next: page.after, busy: false });
  }

  /** Everything that is unfolded, one line after the other. */
  get lines(): Line[] {
    if (!this.#query['group']) return this.#of('');
    return this.groups.flatMap((group) => [
      { kind: 'group' as const, group, open: this.open.has(group.key) },
      ...(this.open.has(group.key) ? this.#of(group.key) : [])
    ]);
  }

  #of(key: string): Line[] {
    const loaded = this.loaded.get(key);
    if (!loaded) return [];
    const rows = loaded.rows.map((row) => ({ kind: 'row' as const, row, in: key }));
    return loaded.next ? [...rows, { kind: 'more' as const, in: key }] : rows;
  }
}
