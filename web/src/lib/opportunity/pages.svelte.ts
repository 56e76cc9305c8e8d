import { SvelteMap, SvelteSet } from 'svelte/reactivity';
import { api, ask, type Schemas } from '$lib/api/client';

export type Row = Schemas['OpportunityRow'];
type Page = { rows: Row[]; after: string | null };
type Group = Schemas['GroupRow'];
type Query = Record<string, string | number>;

/** Where rows lie: in the whole list, in a group, or in a group of a group. */
type Place = readonly string[];

/** A line of the list as it is drawn; its place is written as one text. */
export type Line =
  | { kind: 'group'; group: Group; open: boolean; at: string; depth: number }
  | { kind: 'row'; row: Row; in: string }
  | { kind: 'more'; in: string };

/** What lies in a place, as far as it is loaded: groups, or rows. */
type Loaded = { groups: Group[] | null; rows: Row[]; next: string | null; busy: boolean };

const WHOLE: Place = [];
const name = (place: Place) => JSON.stringify(place);
const placeOf = (text: string) => JSON.parse(text) as Place;

/** Pages of the list, loaded as they are scrolled to; the last question asked wins. */
export class Pages {
  readonly loaded = new SvelteMap<string, Loaded>();
  readonly open = new SvelteSet<string>();
  ready = $state(false);
  failure = $state.raw<unknown>(null);
  #query = $state.raw<Query>({});
  #asked = 0;

  /** By how many fields rows are grouped: none, one, or one within the other. */
  get #depth(): number {
    if (!this.#query['group']) return 0;
    return this.#query['then'] ? 2 : 1;
  }

  /** The groups of the whole list; none where it is not grouped. */
  get groups(): Group[] {
    return this.loaded.get(name(WHOLE))?.groups ?? [];
  }

  /** Starts anew with another narrowing; what was unfolded and is still there stays so. */
  async start(query: Query) {
    const number = ++this.#asked;
    this.#query = query;
    try {
      const whole = await this.#load(WHOLE);
      const kept = await this.#unfolded(WHOLE, whole);
      if (number !== this.#asked) return;
      this.loaded.clear();
      this.open.clear();
      this.loaded.set(name(WHOLE), whole);
      for (const [place, loaded] of kept) {
        this.open.add(place);
        this.loaded.set(place, loaded);
      }
      this.failure = null;
    } catch (thrown) {
      if (number === this.#asked) this.failure = thrown;
    } finally {
      if (number === this.#asked) this.ready = true;
    }
  }

  /** What was unfolded in a place, loaded anew. */
  async #unfolded(place: Place, loaded: Loaded): Promise<[string, Loaded][]> {
    const within = (loaded.groups ?? []).map((g) => [...place, g.key]).filter((p) => this.open.has(name(p)));
    const all = await Promise.all(
      within.map(async (p): Promise<[string, Loaded][]> => {
        const found = await this.#load(p);
        return [[name(p), found], ...(await this.#unfolded(p, found))];
      })
    );
    return all.flat();
  }

  async #load(place: Place): Promise<Loaded> {
    if (place.length < this.#depth) {
      const query = this.#in(place);
      const groups = await ask(api.GET('/api/opportunities/groups', { params: { query } }));
      return { groups, rows: [], next: null, busy: false };
    }
    const page = await this.#page(place, '');
    return { groups: null, rows: page.rows, next: page.after, busy: false };
  }

  #in([key, thenKey]: Place): Query {
    return {
      ...this.#query,
      ...(key === undefined ? {} : { key }),
      ...(thenKey === undefined ? {} : { thenKey })
    };
  }

  #page(place: Place, after: string): Promise<Page> {
    const query = { ...this.#in(place), ...(after ? { after } : {}) };
    return ask(api.GET('/api/opportunities', { params: { query } }));
  }

  /** Unfolds a group, or folds it again. */
  async toggle(at: string) {
    if (this.open.delete(at)) return;
    if (!this.loaded.has(at)) {
      const number = this.#asked;
      const loaded = await this.#load(placeOf(at));
      if (number !== this.#asked) return;
      this.loaded.set(at, loaded);
    }
    this.open.add(at);
  }

  /** Loads what follows in a place. */
  async further(at: string) {
    const before = this.loaded.get(at);
    if (!before?.next || before.busy) return;
    const number = this.#asked;
    this.loaded.set(at, { ...before, busy: true });
    const page = await this.#page(placeOf(at), before.next);
    if (number !== this.#asked) return;
    this.loaded.set(at, { ...before, rows: [...before.rows, ...page.rows], next: page.after, busy: false });
  }

  /** Everything that is unfolded, one line after the other. */
  get lines(): Line[] {
    return this.#of(WHOLE);
  }

  #of(place: Place): Line[] {
    const at = name(place);
    const loaded = this.loaded.get(at);
    if (!loaded) return [];
    if (loaded.groups) return loaded.groups.flatMap((group) => this.#ofGroup(place, group));
    const rows = loaded.rows.map((row) => ({ kind: 'row' as const, row, in: at }));
    return loaded.next ? [...rows, { kind: 'more' as const, in: at }] : rows;
  }

  #ofGroup(place: Place, group: Group): Line[] {
    const within = [...place, group.key];
    const at = name(within);
    const open = this.open.has(at);
    const line: Line = { kind: 'group', group, open, at, depth: place.length };
    return open ? [line, ...this.#of(within)] : [line];
  }
}
