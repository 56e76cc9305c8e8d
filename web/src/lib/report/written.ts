import { figure, percent, rounded } from '$lib/ui/format';

/** A figure as it is written, by its kind; a dash for nothing. */
export function written(kind: string, text: string | null | undefined, coarse = false): string {
  if (!text) return '–';
  switch (kind) {
    case 'amount':
      return coarse ? rounded(text) : figure(text);
    case 'percent':
      return percent(text);
    case 'days':
      return figure(text);
    case 'quantity':
      return figure(text.includes('.') ? text.replace(/0+$/, '').replace(/\.$/, '') : text);
    default:
      return figure(text);
  }
}
