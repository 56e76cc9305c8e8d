import { screen } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { refused, stub } from '$lib/api/stub';
import { signedIn } from '../../test/signedIn';
import { within } from '../../test/within';
import CopyPanel from './CopyPanel.svelte';
import EnclosuresPanel from './EnclosuresPanel.svelte';
import Obstacles from './Obstacles.svelte';
import OrderForm from '$lib/order/OrderForm.svelte';
import SendForm from './SendForm.svelte';
import SignOffForm from './SignOffForm.svelte';

const calls = stub('GET', 'POST', 'PUT', 'DELETE');
const Q = {
  id: 9,
  number: 'Q-1009',
  revision: 1,
  version: 4,
  state: 'draft',
  poNumber: '',
  worksheet: { totals: { contract: '840.00' } },
  of: { opportunityId: 70 },
  may: { change: true }
};
const MESSAGE = {
  to: 'ann@reed.example',
  copyToMe: false,
  subject: 'Quote Q-1009',
  text: 'Please see {link}',
  files: ['Q-1009.pdf'],
  followUpOn: '2027-04-01'
};

beforeEach(() => {
  signedIn('rep');
  localStorage.clear();
  for (const call of Object.values(calls)) call.mockReset().mockResolvedValue(undefined);
});

describe('the email of a quote', () => {
  it('is sent as it was changed, over the version that was seen', async () => {
    const onDone = vi.fn();
    within(SendForm, { q: Q, message: MESSAGE, onDone });
    await userEvent.type(screen.getByLabelText(/^To/), ', ben@reed.example');
    await userEvent.click(screen.getByLabelText('Copy to me'));
    await userEvent.click(screen.getByRole('button', { name: 'Send it' }));
    expect(calls.POST).toHaveBeenCalledWith('/api/quotes/{id}/send', {
      params: { path: { id: 9 }, header: { 'If-Match': '"4"' } },
      body: expect.objectContaining({ to: 'ann@reed.example, ben@reed.example', copyToMe: true }) as unknown
    });
    await vi.waitFor(() => expect(onDone).toHaveBeenCalledTimes(1));
  });

  it('goes out again without another version of the quote', async () => {
    within(SendForm, { q: { ...Q, state: 'sent' }, message: MESSAGE, onDone: vi.fn() });
    expect(screen.queryByLabelText('Follow up on')).toBeNull();
    await userEvent.click(screen.getByRole('button', { name: 'Send again' }));
    expect(calls.POST).toHaveBeenCalledWith('/api/quotes/{id}/sent-again', expect.anything());
  });

  it('says what is wrong at the address, and keeps the rest', async () => {
    calls.POST.mockResolvedValue(refused(['to', 'An email address has a name, an @ and a host.']));
    within(SendForm, { q: Q, message: MESSAGE, onDone: vi.fn() });
    await userEvent.click(screen.getByRole('button', { name: 'Send it' }));
    expect(await screen.findByText('An email address has a name, an @ and a host.')).toBeInTheDocument();
    expect(screen.getByLabelText('Subject')).toHaveValue('Quote Q-1009');
  });
});

describe('what stands between a quote and the customer', () => {
  it('has its mend beside it, and says whether it stops the quote', async () => {
    const onMend = vi.fn();
    const missing = { at: 'company', words: 'Our own address is missing.', stops: false };
    within(Obstacles, { obstacles: [missing], mayAsk: false, onMend });
    expect(screen.getByText('Can be sent; missing:')).toBeInTheDocument();
    await userEvent.click(screen.getByRole('button', { name: 'Open the settings' }));
    expect(onMend).toHaveBeenCalledWith('company');
  });

  it('leads with what stops it', () => {
    const stop = { at: 'signOff', words: 'Needs sign-off by manager: x.', stops: true };
    within(Obstacles, { obstacles: [stop], mayAsk: false, onMend: vi.fn() });
    expect(screen.getByText('Not ready to send.')).toBeInTheDocument();
    expect(screen.queryByRole('button')).toBeNull();
  });
});

