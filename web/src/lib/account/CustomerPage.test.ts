import { screen } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { beforeEach, describe, expect, it } from 'vitest';
import { refused, stub } from '$lib/api/stub';
import { within } from '../../test/within';
import CustomerPage from './CustomerPage.svelte';

const calls = stub('GET', 'POST', 'DELETE');
const ada = {
  id: 3,
  name: 'Ada Fallow',
  email: 'ada@reed.example',
  state: 'none',
  openedAt: null,
  openedBy: null,
  seenAt: null
};
const open = {
  ...ada,
  id: 4,
  name: 'Pavel Dresner',
  state: 'open',
  openedAt: '2027-03-01T08:00:00Z',
  openedBy: 'Mara Lind'
};
const question = {
  id: 8,
  at: '2027-03-15T08:00:00Z',
  name: 'Pavel Dresner',
  email: 'pavel@reed.example',
  about: 'S-1001',
  words: 'When do you come?',
  activityId: 1,
  answer: null,
  answeredBy: null,
  answeredAt: null
};

describe('the customer page of an account', () => {
  beforeEach(() => {
    calls.GET.mockReset().mockImplementation((path) =>
      String(path).endsWith('questions') ? [question] : [ada, { ...ada, id: 5, email: '' }, open]
    );
    calls.POST.mockReset().mockResolvedValue(undefined);
    calls.DELETE.mockReset().mockResolvedValue(undefined);
  });

  it('is opened to a contact only once what leaves was looked at', async () => {
    within(CustomerPage, { account: 7, mayChange: true });
    const opening = await screen.findAllByRole('button', { name: 'Open access…' });
    expect(opening[1]).toBeDisabled();
    await userEvent.click(opening[0] as HTMLElement);
    expect(calls.POST).not.toHaveBeenCalled();
    await userEvent.click(await screen.findByRole('button', { name: 'Send the link' }));
    expect(calls.POST).toHaveBeenCalledWith('/api/accounts/{id}/page-access/{contact}', {
      params: { path: { id: 7, contact: 3 } }
    });
  });

  it('is ended', async () => {
    within(CustomerPage, { account: 7, mayChange: true });
    await userEvent.click(await screen.findByRole('button', { name: 'End access' }));
    expect(calls.DELETE).toHaveBeenCalledWith('/api/accounts/{id}/page-access/{contact}', {
      params: { path: { id: 7, contact: 4 } }
    });
  });

  it('has questions that are answered, and keeps an answer that is refused', async () => {
    within(CustomerPage, { account: 7, mayChange: true });
    await userEvent.click(await screen.findByRole('button', { name: 'Answer…' }));
    calls.POST.mockResolvedValueOnce(refused(['words', 'Required.']));
    await userEvent.type(await screen.findByLabelText('Answer'), 'On Monday.');
    await userEvent.click(screen.getByRole('button', { name: 'Send the answer' }));
    expect(await screen.findByText('Required.')).toBeInTheDocument();
    expect(screen.getByLabelText('Answer')).toHaveValue('On Monday.');
    await userEvent.click(screen.getByRole('button', { name: 'Send the answer' }));
    expect(calls.POST).toHaveBeenLastCalledWith('/api/accounts/{id}/questions/{question}/answer', {
      params: { path: { id: 7, question: 8 } },
      body: { words: 'On Monday.' }
    });
  });

  it('is looked at by those who may not change it', async () => {
    within(CustomerPage, { account: 7, mayChange: false });
    expect(await screen.findByText('When do you come?', { exact: false })).toBeInTheDocument();
    expect(screen.queryByRole('button')).toBeNull();
    expect(screen.getByText('Not answered yet.')).toBeInTheDocument();
  });
});
