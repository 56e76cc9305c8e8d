/** What the list of opportunities is narrowed to: the same words as in the address and in kept views. */
export const FIELDS = [
  'state',
  'owner',
  'team',
  'process',
  'stage',
  'account',
  'tag',
  'competitor',
  'priority',
  'interest',
  'business',
  'source',
  'campaign',
  'own',
  'attention',
  'from',
  'to',
  'q',
  'sort',
  'group',
  'then',
  // How it is shown: as a sheet, a list or a calendar, and the columns of the list.
  'as',
  'cols'
] as const;
export type Field = (typeof FIELDS)[number];

export type Values = Partial<Record<Field, string>>;

/** Reads a text such as "owner=3&attention=no-contact"; what is empty or not known is left out. */
export function parse(text: string): Values {
  const params = new URLSearchParams(text);
  const values: Values = {};
  for (const field of FIELDS) {
    const value = params.get(field);
    if (value) values[field] = value;
  }
  return values;
}

/** As it stands in an address, in a fixed order. */
export function write(values: Values): string {
  const params = new URLSearchParams();
  for (const field of FIELDS) {
    const value = values[field];
    if (value) params.set(field, value);
  }
  return params.toString();
}
