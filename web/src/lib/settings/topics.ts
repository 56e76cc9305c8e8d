/** The topics of the settings: under which key, and what they are called. */
export const TOPICS = [
  ['particulars', 'Company'],
  ['policy', 'Discounts, margins and prices'],
  ['taxes', 'Taxes'],
  ['days', 'Days and terms'],
  ['credit', 'Credit and reminders'],
  ['numbers', 'Number ranges'],
  ['own-fields', 'Own fields'],
  ['follow-up', 'Follow-up rules'],
  ['sign-in', 'Signing in'],
  ['files', 'Files to enclose'],
  ['history', 'What was changed']
] as const;

/** Lists of words to choose from. */
export const LISTS = [
  ['industry', 'Industries'],
  ['source', 'Sources'],
  ['price-group', 'Price groups'],
  ['unit', 'Units'],
  ['lost-reason', 'Reasons for losing'],
  ['not-pursued-reason', 'Reasons for not pursuing'],
  ['tax-exemption', 'Tax exemptions']
] as const;
