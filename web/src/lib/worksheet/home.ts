import { api, ask, send, type Schemas } from '$lib/api/client';

export type View = Schemas['WorksheetView'];
export type FormOf = Schemas['WorksheetForm'];

/** Where a worksheet hangs, and so where it is worked out and kept. */
export type Home = {
  /** by which what is typed is kept in this browser */
  key: string;
  /** where the saved lines are as a workbook @default nowhere */
  book?: string;
  /** with the name of the last answer, only lines that are not as they were in it are answered */
  tally: (form: FormOf, since: string) => Promise<Schemas['Tallied']>;
  save: (version: number, form: FormOf) => Promise<View>;
  /** the worksheet as it is kept now */
  kept: () => Promise<View>;
  /** who saved its lines last */
  savedBy: () => Promise<string>;
  /** how the figures of what is typed came about */
  workings: (form: FormOf) => Promise<Schemas['WorkingView'][]>;
  picks: (q: string) => Promise<Schemas['Pick'][]>;
  /** @param columns what each is said to be; empty to find it out */
  paste: (text: string, columns: string[]) => Promise<Schemas['Pasted']>;
  scenarios: {
    list: () => Promise<Schemas['ScenarioRow'][]>;
    keep: (name: string, lines: FormOf) => Promise<unknown>;
    drop: (scenario: number) => Promise<unknown>;
    back: (scenario: number) => Promise<unknown>;
    compare: (scenario: number, form: FormOf) => Promise<Schemas['CompareView']>;
  };
};

/** What is left out is the same as nothing, and a question is asked at each key: it is sent without it. */
function withoutNothing(body: unknown): string {
  return JSON.stringify(body, (_, value: unknown) => (value === null ? undefined : value));
}

export type HomeKind = 'opportunities' | 'quotes';

export function homeOf(home: HomeKind, id: number): Home {
  const header = (version: number) => ({ path: { id }, header: { 'If-Match': `"${version}"` } });
  const path = { home, id };
  const one = (scenario: number) => ({ path: { ...path, scenario } });
  return {
    key: `${home}/${id}`,
    book: `/api/${home}/${id}/worksheet.xlsx`,
    // A question is asked at each key: it is on its way before the page is drawn.
    tally: (body, since) =>
      send(`/api/${home}/${id}/tally?since=${encodeURIComponent(since)}`, withoutNothing(body)),
    save:
      home === 'quotes'
        ? (version, body) => ask(api.PUT('/api/quotes/{id}/worksheet', { params: header(version), body }))
        : (version, body) =>
            ask(api.PUT('/api/opportunities/{id}/worksheet', { params: header(version), body })),
    kept: async () =>
      (home === 'quotes'
        ? await ask(api.GET('/api/quotes/{id}', { params: { path: { id } } }))
        : await ask(api.GET('/api/opportunities/{id}', { params: { path: { id } } }))
      ).worksheet,
    savedBy: async () => {
      const kind = home === 'quotes' ? 'quote' : 'opportunity';
      const changes = await ask(api.GET('/api/records/{kind}/{id}/log', { params: { path: { kind, id } } }));
      return changes.rows.find((change) => change.what === 'lines')?.person ?? 'Somebody else';
    },
    workings:
      home === 'quotes'
        ? (body) => ask(api.POST('/api/quotes/{id}/workings', { params: { path: { id } }, body }))
        : (body) => ask(api.POST('/api/opportunities/{id}/workings', { params: { path: { id } }, body })),
    picks: (q) => ask(api.GET('/api/{home}/{id}/picks', { params: { path, query: { q } } })),
    paste: (text, columns) =>
      ask(api.POST('/api/{home}/{id}/paste', { params: { path }, body: { text, columns } })),
    scenarios: {
      list: () => ask(api.GET('/api/{home}/{id}/scenarios', { params: { path } })),
      keep: (name, lines) =>
        ask(api.POST('/api/{home}/{id}/scenarios', { params: { path }, body: { name, lines } })),
      drop: (scenario) => ask(api.DELETE('/api/{home}/{id}/scenarios/{scenario}', { params: one(scenario) })),
      back: (scenario) =>
        ask(api.POST('/api/{home}/{id}/scenarios/{scenario}/back', { params: one(scenario) })),
      compare: (scenario, body) =>
        ask(api.POST('/api/{home}/{id}/scenarios/{scenario}/compare', { params: one(scenario), body }))
    }
  };
}

/** An order is never typed in: it is what was agreed. */
export function homeOfOrder(id: number): Home {
  const locked = () => Promise.reject(new Error('an order cannot be typed in'));
  return {
    key: `orders/${id}`,
    tally: locked,
    save: locked,
    kept: locked,
    savedBy: locked,
    workings: () => ask(api.GET('/api/orders/{id}/workings', { params: { path: { id } } })),
    picks: locked,
    paste: locked,
    scenarios: { list: () => Promise.resolve([]), keep: locked, drop: locked, back: locked, compare: locked }
  };
}
