import { screen } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { Refusal } from '$lib/api/client';
import { overtaken, refused, stub } from '$lib/api/stub';
import OrderForm from '../order/OrderForm.svelte';
import { signedIn } from '../../test/signedIn';
import { within } from '../../test/within';
import Behind from './Behind.svelte';
import BridgeChart from './BridgeChart.svelte';
import EndEffect from './EndEffect.svelte';
import LeaveForm from './LeaveForm.svelte';
import { Letters } from './letters.svelte';
import RenewForm from './RenewForm.svelte';
import Ribbon from './Ribbon.svelte';
import RunningTerm from './RunningTerm.svelte';

const calls = stub('GET', 'POST');
const MONTH = {
  month: '2027-05',
  count: 2,
  value: '1000.00',
  monthly: '83.33',
  risks: 1,
  atRisk: '250.00',
  contacted: '100.00',
  quoted: '0.00',
  renewed: '400.00',
  notRenewed: '200.00'
};
const AGREEMENT = {
  id: 7,
  number: 'R-1007',
  end: '2027-05-31',
  runningMonthly: '100.00',
  upliftPercent: '3',
  reason: null,
  next: { id: 9, monthly: '110.00', growth: '10.00' }
};
const letter = (agreement: number, quote: number | null, quoteState: string | null = null) =>
  ({ agreement, opportunity: agreement * 10, quote, quoteState, account: 'Reed', number: 'R-1' }) as never;

beforeEach(() => {
  signedIn('rep');
  localStorage.clear();
  for (const call of Object.values(calls)) call.mockReset().mockResolvedValue({ id: 1 });
});

describe('the ribbon', () => {
  it('has this month and the twelve after it, also those in which nothing ends', () => {
    within(Ribbon, { months: [MONTH], first: '2027-03-15', chosen: '' });
    const months = screen.getAllByRole('button');
    expect(months).toHaveLength(13);
    expect(months.filter((m) => m.hasAttribute('disabled'))).toHaveLength(12);
    expect(months[10]?.textContent).toContain('Jan 28');
    expect(months[2]?.textContent.replace(/\s+/g, ' ')).toContain(
      '2 end, 1 000.00; at risk 1, 250.00; renewed 400.00; contacted 100.00; not renewed 200.00'
    );
  });

  it('is pressed for a month, and again for all', async () => {
    within(Ribbon, { months: [MONTH], first: '2027-03-15', chosen: '' });
    const may = screen.getByRole('button', { name: /May/ });
    await userEvent.click(may);
    expect(may.getAttribute('aria-pressed')).toBe('true');
    await userEvent.click(may);
    expect(may.getAttribute('aria-pressed')).toBe('false');
  });
});

describe('the running term', () => {
  const o = { id: 9, version: 1, state: 'open', mayChange: true };
  it.each([
    ['110.00', '10.00', /expansion of 10\.00/],
    ['90.50', '-9.50', /contraction of 9\.50/],
    ['100.00', '0.00', /as the running one/]
  ])('is compared with the next one of %s a month', async (monthly, growth, words) => {
    calls.GET.mockResolvedValue({ ...AGREEMENT, next: { id: 9, monthly, growth } });
    within(RunningTerm, { agreement: 7, o });
    expect(await screen.findByText(words)).toBeTruthy();
    expect(screen.getByText(/may rise by 3 %/)).toBeTruthy();
  });

  it('is not renewed by who does not sell', async () => {
    signedIn('credit-controller');
    calls.GET.mockResolvedValue(AGREEMENT);
    within(RunningTerm, { agreement: 7, o });
    await screen.findByText(/expansion/);
    expect(screen.queryByRole('button', { name: /Renew/ })).toBeNull();
  });
});

describe('renewing', () => {
  it('orders the next term with a PO number and nothing else', async () => {
    const onDone = vi.fn();
    within(RenewForm, { id: 7, number: 'R-1007', monthly: '100.00', next: '110.00', onDone });
    expect(screen.getByText(/at 110\.00 per month, 100\.00 until now/)).toBeTruthy();
    await userEvent.type(screen.getByLabelText(/PO number/), 'PO-8');
    await userEvent.click(screen.getByRole('button', { name: 'Order next term' }));
    await vi.waitFor(() => expect(onDone).toHaveBeenCalledWith(1));
    expect(calls.POST.mock.lastCall).toEqual([
      '/api/renewals/{id}/order',
      { params: { path: { id: 7 } }, body: { poNumber: 'PO-8' } }
    ]);
  });

  it('keeps what was typed where it is refused', async () => {
    calls.POST.mockResolvedValue(new Refusal(409, 'Not possible', 'A quote is being written.', [], null));
    within(RenewForm, { id: 7, number: 'R-1007', monthly: '1.00', next: '1.00', onDone: vi.fn() });
    await userEvent.type(screen.getByLabelText(/PO number/), 'PO-8');
    await userEvent.click(screen.getByRole('button', { name: 'Order next term' }));
    expect(await screen.findByText(/A quote is being written/)).toBeTruthy();
    expect(screen.getByLabelText<HTMLInputElement>(/PO number/).value).toBe('PO-8');
  });
});

