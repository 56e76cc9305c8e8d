import Papa from 'papaparse';
import { bare } from '$lib/ui/format';
import {
  COLUMNS,
  countsAs,
  fieldOf,
  isLine,
  mayType,
  typed,
  type Column,
  type LineForm,
  type LineView
} from './lines';

/** What a cell holds, as another spreadsheet reads it: plain numbers, no groups of three. */
function cell(line: LineForm, view: LineView | undefined, column: Column): string {
  const figures = view?.figures;
  switch (column) {
    case 'code':
      return line.product ?? '';
    case 'what':
      return line.description;
    case 'quantity':
      return line.quantity;
    case 'list':
      return figures?.listUnit ?? line.listPrice ?? '';
    case 'price':
      return line.unitPrice ?? figures?.unitPrice ?? '';
    case 'discount':
      return line.discountPercent ? bare(line.discountPercent) + '%' : '';
    case 'counts':
      return countsAs(line);
    case 'ready':
      return line.requestedOn ?? '';
    case 'final':
      return figures?.finalAmount ?? view?.subtotal?.contract ?? '';
    case 'margin':
      return figures?.marginPercent ?? view?.subtotal?.marginPercent ?? '';
  }
}

/** Columns that hold words, even where these look like a number. */
const WORDS = new Set<Column>(['code', 'what', 'counts', 'ready']);

/** Cells as a spreadsheet takes them: parted by tabs, rows by line ends, quoted where they must be. */
export function copied(
  lines: readonly LineForm[],
  of: (id: string) => LineView | undefined,
  columns: readonly Column[]
): string {
  return Papa.unparse(
    lines.map((line) =>
      columns.map((column) =>
        WORDS.has(column) ? cell(line, of(line.id), column) : bare(cell(line, of(line.id), column))
      )
    ),
    { delimiter: '\t', newline: '\n' }
  );
}

/** Whole rows as they are pasted here again: what the price was found at is found anew. */
export function copiedRows(lines: readonly LineForm[]): string {
  return Papa.unparse(
    lines.map((line) =>
      isLine(line)
        ? [
            line.product ?? '',
            line.product ? '' : line.description,
            bare(line.quantity),
            bare(line.unitPrice ?? (line.product ? '' : (line.listPrice ?? ''))),
            line.discountPercent ? bare(line.discountPercent) + '%' : '',
            line.requestedOn ?? ''
          ]
        : [line.description]
    ),
    { delimiter: '\t', newline: '\n' }
  );
}

/** Under which our own rows lie in the clipboard beside their text, with all that a text cannot say of them. */
export const OWN_ROWS = 'application/x-firm-tally-rows';

/** Rows that were copied here; none when there are none, or what lies there is something else. */
export function ownRows(json: string | undefined): LineForm[] | null {
  if (!json) return null;
  try {
    const rows = JSON.parse(json) as LineForm[];
    const areRows = Array.isArray(rows) && rows.every((row) => typeof row?.description === 'string');
    return areRows && rows.length > 0 ? rows : null;
  } catch {
    return null;
  }
}

/** The cells of a text that was copied from a spreadsheet. */
export function cells(text: string): string[][] {
  return Papa.parse<string[]>(text.replace(/\r?\n$/, ''), { delimiter: '\t' }).data;
}

/**
 * Lines with a block of cells written over them, from a column on. A single cell is written into every chosen row.
 * Cells that only show are passed over.
 */
export function overwritten(
  lines: readonly LineForm[],
  from: number,
  column: Column,
  block: readonly (readonly string[])[],
  repeat: number
): LineForm[] {
  const first = COLUMNS.indexOf(column);
  const rows = block.length === 1 ? Math.max(repeat, 1) : block.length;
  return lines.map((line, n) => {
    const row = n - from;
    if (row < 0 || row >= rows) return line;
    const texts = block[block.length === 1 ? 0 : row] ?? [];
    return texts.reduce((next, text, k) => {
      const target = COLUMNS[first + k];
      const field = target && fieldOf(target);
      if (!target || !field || field === 'product' || !mayType(next, target)) return next;
      return text.trim() === '' ? next : typed(next, field, text.trim());
    }, line);
  });
}
