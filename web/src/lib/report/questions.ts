import type { TableAsk } from './ask';

/** A question that a table answers: what it is asked as, how it is cut, and by what else. */
export type Question = {
  name: string;
  title: string;
  ask: string;
  query: TableAsk;
  picture: 'bars' | 'lines' | 'stacked';
  /** by what else it can be grouped, with one press */
  by: readonly (readonly [field: string, label: string])[];
};

const deals = [
  ['owner', 'rep'],
  ['source', 'source'],
  ['industry', 'industry'],
  ['region', 'region']
] as const;

/** The questions of reports that are tables; each is the free table with something put in. */
export const QUESTIONS: readonly Question[] = [
  {
    name: 'pipeline',
    title: 'Pipeline',
    ask: 'What is open, and what is it worth?',
    query: {
      rows: 'stage',
      columns: 'close-month',
      measures: 'weighted,value,count',
      filter: 'state:open'
    },
    picture: 'stacked',
    by: [['stage', 'stage'], ...deals]
  },
  {
    name: 'won-lost',
    title: 'Won and lost',
    ask: 'What do we win, and to what do we lose?',
    query: { rows: 'owner', measures: 'won,lost,won-count,lost-count,win-rate', period: 'last-12-months' },
    picture: 'bars',
    by: [...deals, ['reason', 'reason'], ['lost-to', 'competitor'], ['close-month', 'month']]
  },
  {
    name: 'demand',
    title: 'Demand',
    ask: 'What do customers ask for?',
    query: {
      subject: 'demand',
      rows: 'family',
      measures: 'net,quantity,documents',
      day: 'opened',
      period: 'last-12-months'
    },
    picture: 'bars',
    by: [
      ['family', 'family'],
      ['product', 'product'],
      ['industry', 'industry'],
      ['opened-month', 'month']
    ]
  },
  {
    name: 'given',
    title: 'Discount and margin',
    ask: 'What do we give away, and what is left?',
    query: {
      subject: 'sold',
      rows: 'owner',
      measures: 'given,given-percent,net,margin,margin-percent',
      period: 'last-12-months'
    },
    picture: 'bars',
    by: [
      ['owner', 'rep'],
      ['family', 'family'],
      ['group', 'customer group'],
      ['account', 'account'],
      ['ordered-month', 'month']
    ]
  },
  {
    name: 'sources',
    title: 'Sources',
    ask: 'Where do enquiries come from, and which are won?',
    query: {
      subject: 'enquiries',
      rows: 'source',
      measures: 'count,converted-percent,won-count,won-percent,won',
      period: 'last-12-months'
    },
    picture: 'bars',
    by: [
      ['source', 'source'],
      ['owner', 'rep'],
      ['family', 'family'],
      ['added-month', 'month']
    ]
  },
  {
    name: 'campaigns',
    title: 'Campaigns',
    ask: 'What did campaigns bring?',
    query: {
      subject: 'enquiries',
      rows: 'campaign',
      measures: 'count,converted-percent,won-percent,won,open'
    },
    picture: 'bars',
    by: [
      ['campaign', 'campaign'],
      ['added-month', 'month']
    ]
  },
  {
    name: 'cohorts',
    title: 'Cohorts',
    ask: 'What came of the opportunities of each month?',
    query: {
      rows: 'opened-month',
      measures: 'count,won-count,win-rate,won,open,days-to-win',
      day: 'opened',
      period: 'last-12-months'
    },
    picture: 'bars',
    by: [
      ['opened-month', 'month of opening'],
      ['opened-quarter', 'quarter'],
      ['opened-year', 'year']
    ]
  },
  {
    name: 'activities',
    title: 'Activities',
    ask: 'What was planned, and what was done?',
    query: {
      subject: 'activities',
      rows: 'owner',
      columns: 'kind',
      measures: 'done,planned,overdue',
      period: 'last-30-days'
    },
    picture: 'stacked',
    by: [
      ['owner', 'rep'],
      ['subject', 'subject'],
      ['outcome', 'outcome'],
      ['due-week', 'week']
    ]
  },
  {
    name: 'invoiced',
    title: 'Invoiced',
    ask: 'What was invoiced?',
    query: {
      subject: 'invoices',
      rows: 'issued-month',
      measures: 'net,tax,total,count',
      period: 'last-12-months'
    },
    picture: 'bars',
    by: [
      ['issued-month', 'month'],
      ['type', 'type'],
      ['account', 'account'],
      ['owner', 'rep']
    ]
  }
];

/** One question of reports: a screen of its own, or a table. */
export type Asked = { path: string; title: string; ask: string; question?: Question };

const OWN: Record<string, Asked> = {
  goals: { path: '/reports/goals', title: 'Goals', ask: 'Where do we stand against the goal?' },
  outlook: { path: '/reports/outlook', title: 'Outlook', ask: 'What will this quarter bring?' },
  movement: { path: '/reports/movement', title: 'What moved', ask: 'What moved since last week?' },
  funnel: { path: '/reports/funnel', title: 'Where deals stick', ask: 'Where do deals stick?' },
  variance: { path: '/reports/variance', title: 'What it took to win', ask: 'What did it take to win?' },
  recurring: { path: '/renewals/recurring', title: 'Recurring revenue', ask: 'What recurs?' },
  credit: { path: '/credit', title: 'Credit desk', ask: 'Who owes us what, and what waits for me?' },
  payments: { path: '/payments', title: 'Payments', ask: 'What was paid, and what is not assigned?' },
  users: { path: '/users', title: 'Users', ask: 'Who works here, and with which role?' },
  outbox: { path: '/outbox', title: 'Emails', ask: 'What left the company, and what waits?' }
};

/** Whose questions come first: each role has its own. */
const FIRST: Record<string, readonly string[]> = {
  rep: ['goals', 'movement', 'pipeline', 'funnel', 'won-lost', 'activities'],
  manager: ['goals', 'movement', 'outlook', 'funnel', 'given', 'won-lost'],
  'credit-controller': ['credit', 'payments', 'invoiced', 'recurring'],
  administrator: ['users', 'outbox', 'activities', 'sources', 'goals', 'movement']
};

/** All questions, those of one's roles first. */
export function questionsOf(roles: readonly string[]): { first: Asked[]; others: Asked[] } {
  const all: Record<string, Asked> = { ...OWN };
  for (const q of QUESTIONS)
    all[q.name] = { path: '/reports/' + q.name, title: q.title, ask: q.ask, question: q };
  const names = [...new Set(roles.flatMap((role) => FIRST[role] ?? []))];
  const reports = [
    'goals',
    'movement',
    'outlook',
    'funnel',
    'variance',
    'recurring',
    ...QUESTIONS.map((q) => q.name)
  ];
  const of = (some: readonly string[]) => some.map((n) => all[n]).filter((a): a is Asked => !!a);
  return { first: of(names), others: of(reports.filter((n) => !names.includes(n))) };
}
