import { screen } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { stub } from '$lib/api/stub';
import { within } from '../../test/within';
import ReceivedOrder from './ReceivedOrder.svelte';

vi.mock('$app/navigation', () => ({ goto: vi.fn() }));
const calls = stub('GET', 'POST', 'PUT');
const line = {
  position: 1,
  ourCode: 'BS-15',
  theirCode: 'W-100',
  words: 'Bench scale',
  quantity: '4',
  wanted: null,
  product: 'BS-15',
  productName: 'Bench scale 15 kg',
  leftOut: false,
  theirPrice: '420.00',
  ourPrice: '475.00',
  amount: '1 900.00',
  differs: 'less'
};
const order = {
  row: {
    id: 3,
    accountId: 5,
    account: 'Reed Farm',
    number: '4500-118',
    issuedOn: '2027-03-14',
    receivedAt: '2027-03-15T08:00:00Z',
    lines: 2,
    unknown: 0,
    state: 'to-check'
  },
  buyer: 'Reed Farm',
  note: '',
  wanted: null,
  delivery: '',
  reason: '',
  orderId: null,
  orderNumber: null,
  lines: [line],
  net: '1 900.00',
  mayChange: true,
  version: 4
};

describe('an order that came as a file', () => {
  const onChange = vi.fn();

  beforeEach(() => {
    onChange.mockReset();
    calls.GET.mockReset().mockResolvedValue({ rows: [], after: null });
    calls.POST.mockReset().mockResolvedValue({ id: 9 });
    calls.PUT.mockReset().mockResolvedValue(undefined);
  });

  it('is placed at our prices, and at theirs where that is ticked', async () => {
    within(ReceivedOrder, { o: order, onChange });
    await userEvent.click(screen.getByRole('button', { name: 'Place order' }));
    const params = { path: { received: 3 }, header: { 'If-Match': '"4"' } };
    const door = '/api/received-orders/{received}/placed';
    expect(calls.POST).toHaveBeenLastCalledWith(door, { params, body: { theirPrices: false } });
    await userEvent.click(screen.getByLabelText(/at the prices that they expect/));
    await userEvent.click(screen.getByRole('button', { name: 'Place order' }));
    expect(calls.POST).toHaveBeenLastCalledWith(door, { params, body: { theirPrices: true } });
  });

  it('cannot be placed while a line is not known; that line can be left out', async () => {
    const unknown = { ...line, position: 2, product: null, productName: null, ourPrice: null, amount: null };
    within(ReceivedOrder, { o: { ...order, row: { ...order.row, unknown: 1 }, lines: [unknown] }, onChange });
    expect(screen.getByRole('button', { name: 'Place order' })).toBeDisabled();
    expect(screen.getByText(/One line is not known/)).toBeInTheDocument();
    await userEvent.click(screen.getByRole('button', { name: 'Leave out' }));
    expect(calls.PUT).toHaveBeenCalledWith('/api/received-orders/{received}/line', {
      params: { path: { received: 3 }, header: { 'If-Match': '"4"' } },
      body: { position: 2, product: null, leftOut: true }
    });
  });

  it('is refused with a reason', async () => {
    within(ReceivedOrder, { o: order, onChange });
    await userEvent.click(screen.getByRole('button', { name: 'Refuse…' }));
    await userEvent.type(await screen.findByLabelText('Reason'), 'Ordered twice');
    await userEvent.click(screen.getByRole('button', { name: 'Refuse' }));
    expect(calls.POST).toHaveBeenCalledWith('/api/received-orders/{received}/refused', {
      params: { path: { received: 3 }, header: { 'If-Match': '"4"' } },
      body: { reason: 'Ordered twice' }
    });
  });

  it('offers nothing to who may only look', () => {
    within(ReceivedOrder, { o: { ...order, mayChange: false }, onChange });
    expect(screen.queryByRole('button', { name: 'Place order' })).toBeNull();
    expect(screen.queryByRole('button', { name: 'Change' })).toBeNull();
  });
});