describe('not renewing', () => {
  const leave = { id: 7, end: '2027-05-31', version: 4, onDone: vi.fn() };

  it('says what is wrong at its place', async () => {
    calls.GET.mockResolvedValue({ reasons: ['Price'], competitors: [] });
    calls.POST.mockResolvedValue(refused(['reason', 'Enter a reason.']));
    within(LeaveForm, leave);
    await userEvent.click(screen.getByRole('button', { name: 'Not renewed' }));
    expect(await screen.findByText('Enter a reason.')).toBeTruthy();
  });

  it('keeps the version it was opened with, and asks again after somebody else', async () => {
    calls.GET.mockResolvedValue({ reasons: [], competitors: [], version: 6 });
    calls.POST.mockResolvedValueOnce(overtaken('Somebody changed it.', 6));
    within(LeaveForm, leave);
    await userEvent.type(screen.getByLabelText('Reason'), 'Price');
    await userEvent.click(screen.getByRole('button', { name: 'Not renewed' }));
    expect(await screen.findByText(/Somebody changed it/)).toBeTruthy();
    expect(leave.onDone).not.toHaveBeenCalled();
    expect(calls.POST.mock.lastCall?.[1]).toMatchObject({ params: { header: { 'If-Match': '"4"' } } });
  });

  it('shows what is credited and charged before another last day is kept', async () => {
    const period = { line: '1', description: 'Plan', on: '2027-04-30', from: '2027-01-01', to: '2027-12-31' };
    calls.GET.mockResolvedValue({
      before: '2027-12-31',
      end: '2027-04-30',
      value: '394.52',
      added: [],
      credits: [{ ...period, net: '805.48' }]
    });
    within(EndEffect, { id: 7, on: '2027-04-30' });
    expect(await screen.findByText(/805\.48/)).toBeTruthy();
    expect(screen.getByText(/394\.52/)).toBeTruthy();
  });
});

describe('letters of a price rise', () => {
  it('are written for those that have none, and sent as drafts', async () => {
    const after = vi.fn();
    const letters = new Letters(after);
    await letters.write([letter(1, null), letter(2, 5, 'draft')]);
    expect(calls.POST.mock.calls.map(([path]) => path as string)).toEqual(['/api/opportunities/{id}/quotes']);
    calls.GET.mockResolvedValue({ version: 3 });
    await letters.send([letter(1, null), letter(2, 5, 'draft'), letter(3, 6, 'sent')]);
    expect(calls.POST.mock.lastCall).toMatchObject([
      '/api/quotes/{id}/send',
      { params: { path: { id: 5 }, header: { 'If-Match': '"3"' } } }
    ]);
    expect(calls.POST).toHaveBeenCalledTimes(2);
    expect(after).toHaveBeenCalledTimes(2);
  });

  it('go on after one that is refused, and end when stopped', async () => {
    const letters = new Letters(() => undefined);
    calls.POST.mockResolvedValueOnce(new Refusal(409, 'Not possible', 'Sign-off needed.', [], null));
    calls.POST.mockImplementationOnce(() => {
      letters.stop();
      return Promise.resolve({ id: 2 });
    });
    await letters.write([letter(1, null), letter(2, null), letter(3, null)]);
    expect([letters.done, letters.of, letters.busy]).toEqual([1, 3, false]);
    expect(letters.refused.map((r) => r.words)).toEqual(['Sign-off needed.']);
  });
});

describe('the bridge', () => {
  const BRIDGE = {
    month: '2027-03',
    opening: '1000.00',
    fresh: '200.00',
    wonBack: '0.00',
    expansion: '50.00',
    contraction: '0.00',
    lost: '100.00',
    closing: '1150.00'
  };

  it('has a bar for each move that there is, which opens', async () => {
    const onOpen = vi.fn();
    const { container } = within(BridgeChart, { months: [BRIDGE], onOpen });
    const bars = Array.from(container.querySelectorAll('rect'));
    expect(bars.map((b) => b.getAttribute('class')?.split(' ')[0])).toEqual(['new', 'expansion', 'lost']);
    const [fresh, grown] = bars;
    if (!fresh || !grown) throw new Error('no bars');
    // What grew stands on top of what was new.
    expect(Number(grown.getAttribute('y'))).toBeLessThan(Number(fresh.getAttribute('y')));
    await userEvent.click(grown);
    expect(onOpen).toHaveBeenCalledWith({ month: '2027-03', move: 'expansion' });
  });

  it('opens to accounts and their agreements', async () => {
    calls.GET.mockResolvedValue([
      {
        accountId: 4,
        account: 'Reed',
        before: '0.00',
        after: '50.00',
        streams: [
          { id: 7, number: 'R-1007', orderId: 3, start: '2027-03-01', end: '2028-02-29', monthly: '50.00' }
        ]
      }
    ]);
    within(Behind, { month: '2027-03', move: 'new', cut: {}, onClose: vi.fn() });
    expect((await screen.findByRole('link', { name: 'R-1007' })).getAttribute('href')).toBe('/renewals/7');
    expect(screen.getByRole('heading', { name: /New/ })).toBeTruthy();
  });
});

describe('placing an order of what recurs', () => {
  const order = { opportunity: 5, contract: '384.00', onDone: vi.fn() };

  it('may join an agreement that runs, with what is charged until it ends', async () => {
    calls.GET.mockResolvedValue([{ id: 7, number: 'R-1007', end: '2027-09-14', until: '193.05' }]);
    within(OrderForm, order);
    const recurs = await screen.findByLabelText('What recurs');
    expect(recurs.textContent).toContain('193.05 until then');
    await userEvent.selectOptions(recurs, '7');
    await userEvent.click(screen.getByRole('button', { name: 'Place order' }));
    await vi.waitFor(() => expect(calls.POST).toHaveBeenCalled());
    expect(calls.POST.mock.lastCall?.[1]).toMatchObject({ body: { joins: 7 } });
  });

  it('asks nothing where there is none to join', async () => {
    calls.GET.mockResolvedValue([]);
    within(OrderForm, order);
    await userEvent.click(screen.getByRole('button', { name: 'Place order' }));
    await vi.waitFor(() => expect(calls.POST).toHaveBeenCalled());
    expect(screen.queryByLabelText('What recurs')).toBeNull();
    expect(calls.POST.mock.lastCall?.[1]).toMatchObject({ body: { joins: null } });
  });
});
