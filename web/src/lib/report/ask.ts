/** What a table is asked for, as it stands in an address. */
export type TableAsk = {
  subject?: string;
  rows?: string;
  columns?: string;
  measures?: string;
  filter?: string;
  day?: string;
  period?: string;
  from?: string;
  to?: string;
  show?: string;
  sort?: string;
};

export const PARTS = [
  'subject',
  'rows',
  'columns',
  'measures',
  'filter',
  'day',
  'period',
  'from',
  'to',
  'show',
  'sort'
] as const;

/** Reads it from an address; what is not there is what is usual for the screen. */
export function read(text: string | URLSearchParams, usual: TableAsk = {}): TableAsk {
  const values = typeof text === 'string' ? new URLSearchParams(text) : text;
  const ask: TableAsk = {};
  for (const part of PARTS) {
    const value = values.has(part) ? (values.get(part) ?? '') : (usual[part] ?? '');
    if (value) ask[part] = value;
  }
  return ask;
}

/** Writes it as an address; what is as usual is left out. */
export function write(ask: TableAsk, usual: TableAsk = {}): string {
  const values = new URLSearchParams();
  for (const part of PARTS) {
    const value = ask[part] ?? '';
    if (value !== (usual[part] ?? '')) values.set(part, value);
  }
  return values.toString();
}

export const list = (text: string | undefined): string[] => (text ? text.split(',') : []);

/** What it is narrowed to: the keys of each field. */
export function filters(text: string | undefined): { field: string; keys: string[] }[] {
  return (text ?? '')
    .split(';')
    .filter((part) => part.includes(':'))
    .map((part) => {
      const at = part.indexOf(':');
      return {
        field: part.slice(0, at),
        keys: part
          .slice(at + 1)
          .split(',')
          .map((key) => decodeURIComponent(key.replaceAll('+', ' ')))
      };
    });
}

/** As the address has it. */
export function filterText(all: { field: string; keys: string[] }[]): string {
  return all
    .filter((f) => f.keys.length > 0)
    .map((f) => f.field + ':' + f.keys.map(encodeURIComponent).join(','))
    .join(';');
}

/** Narrowed to some keys of a field; none takes the field out. */
export function narrowed(text: string | undefined, field: string, keys: string[]): string {
  return filterText([...filters(text).filter((f) => f.field !== field), { field, keys }]);
}

/** The question behind a figure: the same narrowed to the groups in whose row and column it stands. */
export function behind(
  ask: TableAsk,
  rows: readonly string[],
  rowKeys: readonly string[],
  columns: readonly string[],
  columnKeys: readonly string[],
  /** which records the figure counts */
  within = ''
): TableAsk {
  const fields = [
    ...rowKeys.map((key, n) => [rows[n], key] as const),
    ...columnKeys.map((key, n) => [columns[n], key] as const)
  ];
  let filter = ask.filter;
  for (const [field, key] of fields) {
    if (field) filter = narrowed(filter, field, [key]);
  }
  for (const { field, keys } of filters(within)) {
    const set = filters(filter).find((f) => f.field === field)?.keys;
    filter = narrowed(filter, field, set ? set.filter((key) => keys.includes(key)) : keys);
  }
  const { subject, day, period, from, to } = ask;
  return clean({ subject, filter, day, period, from, to });
}

/** Without what is not set. */
export function clean(ask: { [part in keyof TableAsk]: string | undefined }): TableAsk {
  return Object.fromEntries(Object.entries(ask).filter(([, value]) => !!value));
}

/** A field moved onto rows or columns, or off them; no field stands in two places. */
export function put(ask: TableAsk, field: string, to: 'rows' | 'columns' | null): TableAsk {
  const without = (text: string | undefined) => list(text).filter((f) => f !== field);
  const rows = without(ask.rows);
  const columns = without(ask.columns);
  // Two levels fit: what comes third takes the place of the second.
  if (to === 'rows') rows.splice(rows.length < 2 ? rows.length : 1, 1, field);
  if (to === 'columns') columns.splice(columns.length < 2 ? columns.length : 1, 1, field);
  return clean({ ...ask, rows: rows.join(','), columns: columns.join(','), sort: '' });
}
