/** How a customer's papers stand, in their words. */
export const STATES: Record<string, string> = {
  open: 'open',
  accepted: 'accepted',
  ordered: 'ordered',
  declined: 'declined',
  expired: 'expired',
  checking: 'being checked',
  'in-work': 'in work',
  'partly-delivered': 'partly delivered',
  delivered: 'delivered',
  running: 'running',
  cancelled: 'cancelled',
  overdue: 'overdue',
  settled: 'paid'
};

/** What an invoice is of. */
export const KINDS: Record<string, string> = {
  invoice: 'Invoice',
  deposit: 'Deposit invoice',
  charges: 'Recurring charge',
  'credit-note': 'Credit note',
  opening: 'Invoice'
};
