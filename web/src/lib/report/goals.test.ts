import { screen } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { refused, stub } from '$lib/api/stub';
import { signedIn } from '../../test/signedIn';
import { within } from '../../test/within';
import GoalYear from './GoalYear.svelte';
import Standing from './Standing.svelte';
import { periods, typedSum } from './periods';

const calls = stub('GET', 'PUT');
const MONTHS = Array.from({ length: 12 }, (_, m) => (m === 0 ? '1000.00' : '0.00'));
const GOALS = {
  year: 2027,
  version: 3,
  rows: [
    { personId: 5, name: 'Mara Lind', team: 'North', mayChange: true, months: MONTHS },
    { personId: 6, name: 'Priya Raut', team: 'South', mayChange: false, months: MONTHS }
  ]
};
const ROW = {
  personId: null,
  name: 'All',
  goal: '1000.00',
  won: '400.00',
  gap: '600.00',
  open: '900.00',
  coverage: '150',
  expected: '700.00',
  low: '400.00',
  high: '900.00',
  chance: '12.50',
  lastYearSoFar: '300.00',
  lastYear: '800.00',
  closerCount: 1,
  closers: [{ id: 8, number: 'O-8', title: 'Weighbridge', account: 'Reed', value: '700.00' }]
};

beforeEach(() => {
  signedIn('manager');
  localStorage.clear();
  for (const call of Object.values(calls)) call.mockReset().mockResolvedValue(undefined);
});

describe('periods', () => {
  it('are the quarters and years around a day', () => {
    const of = periods('2027-02-28');
    expect(of.map((p) => [p.key, p.from, p.to])).toEqual([
      ['quarter', '2027-01', '2027-03'],
      ['next-quarter', '2027-04', '2027-06'],
      ['last-quarter', '2026-10', '2026-12'],
      ['year', '2027-01', '2027-12'],
      ['last-year', '2026-01', '2026-12']
    ]);
    expect(periods('2027-12-31')[1]?.from).toBe('2028-01');
  });

  it.each([
    [['1 000', '0,5', ''], '1000.50'],
    [['a lot', '0.07'], '0.07'],
    [[], '0.00']
  ])('sum what is typed: %s', (typed, sum) => expect(typedSum(typed)).toBe(sum));
});

describe('standing', () => {
  const period = { key: 'quarter', label: 'this quarter', from: '2027-01', to: '2027-03' };

  it('says the gap and the chance, and which deals would close it', async () => {
    calls.GET.mockResolvedValue([
      ROW,
      { ...ROW, personId: 5, name: 'Mara Lind', closers: [], closerCount: 0 }
    ]);
    within(Standing, { period });
    expect((await screen.findByText(/the gap is/)).textContent.replace(/\s+/g, ' ')).toContain(
      '400 won of 1 000; the gap is 600.'
    );
    expect(screen.getByRole('link', { name: 'O-8' }).getAttribute('href')).toBe('/opportunities/8');
    await userEvent.click(screen.getByRole('button', { name: 'Mara Lind' }));
    expect(await screen.findByText('All that is open would not close it.')).toBeTruthy();
  });

  it('says that a goal is reached, and that there is none', async () => {
    calls.GET.mockResolvedValue([{ ...ROW, won: '1000.00', gap: '0.00', coverage: null }]);
    within(Standing, { period });
    expect(await screen.findByText(/is reached/)).toBeTruthy();
    calls.GET.mockResolvedValue([{ ...ROW, goal: '0.00', gap: null, chance: null, coverage: null }]);
    within(Standing, { period: { ...period, from: '2026-01' } });
    expect(await screen.findByText(/no goal is set for this quarter/)).toBeTruthy();
  });
});

describe('goals of a year', () => {
  it('are typed for one’s own team, and sent with the version they came from', async () => {
    const onChange = vi.fn();
    within(GoalYear, { goals: GOALS, onChange });
    expect(screen.queryByLabelText('Priya Raut, Jan')).toBeNull();
    const february = screen.getByLabelText('Mara Lind, Feb');
    await userEvent.type(february, '250.5');
    expect(screen.getByText(/1\s250\.50/)).toBeTruthy();
    await userEvent.click(screen.getByRole('button', { name: 'Set goals' }));
    await vi.waitFor(() => expect(onChange).toHaveBeenCalled());
    const months = ['1000', '250.5', ...Array.from({ length: 10 }, () => '')];
    expect(calls.PUT.mock.lastCall).toEqual([
      '/api/goals/{year}',
      {
        params: { path: { year: 2027 }, header: { 'If-Match': '"3"' } },
        body: { rows: [{ personId: 5, months }] }
      }
    ]);
  });

  it('are filled from last year, and from a sum', async () => {
    within(GoalYear, { goals: GOALS, onChange: vi.fn() });
    calls.GET.mockResolvedValueOnce([{ ...GOALS.rows[0], months: MONTHS.map(() => '105.00') }]);
    await userEvent.click(screen.getByRole('button', { name: 'Fill from 2026' }));
    const march = screen.getByLabelText<HTMLInputElement>('Mara Lind, Mar');
    await vi.waitFor(() => expect(march.value).toBe('105'));
    calls.GET.mockResolvedValueOnce(MONTHS.map(() => '100.00'));
    await userEvent.type(screen.getByLabelText('Mara Lind, whole year'), '1200');
    await userEvent.click(screen.getByRole('button', { name: 'Spread over the months of Mara Lind' }));
    await vi.waitFor(() => expect(march.value).toBe('100'));
    expect(calls.GET.mock.lastCall?.[1]).toEqual({ params: { query: { amount: '1200' } } });
  });

  it('are refused at their month, and nothing typed is lost', async () => {
    calls.PUT.mockResolvedValue(refused(['rows[0].months[1]', 'Enter an amount.']));
    within(GoalYear, { goals: GOALS, onChange: vi.fn() });
    const february = screen.getByLabelText<HTMLInputElement>('Mara Lind, Feb');
    await userEvent.type(february, 'x');
    await userEvent.click(screen.getByRole('button', { name: 'Set goals' }));
    await vi.waitFor(() => expect(february.title).toBe('Enter an amount.'));
    expect(february.value).toBe('x');
    expect(screen.getByText(/Mara Lind, Feb/)).toBeTruthy();
  });

  it('are only read by who does not manage', () => {
    signedIn('rep');
    within(GoalYear, { goals: { ...GOALS, rows: [GOALS.rows[1]] }, onChange: vi.fn() });
    expect(screen.queryByRole('textbox')).toBeNull();
    expect(screen.queryByRole('button', { name: 'Set goals' })).toBeNull();
  });
});
