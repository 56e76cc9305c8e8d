import { screen } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { stub } from '$lib/api/stub';
import { signedIn } from '../../test/signedIn';
import { within } from '../../test/within';
import AnswerForm from './AnswerForm.svelte';
import Items from './Items.svelte';
import Reminders from './Reminders.svelte';
import Timeline from './Timeline.svelte';

const calls = stub('GET', 'POST', 'PUT', 'DELETE');
const REQUEST = {
  id: 3,
  accountId: 4,
  account: 'Reed',
  orderId: 9,
  order: 'S-9',
  amount: '20000.00',
  from: '2027-03-01',
  askedBy: 'Mara'
};

beforeEach(() => {
  signedIn('credit-controller');
  localStorage.clear();
  for (const call of Object.values(calls)) call.mockReset().mockResolvedValue(undefined);
});

const sent = () => (calls.POST.mock.calls[0] as [string, { body: Record<string, unknown> }])[1].body;

describe('the answer to a credit request', () => {
  it('is as asked unless something else is chosen', async () => {
    const done = vi.fn();
    within(AnswerForm, { request: REQUEST, onDone: done });
    await userEvent.click(screen.getByRole('button', { name: 'Answer' }));
    expect(sent()).toMatchObject({ answer: 'yes', amount: null, depositPercent: null });
    expect(done).toHaveBeenCalled();
  });

  it('is another limit from another day', async () => {
    within(AnswerForm, { request: REQUEST, onDone: vi.fn() });
    await userEvent.click(screen.getByLabelText('Another limit or day'));
    await userEvent.clear(screen.getByLabelText('Limit'));
    await userEvent.type(screen.getByLabelText('Limit'), '15000');
    await userEvent.click(screen.getByRole('button', { name: 'Answer' }));
    expect(sent()).toMatchObject({ answer: 'counter', amount: '15000', from: '2027-03-01' });
  });

  it('offers a deposit only where an order waits', () => {
    within(AnswerForm, { request: { ...REQUEST, orderId: null }, onDone: vi.fn() });
    expect(screen.queryByLabelText('The order against a deposit')).toBeNull();
  });
});

describe('the year ahead', () => {
  const credit = {
    asked: '900.00',
    earliestClear: '2027-04-02',
    timeline: [
      { date: '2027-03-01', limit: '1000.00', exposure: '400.00' },
      { date: '2027-04-02', limit: '2000.00', exposure: '0.00' }
    ]
  };
  it('has its days in a table and says the first day within the limit', () => {
    const { container } = within(Timeline, { credit });
    expect(screen.getByRole('table')).toHaveTextContent('400.00');
    expect(screen.getByText(/First day within the limit/)).toBeInTheDocument();
    expect(container.innerHTML).not.toContain('NaN');
  });
  it('says when no day of it is', () => {
    within(Timeline, { credit: { ...credit, earliestClear: null } });
    expect(screen.getByText('Not within the limit for a year.')).toBeInTheDocument();
  });
});

describe('open items', () => {
  const item = {
    id: 5,
    ref: 'I-1',
    documentId: 8,
    on: '2027-02-01',
    due: '2027-03-01',
    total: '119.00',
    balance: '119.00',
    daysOverdue: 9,
    promisedOn: null,
    promise: '',
    stage: 1,
    version: 2
  };
  it('keep what was promised', async () => {
    const onChange = vi.fn();
    within(Items, {
      items: [item, { ...item, id: 6, ref: 'C-1', balance: '-20.00', daysOverdue: 0, stage: 0 }],
      onChange
    });
    expect(screen.getByText('9 days overdue, reminded 1×')).toBeInTheDocument();
    await userEvent.click(screen.getByRole('button', { name: 'Promised…' }));
    await userEvent.type(await screen.findByLabelText(/Who said it/), 'Ann, by phone');
    await userEvent.click(screen.getByRole('button', { name: 'Save' }));
    expect(calls.PUT).toHaveBeenCalledWith(
      '/api/open-items/{id}/promise',
      expect.objectContaining({ body: expect.objectContaining({ words: 'Ann, by phone' }) as unknown })
    );
    expect(onChange).toHaveBeenCalled();
  });
});

describe('reminders', () => {
  it('are sent as they were looked at', async () => {
    calls.GET.mockResolvedValue([
      {
        accountId: 4,
        account: 'Reed',
        stage: 2,
        total: '80.00',
        emailTo: 'office@reed.example',
        items: [{ ref: 'I-1', due: '2027-03-01', daysOverdue: 22 }]
      },
      { accountId: 5, account: 'Tern', stage: 1, total: '5.00', emailTo: '', items: [] }
    ]);
    within(Reminders, {});
    await userEvent.click(await screen.findByRole('button', { name: 'Send 1 reminder' }));
    expect(calls.POST).toHaveBeenCalledTimes(1);
    expect(sent()).toEqual({ stage: 2, total: '80.00' });
    expect(screen.getByText('no email address')).toBeInTheDocument();
  });
});
