import { FIELDS, parse, write, type Field, type Values } from './narrowing';

/** A narrowing that is read from a text such as "owner=3&attention=no-contact" and written as one. */
export class Narrow {
  values = $state<Values>({});

  constructor(text = '') {
    this.read(text);
  }

  read(text: string) {
    this.values = parse(text);
  }

  get(field: Field): string {
    return this.values[field] ?? '';
  }

  set(field: Field, value: string) {
    const rest = { ...this.values };
    delete rest[field];
    this.values = value ? { ...rest, [field]: value } : rest;
  }

  /** As it stands in an address, in a fixed order. */
  get text(): string {
    return write(this.values);
  }

  /** As the API asks for it. */
  get query() {
    const { owner, stage, account, ...words } = this.values;
    delete words.as;
    delete words.cols;
    return {
      ...words,
      ...(owner ? { owner: Number(owner) } : {}),
      ...(stage ? { stage: Number(stage) } : {}),
      ...(account ? { account: Number(account) } : {})
    };
  }

  /** How many of the finer filters are set, beside state, owner, process and text. */
  get finer(): number {
    const plain: Field[] = ['state', 'owner', 'team', 'process', 'q', 'sort', 'group', 'then', 'as', 'cols'];
    return FIELDS.filter((f) => !plain.includes(f) && this.values[f]).length;
  }
}
