import type { Schemas } from '$lib/api/client';
import { noContact } from '$lib/shell/silence';

const FAULT: Record<string, [short: string, whole: string]> = {
  'no-activity-planned': ['no activity', 'no activity planned'],
  'no-contact': ['no contact', ''],
  'close-moved-back': ['moved back', 'close date moved back twice or more'],
  'past-expected-close': ['past', 'past its expected close'],
  'over-usual-days': ['slow', 'longer in stage than usual']
};

/** What is neglected about an opportunity, in short or in whole words. */
export function attention(
  row: Pick<Schemas['OpportunityRow'], 'attention' | 'slips'>,
  whole: boolean
): string {
  return row.attention
    .map((fault) =>
      fault === 'close-moved-back' && !whole
        ? `${row.slips}× moved back`
        : fault === 'no-contact' && whole
          ? noContact()
          : FAULT[fault]?.[whole ? 1 : 0]
    )
    .join(', ');
}
