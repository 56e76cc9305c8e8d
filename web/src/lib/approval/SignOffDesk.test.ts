import { screen } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { refused, stub } from '$lib/api/stub';
import { signedIn } from '../../test/signedIn';
import { within } from '../../test/within';
import SignOffDesk from './SignOffDesk.svelte';

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
    marginAfter: '10512.00',
    marginPercentBefore: '21.78',
    marginPercentAfter: '24.54'
  }
};

const REASON = {
  rule: 'discount',
  line: '1',
  role: 'manager',
  words: 'discount on row 1, BS-15: 18 % where 10 % may be given'
};
const CREDIT = {
  verdict: 'release',
  limit: '8000.00',
  overdue: '0.00',
  open: '0.00',
  ordered: '0.00',
  asked: '10.00',
  exposure: '10.00',
  headroom: '7990.00',
  headroomAfter: '7980.00',
  oldestOverdueDays: 0,
  reasons: [],
  timeline: [],
  earliestClear: null
};
const Q = {
  id: 9,
  number: 'Q-1009',
  revision: 1,
  of: { title: 'Three halls', account: 'Reed Dairy', accountId: 3, owner: 'Tom' },
  approvals: [
    {
      approval: {
        id: 5,
        kind: 'sign-off',
        role: 'manager',
        words: 'x',
        askedByName: 'Tom',
        askedAt: '2027-03-13T08:00:00Z',
        why: 'They equip three halls.',
        answer: null,
        counter: null
      },
      mayAnswer: true
    }
  ],
  worksheet: {
    version: 3,
    lines: [
      {
        id: '1',
        typed: { description: 'Bench scale 15 kg', quantity: '60' },
        figures: { discountPercent: '18', finalAmount: '20664.00', marginPercent: '32.11' }
      }
    ],
    totals: { contract: '41328.00', margin: '9000.00', marginPercent: '21.78' },
    signOff: { needed: true, role: 'manager', reasons: [REASON] },
    credit: CREDIT
  }
};

describe('the sign-off screen', () => {
  beforeEach(() => {
    signedIn('manager');
    localStorage.clear();
    calls.POST.mockReset().mockResolvedValue(undefined);
    calls.GET.mockReset().mockResolvedValue(COMPARED);
  });
  const draw = (onChange = vi.fn()) => {
    within(SignOffDesk, { q: Q, a: undefined, onChange });
    return onChange;
  };

  it('says what is asked, why, and what it leaves', async () => {
    draw();
    expect(screen.getByText('They equip three halls.')).toBeInTheDocument();
    expect(screen.getByText(/waiting for 2 days/)).toBeInTheDocument();
    expect(screen.getByRole('table', { name: 'Lines that break a rule' })).toHaveTextContent(
      /Bench scale 15 kg.*18.*where 10 % may be given/
    );
    expect(await screen.findByText('Without any discount')).toBeInTheDocument();
  });

  it('is answered with a yes and a word to it', async () => {
    const onChange = draw();
    await userEvent.type(screen.getByLabelText(/Comment/), 'Go ahead');
    await userEvent.click(screen.getByRole('button', { name: 'Sign off' }));
    await vi.waitFor(() => expect(onChange).toHaveBeenCalledTimes(1));
    expect(calls.POST).toHaveBeenCalledWith('/api/approvals/{id}/answer', {
      params: { path: { id: 5 } },
      body: { yes: true, comment: 'Go ahead' }
    });
  });

  it('offers another discount, once what it leaves is seen', async () => {
    const onChange = draw();
    expect(screen.getByRole('button', { name: 'Offer this…' })).toBeDisabled();
    await userEvent.type(screen.getByLabelText(/or at most/), '12');
    expect(await screen.findByText('At most 12 % on any row')).toBeInTheDocument();
    await userEvent.click(screen.getByRole('button', { name: 'Offer this…' }));
    const table = await screen.findByRole('table', { name: 'Q-1009 and at most 12 %' });
    expect(table).toHaveTextContent('Bench scale 15 kg');
    expect(table).not.toHaveTextContent('Cable');
    await userEvent.click(screen.getByRole('button', { name: 'Offer this' }));
    expect(calls.POST).toHaveBeenCalledWith('/api/quotes/{id}/counter', {
      params: { path: { id: 9 } },
      body: { percent: '12', comment: '' }
    });
    await vi.waitFor(() => expect(onChange).toHaveBeenCalledTimes(1));
  });

  it('wants a reason for a no, and says so at the field', async () => {
    calls.POST.mockResolvedValueOnce(refused(['comment', 'Required.']));
    const onChange = draw();
    await userEvent.click(screen.getByRole('button', { name: 'Decline' }));
    expect(await screen.findByText('Required.')).toBeInTheDocument();
    expect(onChange).not.toHaveBeenCalled();
  });

  it('leaves the answer to whoever may give it', () => {
    const [first] = Q.approvals;
    within(SignOffDesk, {
      q: { ...Q, approvals: [{ ...first, mayAnswer: false }] },
      a: undefined,
      onChange: vi.fn()
    });
    expect(screen.queryByRole('button', { name: 'Sign off' })).toBeNull();
  });
});
