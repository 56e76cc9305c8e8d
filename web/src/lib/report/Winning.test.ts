import { screen } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { beforeEach, describe, expect, it } from 'vitest';
import { stub } from '$lib/api/stub';
import { signedIn } from '../../test/signedIn';
import { within } from '../../test/within';
import Stock from '../catalogue/Stock.svelte';
import Winning from './Winning.svelte';

const calls = stub('GET');
const ROW = {
  group: 'Mara Lind',
  orders: 2,
  before: '1000.00',
  quantity: '200.00',
  price: '0.00',
  discount: '-150.00',
  added: '0.00',
  removed: '0.00',
  after: '1050.00'
};
const REPORT = { from: '2027-03-15', to: '2028-03-14', rows: [ROW], total: { ...ROW, group: '' } };

beforeEach(() => {
  signedIn('manager');
  calls.GET.mockReset();
});

describe('what it took to win', () => {
  it('says it in a sentence, and each part with its sign', async () => {
    calls.GET.mockResolvedValue(REPORT);
    within(Winning, {});
    const row = await screen.findByRole('row', { name: /Mara Lind/ });
    const cells = Array.from(row.querySelectorAll('td')).map((cell) => cell.textContent?.replace(/\s/g, ' '));
    expect(cells).toEqual(['Mara Lind', '2', '1 000', '+200', '–', '−150', '–', '–', '1 050']);
    expect(screen.getByText(/2\s+orders placed/)).toBeTruthy();
  });

  it('is asked for anew by another group', async () => {
    calls.GET.mockResolvedValue(REPORT);
    within(Winning, {});
    await screen.findByRole('row', { name: /Mara Lind/ });
    await userEvent.selectOptions(screen.getByLabelText('By'), 'month');
    await screen.findByRole('table', { name: 'Variance by month' });
    expect(calls.GET.mock.lastCall?.[1]).toEqual({ params: { query: { by: 'month' } } });
  });

  it('says that there were no orders', async () => {
    calls.GET.mockResolvedValue({ ...REPORT, rows: [], total: { ...ROW, orders: 0 } });
    within(Winning, {});
    expect(await screen.findByText(/No orders from/)).toBeTruthy();
    expect(screen.queryByRole('table')).toBeNull();
  });
});

describe('stock of a product', () => {
  const STOCK = {
    code: 'BS-15',
    name: 'Bench scale',
    unit: 'pc',
    onHand: '4',
    reserved: '6',
    available: [
      { on: '2028-03-14', available: '-2' },
      { on: '2028-03-20', available: '8' }
    ],
    arrivals: [
      { id: 1, due: '2028-03-20', quantity: '10', ref: 'B-7' },
      { id: 2, due: '2028-03-01', quantity: '5', ref: 'B-6' }
    ],
    leadDays: 10
  };

  it('is promised day by day, with what is late said apart', async () => {
    calls.GET.mockResolvedValue(STOCK);
    within(Stock, { code: 'BS-15' });
    const rows = await screen.findAllByRole('row');
    expect(rows.slice(1).map((row) => row.textContent?.replace(/\s+/g, ' ').trim())).toEqual([
      'today–−2',
      '20 Mar 202810 B-78'
    ]);
    expect(screen.getByText(/5 B-6 were due on 1 Mar 2028 and have not come in/)).toBeTruthy();
  });

  it('says what is not kept', async () => {
    calls.GET.mockResolvedValue({ ...STOCK, onHand: null, available: [], arrivals: [] });
    within(Stock, { code: 'CAL-B' });
    expect(await screen.findByText(/Not kept in stock; lead time 10 days/)).toBeTruthy();
  });
});
