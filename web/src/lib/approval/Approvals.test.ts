import { screen } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { refused, stub } from '$lib/api/stub';
import { within } from '../../test/within';
import Approvals from './Approvals.svelte';

const calls = stub('GET', 'POST');
const NOTHING = { quantity: '0.00', price: '0.00', discount: '0.00', added: '0.00', removed: '0.00' };
const STAND = { quantity: '60', unitPrice: '420', finalAmount: '20664.00' };

/** From 18 to at most 12 percent off. */
const COMPARED = {
  before: 'Q-1009',
  after: 'at most 12 %',
  lines: [
    {
      id: '1',
      description: 'Bench scale 15 kg',
      before: STAND,
      after: { ...STAND, finalAmount: '22176.00' },
      change: '1512.00',
      parts: { ...NOTHING, discount: '1512.00' },
      marginChange: '1512.00'
    },
    {
      id: '2',
      description: 'Cable',
      before: STAND,
      after: STAND,
      change: '0.00',
      parts: NOTHING,
      marginChange: '0.00'
    }
  ],
  totals: {
    before: '41328.00',
    after: '42840.00',
    change: '1512.00',
    parts: { ...NOTHING, discount: '1512.00' },
    marginBefore: '9000.00',
    marginAfter: '10512.00'
  }
};

function asked(answer: string | null, mayAnswer = false) {
  return {
    approval: {
      id: 5,
      kind: 'sign-off',
      reason: 'discount',
      role: 'manager',
      words: 'Discount on row 1, BS-15: 40 % where 10 % is yours to give',
      askedBy: 2,
      askedByName: 'Tom',
      askedAt: '2027-03-15T08:00:00Z',
      why: 'A first order',
      worksheetVersion: 3,
      answer,
      counter: answer === 'counter' ? '12' : null,
      answeredByName: answer ? 'Helen' : null,
      answeredAt: answer ? '2027-03-16T08:00:00Z' : null,
      comment: answer ? 'For this once' : ''
    },
    mayAnswer
  };
}

describe('what was asked of a manager', () => {
  beforeEach(() => {
    calls.POST.mockReset().mockResolvedValue(undefined);
  });

  it.each([
    [null, 'sign-off requested'],
    ['yes', 'signed off'],
    ['no', 'declined'],
    ['counter', 'at most 12 % on a row would do'],
    ['cleared', 'withdrawn']
  ])('after the answer %s reads "%s"', (answer, words) => {
    within(Approvals, { asked: [asked(answer)], quote: 9, stale: false, onChange: vi.fn() });
    expect(screen.getByText(words)).toBeInTheDocument();
    expect(screen.getByText(/A first order/)).toBeInTheDocument();
  });

  it('says that it was for other lines than those of now', () => {
    within(Approvals, { asked: [asked('yes')], quote: 9, stale: true, onChange: vi.fn() });
    expect(screen.getByText('sign-off no longer valid: the lines changed')).toBeInTheDocument();
  });

  it('says for whom it waits, and leaves the answer to them', () => {
    within(Approvals, { asked: [asked(null)], quote: 9, stale: false, onChange: vi.fn() });
    expect(screen.getByText(/waiting for the manager/)).toBeInTheDocument();
    expect(screen.queryByRole('button', { name: 'Sign off' })).toBeNull();
  });

  it('is answered with a word to it', async () => {
    const onChange = vi.fn();
    within(Approvals, { asked: [asked(null, true)], quote: 9, stale: false, onChange });
    await userEvent.type(screen.getByLabelText('Comment'), 'Go ahead');
    await userEvent.click(screen.getByRole('button', { name: 'Sign off' }));
    await vi.waitFor(() => expect(onChange).toHaveBeenCalled());
    expect(calls.POST).toHaveBeenCalledWith('/api/approvals/{id}/answer', {
      params: { path: { id: 5 } },
      body: { yes: true, comment: 'Go ahead' }
    });
  });

  it('offers another discount, once what it leaves is seen', async () => {
    calls.GET.mockReset().mockResolvedValue(COMPARED);
    const onChange = vi.fn();
    within(Approvals, { asked: [asked(null, true)], quote: 9, stale: false, onChange });
    const button = screen.getByRole('button', { name: 'Offer another discount…' });
    expect(button).toBeDisabled();
    await userEvent.type(screen.getByLabelText(/At most so many percent/), '12');
    await userEvent.click(button);
    const table = await screen.findByRole('table', { name: 'Q-1009 and at most 12 %' });
    expect(calls.GET).toHaveBeenCalledWith('/api/quotes/{id}/counter', {
      params: { path: { id: 9 }, query: { percent: '12' } }
    });
    expect(table).toHaveTextContent('Bench scale 15 kg');
    expect(table).not.toHaveTextContent('Cable');
    expect(screen.getByText('One line is the same in both.')).toBeInTheDocument();
    await userEvent.click(screen.getByRole('button', { name: 'Offer this' }));
    expect(calls.POST).toHaveBeenCalledWith('/api/quotes/{id}/counter', {
      params: { path: { id: 9 } },
      body: { percent: '12', comment: '' }
    });
    await vi.waitFor(() => expect(onChange).toHaveBeenCalledTimes(1));
  });

  it('wants a reason for a no, and says so at the field', async () => {
    calls.POST.mockResolvedValueOnce(refused(['comment', 'Required.']));
    const onChange = vi.fn();
    within(Approvals, { asked: [asked(null, true)], quote: 9, stale: false, onChange });
    await userEvent.click(screen.getByRole('button', { name: 'Decline' }));
    expect(await screen.findByText('Required.')).toBeInTheDocument();
    expect(onChange).not.toHaveBeenCalled();
  });
});
