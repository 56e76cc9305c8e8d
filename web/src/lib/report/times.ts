/** Times that move along with the day, as a table is asked for. */
export const TIMES = [
  ['', 'any time'],
  ['month', 'this month'],
  ['quarter', 'this quarter'],
  ['year', 'this year'],
  ['last-month', 'last month'],
  ['last-quarter', 'last quarter'],
  ['last-year', 'last year'],
  ['next-month', 'next month'],
  ['next-quarter', 'next quarter'],
  ['last-12-months', 'the last 12 months'],
  ['last-30-days', 'the last 30 days']
] as const;
