import type { Schemas } from '$lib/api/client';
import { position } from '$lib/ui/format';

/** A line or a colour of bars: its name, and a place for each row. */
export type Series = { name: string; values: { text: string; place: number }[] };
export type Drawn = { names: string[]; series: Series[]; kind: string; left: number };

const MOST_ROWS = 36;
const MOST_SERIES = 6;

/**
 * What is drawn of a table: its rows of the first level; beside each other the columns of the first
 * figure, or where there are none its figures of the same kind. Places are for drawing only.
 */
export function drawn(table: Schemas['TableView']): Drawn {
  const rows = table.rows.filter((r) => r.keys.length === 1);
  const some = rows.slice(0, MOST_ROWS);
  const width = table.columnFields.length;
  const kind = table.figures[0]?.kind ?? 'count';
  const at = (row: Schemas['TableRow'], column: number, figure: number) => {
    const text = row.cells[column]?.[figure] ?? '';
    return { text, place: position(text || '0') };
  };
  let series: Series[];
  if (width > 0) {
    series = table.columns
      .map((c, n) => ({ c, n }))
      .filter(({ c }) => c.keys.length === 1)
      .map(({ c, n }) => ({ name: c.label, values: some.map((row) => at(row, n, 0)) }));
  } else {
    series = table.figures
      .map((f, n) => ({ f, n }))
      .filter(({ f }) => f.kind === kind)
      .slice(0, 2)
      .map(({ f, n }) => ({ name: f.title, values: some.map((row) => at(row, 0, n)) }));
  }
  const weight = (s: Series) => s.values.reduce((sum, v) => sum + Math.abs(v.place), 0);
  const kept =
    series.length <= MOST_SERIES
      ? series
      : [...series]
          .sort((a, b) => weight(b) - weight(a))
          .slice(0, MOST_SERIES)
          .sort((a, b) => series.indexOf(a) - series.indexOf(b));
  return {
    names: some.map((r) => r.label),
    series: kept,
    kind,
    left: rows.length - some.length + series.length - kept.length
  };
}
