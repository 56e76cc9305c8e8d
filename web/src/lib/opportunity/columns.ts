import { isFigure } from '$lib/ownfield/own';
/** What the list of opportunities can show of each, in the order in which it stands. */
export type ListColumn = {
  key: string;
  label: string;
  /** as wide as a grid's track */
  width: string;
  /** right-aligned @default false */
  figure?: boolean;
  /** what the list is sorted by when its title is pressed */
  sort?: string;
  /** shown unless columns are chosen @default false */
  usual?: boolean;
  /** the kind of field of one that the company added */
  own?: string;
};

export const LIST_COLUMNS: readonly ListColumn[] = [
  { key: 'title', label: 'Title', width: 'minmax(120px, 1.5fr)', sort: 'title', usual: true },
  { key: 'account', label: 'Account', width: 'minmax(110px, 1.2fr)', sort: 'account', usual: true },
  { key: 'stage', label: 'Stage', width: 'minmax(90px, 0.9fr)', sort: 'stage', usual: true },
  { key: 'process', label: 'Process', width: 'minmax(90px, 0.7fr)' },
  { key: 'probability', label: 'Probability', width: '54px', usual: true },
  { key: 'value', label: 'Value', width: '104px', figure: true, sort: 'value', usual: true },
  { key: 'weighted', label: 'Weighted', width: '104px', figure: true },
  { key: 'budget', label: 'Budget', width: '104px', figure: true },
  { key: 'close', label: 'Closes', width: '78px', figure: true, sort: 'close', usual: true },
  { key: 'age', label: 'Days in stage', width: '58px', figure: true, sort: 'age', usual: true },
  { key: 'last', label: 'Last activity', width: '70px' },
  { key: 'next', label: 'Next activity', width: '70px', usual: true },
  { key: 'priority', label: 'Priority', width: '64px' },
  { key: 'source', label: 'Source', width: 'minmax(76px, 0.7fr)' },
  { key: 'campaign', label: 'Campaign', width: 'minmax(76px, 0.7fr)' },
  { key: 'owner', label: 'Owner', width: 'minmax(76px, 0.7fr)', sort: 'owner', usual: true },
  { key: 'attention', label: 'Needs attention', width: 'minmax(92px, 1fr)', usual: true }
];

/** The fields that a company added, as columns; shown when they are chosen. */
export function ownColumns(
  fields: readonly { key: string; name: string; record: string; kind: string; inList: boolean }[]
) {
  return fields
    .filter((field) => field.record === 'opportunity' && field.inList)
    .map((field): ListColumn => ({
      key: field.key,
      label: field.name,
      width: 'minmax(84px, 0.8fr)',
      figure: isFigure(field.kind),
      own: field.kind
    }));
}

/** Those that are shown; a text such as "title,value" names them, none is the usual ones. */
export function shownColumns(text: string, own: readonly ListColumn[] = []): ListColumn[] {
  const chosen = text.split(',').filter(Boolean);
  const shown = [...LIST_COLUMNS, ...own].filter((c) =>
    chosen.length > 0 ? chosen.includes(c.key) : c.usual
  );
  return shown.length > 0 ? shown : LIST_COLUMNS.filter((c) => c.usual);
}

/** The text that names some columns; blank where they are the usual ones. */
export function namedColumns(keys: readonly string[], own: readonly ListColumn[] = []): string {
  const names = (list: readonly ListColumn[]) => list.map((c) => c.key).join(',');
  const chosen = names([...LIST_COLUMNS, ...own].filter((c) => keys.includes(c.key)));
  return chosen === names(LIST_COLUMNS.filter((c) => c.usual)) ? '' : chosen;
}

const GAP = 10;
const NUMBER = '88px';

/** The tracks of a row's grid, the number first. */
export function tracksOf(columns: readonly ListColumn[]): string {
  return [NUMBER, ...columns.map((c) => c.width)].join(' ');
}

/** How narrow a row may become, in pixels: the least width of each track, and the gaps. */
export function leastWidth(columns: readonly ListColumn[]): number {
  const least = (width: string) => Number(/\d+/.exec(width)?.[0] ?? 0);
  return columns.reduce((sum, c) => sum + least(c.width) + GAP, least(NUMBER) + 2 * GAP);
}
