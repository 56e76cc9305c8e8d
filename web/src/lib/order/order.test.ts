import { fireEvent, screen } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { stub } from '$lib/api/stub';
import { standing, typed } from '$lib/invoice/standing';
import { Issuing } from '$lib/invoice/issuing.svelte';
import { Refusal } from '$lib/api/client';
import { signedIn } from '../../test/signedIn';
import { within } from '../../test/within';
import DeliverForm from './DeliverForm.svelte';
import Holds from './Holds.svelte';
import Progress from './Progress.svelte';
import QuantitiesForm from './QuantitiesForm.svelte';
import { all, portions, problemAt } from './portions';

const calls = stub('GET', 'POST', 'PUT', 'DELETE');
const LINE = {
  line: '1',
  product: 'BS-15',
  description: 'Bench scale',
  unit: 'pc',
  quantity: '5',
  net: '500.00',
  delivered: '2',
  invoiced: '1',
  cancelled: '1',
  due: '2',
  toInvoice: '3',
  requestedOn: null
};
const O = {
  id: 7,
  number: 'S-1007',
  state: 'released',
  version: 3,
  of: { accountId: 4, account: 'Reed' },
  terms: { deliveryAddress: '', accountAddress: 'Reed\n3 Mill Street' },
  holds: [],
  progress: [LINE, { ...LINE, line: '2', due: '0' }],
  worksheet: { lines: [] },
  may: { enterPoNumber: false }
};

beforeEach(() => {
  signedIn('rep');
  localStorage.clear();
  for (const call of Object.values(calls)) call.mockReset().mockResolvedValue({ id: 1 });
});

describe('quantities of lines', () => {
  it('are those that are typed', () => {
    expect(portions({ 1: '2', 2: ' ', 3: '0' })).toEqual([
      { line: '1', quantity: '2' },
      { line: '3', quantity: '0' }
    ]);
    expect(all([LINE, { ...LINE, line: '2', due: '0' }], 'due')).toEqual({ 1: '2', 2: '' });
  });

  it('are wrong where the server says so by their place', () => {
    const at = (field: string) => (field === 'lines[1].quantity' ? 'Too much.' : undefined);
    const typedIn = { 1: '1', 2: '', 3: '9' };
    expect(problemAt(typedIn, '3', at)).toBe('Too much.');
    expect(problemAt(typedIn, '1', at)).toBeUndefined();
    expect(problemAt(typedIn, '2', at)).toBeUndefined();
  });
});

describe('an invoice today', () => {
  const of = (balance: string, due: string, settledOn: string | null = null) =>
    standing({ type: 'invoice', balance, due, settledOn }, '2027-03-10');
  it.each([
    [of('10.00', '2027-03-10'), 'open'],
    [of('10.00', '2027-03-09'), 'overdue 1 day'],
    [of('10.00', '2027-03-01'), 'overdue 9 days'],
    [of('0.00', '2027-03-01', '2027-03-02'), 'paid'],
    [standing({ type: 'credit-note', balance: '0.00', due: '' }, ''), 'set off'],
    [standing({ type: 'credit-note', balance: '-5.00', due: '' }, ''), 'open credit']
  ])('is told in words: %o', (is, words) => {
    expect(is.words).toBe(words);
  });
  it('has a kind where it is no plain one', () => {
    expect([typed('invoice'), typed('charges')]).toEqual(['', 'recurring charges']);
  });
});

