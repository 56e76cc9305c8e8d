export type Place = [label: string, path: string];

/** Where a record is shown. */
export function placeOf(kind: string, id: number, number: string): string {
  switch (kind) {
    case 'product':
      return '/catalogue/' + encodeURIComponent(number);
    case 'enquiry':
      return '/enquiries/' + id;
    case 'agreement':
      return '/renewals/' + id;
    case 'delivery':
      return `/api/deliveries/${id}/pdf`;
    case 'credit-note':
    case 'payment':
      return '/invoices/' + id;
    case 'opportunity':
      return '/opportunities/' + id;
    default:
      return `/${kind}s/${id}`;
  }
}
