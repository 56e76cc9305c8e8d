import { screen } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { refused, stub } from '$lib/api/stub';
import { within } from '../../test/within';
import CustomerCopy from './CustomerCopy.svelte';
import { byLink } from './copy.svelte';

const calls = stub('GET', 'POST');
const line = (position: string, words: string, choice = '', set = '', picked = true) => ({
  kind: 'line',
  position,
  code: 'BS-' + position,
  words,
  remark: picked ? '' : 'optional, not in the total',
  quantity: '2 pc',
  price: '420.00',
  discount: '',
  amount: '840.00',
  pictured: false,
  choice,
  set,
  picked
});

function copy(over: Record<string, unknown> = {}, total = '949.62') {
  return {
    seller: { name: 'Ours', address: ['12 Weighbridge Lane'], reach: [], legal: [] },
    called: 'Q-1009',
    title: 'Packing hall',
    rep: { name: 'Mara Lind', email: 'mara@reed.example', phone: '' },
    state: 'open',
    words: '',
    acceptance: null,
    questions: [],
    offer: {
      head: { called: 'Q-1009', title: '', addressee: ['Reed Dairy'], facts: [] },
      letter: ['Dear Ms Reed,'],
      discounts: true,
      currency: 'EUR',
      lines: [
        line('1', 'Bench scale'),
        line('2', 'Printer', 'option', '', false),
        line('3', 'Stand of steel', 'alternative', 'stand'),
        line('4', 'Stand of aluminium', 'alternative', 'stand', false)
      ],
      sums: [{ words: 'Total', amount: total, strong: true }],
      total,
      terms: [],
      enclosures: [],
      generalTerms: []
    },
    ...over
  };
}
const path = { token: 'abc' };

describe('the customer copy', () => {
  beforeEach(() => {
    Element.prototype.scrollIntoView = vi.fn();
    vi.spyOn(window, 'scrollTo').mockImplementation(() => undefined);
    calls.GET.mockReset().mockResolvedValue(copy());
    calls.POST.mockReset().mockResolvedValue(copy({}, '1 949.62'));
  });

  it('lets options be taken and alternatives be chosen, and shows what the server makes of it', async () => {
    within(CustomerCopy, { doors: byLink(path.token) });
    await userEvent.click(await screen.findByLabelText(/Printer/));
    expect(calls.POST).toHaveBeenCalledWith('/api/copy/{token}/picks', {
      params: { path },
      body: { options: ['2'], alternatives: { stand: '3' } }
    });
    expect(await screen.findAllByText('1 949.62')).not.toHaveLength(0);
    await userEvent.click(screen.getByLabelText(/aluminium/));
    expect(calls.POST).toHaveBeenLastCalledWith('/api/copy/{token}/picks', {
      params: { path },
      body: { options: [], alternatives: { stand: '4' } }
    });
  });

  it('is accepted with a name, for the total that was shown', async () => {
    within(CustomerCopy, { doors: byLink(path.token) });
    await userEvent.click(await screen.findByRole('button', { name: 'Accept…' }));
    await userEvent.type(screen.getByLabelText('Your name'), 'Ann Reed');
    calls.POST.mockResolvedValue(
      copy({
        state: 'accepted',
        words: 'This quote is accepted.',
        acceptance: {
          name: 'Ann Reed',
          poNumber: '',
          at: '2027-03-15T08:00:00Z',
          address: '127.0.0.1',
          fingerprint: 'f00d',
          text: 'Bench scale'
        }
      })
    );
    await userEvent.click(screen.getByRole('button', { name: 'Accept the quote' }));
    expect(calls.POST).toHaveBeenCalledWith('/api/copy/{token}/accepted', {
      params: { path },
      body: {
        picks: { options: [], alternatives: { stand: '3' } },
        name: 'Ann Reed',
        poNumber: '',
        total: '949.62'
      }
    });
    expect(await screen.findByText('f00d')).toBeInTheDocument();
    expect(screen.queryByRole('button', { name: 'Accept…' })).toBeNull();
    expect(screen.queryByRole('checkbox')).toBeNull();
  });

  it('keeps what was typed where something is missing', async () => {
    within(CustomerCopy, { doors: byLink(path.token) });
    await userEvent.click(await screen.findByRole('button', { name: 'Decline' }));
    await userEvent.type(screen.getByLabelText('Your reason'), 'Too dear');
    calls.POST.mockResolvedValue(refused(['name', 'Required.']));
    await userEvent.click(screen.getByRole('button', { name: 'Decline' }));
    expect(await screen.findByText('Required.')).toBeInTheDocument();
    expect(screen.getByLabelText('Your reason')).toHaveValue('Too dear');
  });

  it('takes questions, and keeps what was picked meanwhile', async () => {
    within(CustomerCopy, { doors: byLink(path.token) });
    await userEvent.click(await screen.findByLabelText(/Printer/));
    calls.POST.mockResolvedValue(
      copy({ questions: [{ name: 'Ann', at: '2027-03-15T08:00:00Z', words: 'By when?' }] })
    );
    await userEvent.click(screen.getByRole('button', { name: 'Ask' }));
    await userEvent.type(screen.getByLabelText('Your name'), 'Ann');
    await userEvent.type(screen.getByLabelText('Your question'), 'By when?');
    await userEvent.click(screen.getByRole('button', { name: 'Send the question' }));
    expect(await screen.findByText(/Your question is with Mara Lind/)).toBeInTheDocument();
    expect(screen.getAllByText('1 949.62')).not.toHaveLength(0);
  });

  it('says whom to ask where it can no longer be answered', async () => {
    calls.GET.mockResolvedValue(
      copy({ state: 'closed', words: 'This quote is superseded by a later revision.', offer: null })
    );
    within(CustomerCopy, { doors: byLink(path.token) });
    expect(await screen.findByText('This quote is superseded by a later revision.')).toBeInTheDocument();
    expect(screen.getByRole('link', { name: 'mara@reed.example' })).toBeInTheDocument();
    expect(screen.queryByRole('button')).toBeNull();
  });
});