describe('the enclosures of a quote', () => {
  const file = (id: number, name: string, enclosed: boolean, of = 'product') => ({
    id,
    name,
    size: 2048,
    of,
    enclosed
  });

  it('are ticked among those that are offered', async () => {
    calls.GET.mockResolvedValue([file(1, 'Sheet.pdf', false), file(2, 'Terms.pdf', true, 'company')]);
    within(EnclosuresPanel, { q: Q, onChange: vi.fn() });
    await userEvent.click(await screen.findByLabelText('Sheet.pdf'));
    expect(calls.PUT).toHaveBeenCalledWith('/api/quotes/{id}/enclosures', {
      params: { path: { id: 9 }, header: { 'If-Match': '"4"' } },
      body: { files: [2, 1] }
    });
  });

  it('of a sent quote are only told', async () => {
    calls.GET.mockResolvedValue([file(1, 'Sheet.pdf', false), file(2, 'Terms.pdf', true)]);
    within(EnclosuresPanel, { q: { ...Q, may: { change: false } }, onChange: vi.fn() });
    expect(await screen.findByText('Terms.pdf')).toBeInTheDocument();
    expect(screen.queryByText('Sheet.pdf')).toBeNull();
    expect(screen.queryByRole('checkbox')).toBeNull();
  });
});

describe('the customer copy as the rep sees it', () => {
  const COPIES = {
    links: [
      {
        madeAt: '2027-03-14T08:00:00Z',
        madeBy: 'Mara',
        endedAt: null,
        seen: 2,
        seenAt: '2027-03-15T07:00:00Z'
      }
    ],
    answers: [
      {
        kind: 'question',
        at: '2027-03-15T07:30:00Z',
        name: 'Ann Reed',
        poNumber: '',
        words: 'By when?',
        address: '127.0.0.1',
        accepted: null,
        fingerprint: null
      }
    ]
  };

  it('tells who opened it and what they said', async () => {
    calls.GET.mockResolvedValue(COPIES);
    within(CopyPanel, { q: { ...Q, state: 'sent' }, mine: true });
    expect(await screen.findByText('By when?')).toBeInTheDocument();
    expect(screen.getByText(/opened 2 times/)).toBeInTheDocument();
  });

  it('gives a link out once, and ends all of them', async () => {
    calls.GET.mockResolvedValue(COPIES);
    calls.POST.mockResolvedValue({ url: 'http://tally.example/copy/abc' });
    within(CopyPanel, { q: { ...Q, state: 'sent' }, mine: true });
    await userEvent.click(await screen.findByRole('button', { name: 'Copy a link' }));
    expect(await screen.findByDisplayValue('http://tally.example/copy/abc')).toBeInTheDocument();
    await userEvent.click(screen.getByRole('button', { name: 'End the link' }));
    expect(calls.DELETE).toHaveBeenCalledWith('/api/quotes/{id}/copies', { params: { path: { id: 9 } } });
  });

  it('is nobody else’s to end', async () => {
    calls.GET.mockResolvedValue(COPIES);
    within(CopyPanel, { q: { ...Q, state: 'sent' }, mine: false });
    await screen.findByText('By when?');
    expect(screen.queryByRole('button')).toBeNull();
  });
});

describe('what a quote asks for', () => {
  it('is a sign-off with a word of why', async () => {
    const onDone = vi.fn();
    within(SignOffForm, { q: Q, words: 'Needs sign-off', onDone });
    await userEvent.type(screen.getByLabelText('Reason'), 'Three halls');
    await userEvent.click(screen.getByRole('button', { name: 'Ask' }));
    expect(calls.POST).toHaveBeenCalledWith('/api/quotes/{id}/sign-off', {
      params: { path: { id: 9 } },
      body: { why: 'Three halls' }
    });
    await vi.waitFor(() => expect(onDone).toHaveBeenCalled());
  });

  it('is an order, with the number that the customer gave', () => {
    within(OrderForm, { quote: 9, contract: '840.00', poNumber: 'PO-77', onDone: vi.fn() });
    expect(screen.getByLabelText('Customer PO number')).toHaveValue('PO-77');
    expect(screen.getByText(/won with 840.00/)).toBeInTheDocument();
  });
});