describe('many invoices', () => {
  const proposal = (key: string) => ({ key, total: '1.00', order: 'S-1', what: 'All' }) as never;

  it('are issued one by one, and one that is refused holds nothing up', async () => {
    const after = vi.fn();
    const issuing = new Issuing(after);
    calls.POST.mockResolvedValueOnce(new Refusal(409, 'Not possible', 'Nothing is left.', [], null));
    await issuing.issue([proposal('a'), proposal('b')], true);
    expect(issuing.done).toBe(1);
    expect(issuing.refused.map((r) => r.words)).toEqual(['Nothing is left.']);
    expect(calls.POST.mock.calls.map(([path]) => path as string)).toEqual([
      '/api/invoices',
      '/api/invoices',
      '/api/invoices/{id}/email'
    ]);
    expect(after).toHaveBeenCalledTimes(1);
  });

  it('go on with further pages, without what cannot be issued yet', async () => {
    const issuing = new Issuing(() => undefined);
    calls.GET.mockResolvedValueOnce({
      rows: [proposal('c'), { ...(proposal('d') as object), obstacle: 'PO number missing' }],
      after: null
    });
    await issuing.issue([proposal('a')], false, '7|');
    expect(calls.GET.mock.calls[0]).toEqual([
      '/api/invoices/proposals',
      { params: { query: { after: '7|' } } }
    ]);
    expect([issuing.done, issuing.of, issuing.more]).toEqual([2, 2, false]);
  });

  it('say so when the rest cannot be had', async () => {
    const issuing = new Issuing(() => undefined);
    calls.GET.mockResolvedValueOnce(new Refusal(503, 'Busy', 'Try again soon.', [], null));
    await issuing.issue([proposal('a')], false, '7|');
    expect(issuing.done).toBe(1);
    expect(issuing.refused.map((r) => r.words)).toEqual(['Try again soon.']);
  });

  it('stop where one says so', async () => {
    const issuing = new Issuing(() => undefined);
    calls.POST.mockImplementationOnce(() => {
      issuing.stop();
      return Promise.resolve({ id: 1 });
    });
    await issuing.issue([proposal('a'), proposal('b')], false);
    expect(issuing.done).toBe(1);
    expect(calls.POST).toHaveBeenCalledTimes(1);
  });
});

describe('the forms of an order', () => {
  it('deliver what is due, and only what is typed', async () => {
    const done = vi.fn();
    within(DeliverForm, { o: O, onDone: done });
    const quantity = screen.getByLabelText('Deliver: Bench scale');
    expect(quantity).toHaveValue('2');
    await userEvent.clear(quantity);
    await userEvent.type(quantity, '1');
    await userEvent.click(screen.getByRole('button', { name: 'Deliver' }));
    const [, asked] = calls.POST.mock.calls[0] as [string, { body: Record<string, unknown> }];
    expect(asked.body['lines']).toEqual([{ line: '1', quantity: '1' }]);
    expect(asked.body['address']).toBe('Reed\n3 Mill Street');
    expect(done).toHaveBeenCalledWith(1);
  });

  it('cancel of a released order only what changed', async () => {
    within(QuantitiesForm, { o: O, onDone: vi.fn() });
    await userEvent.type(screen.getByLabelText('Cancel: Bench scale'), '2');
    await userEvent.type(screen.getByLabelText('Reason'), 'Sold');
    await userEvent.click(screen.getByRole('button', { name: 'Cancel these' }));
    const [path, asked] = calls.POST.mock.calls[0] as [string, { body: unknown }];
    expect(path).toBe('/api/orders/{id}/cancel-lines');
    expect(asked.body).toEqual({ lines: [{ line: '1', quantity: '2' }], reason: 'Sold' });
  });

  it('say how far each line is', () => {
    within(Progress, { lines: [LINE] });
    expect(screen.getByRole('img')).toHaveAccessibleName('2 of 5 delivered, 1 invoiced, 1 cancelled');
  });
});

describe('holds', () => {
  const hold = (answer: string | null, reason = 'credit') => ({
    approval: {
      id: Math.random(),
      reason,
      words: 'Credit check: hold',
      why: '',
      role: 'credit-controller',
      answer,
      answeredByName: 'Otto',
      answeredAt: '2027-03-01T10:00:00Z',
      comment: 'No.'
    },
    mayAnswer: false
  });

  it('are open or refused while the order waits, and offer what clears them', async () => {
    const onChange = vi.fn();
    const o = {
      ...O,
      state: 'hold',
      holds: [hold('no'), hold(null, 'po-number')],
      may: { enterPoNumber: true }
    };
    within(Holds, { o, onChange });
    expect(screen.getByText(/refused by Otto/)).toBeInTheDocument();
    expect(screen.getByText('Request more credit…')).toBeInTheDocument();
    await userEvent.type(screen.getByLabelText('Customer PO number'), 'PO-9');
    await fireEvent.submit(screen.getByLabelText('Customer PO number').closest('form') as HTMLFormElement);
    expect(calls.PUT).toHaveBeenCalledWith(
      '/api/orders/{id}/po-number',
      expect.objectContaining({ body: { poNumber: 'PO-9' } })
    );
  });

  it('that are gone are told of a released order', () => {
    within(Holds, { o: { ...O, holds: [hold('cleared')] }, onChange: vi.fn() });
    expect(screen.getByText(/cleared by Otto/)).toBeInTheDocument();
  });
});
