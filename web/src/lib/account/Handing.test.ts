import { screen } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { refused, stub } from '$lib/api/stub';
import { signedIn } from '../../test/signedIn';
import { within } from '../../test/within';
import Book from './Book.svelte';

const calls = stub('GET', 'POST');
const account = (id: number, name: string, over: Record<string, unknown> = {}) => ({
  id,
  number: 'A-' + id,
  name,
  town: 'Saltmere',
  industry: 'mill',
  status: 'customer',
  opportunities: 2,
  value: '1000.50',
  activities: 1,
  ...over
});
const seller = (id: number, name: string) => ({
  id,
  name,
  login: name,
  email: '',
  role: 'rep',
  team: 'North',
  active: true
});

describe('a book that is handed over', () => {
  const onDone = vi.fn();

  beforeEach(() => {
    signedIn('manager');
    onDone.mockReset();
    calls.POST.mockReset().mockResolvedValue({ id: 1 });
    calls.GET.mockReset().mockResolvedValue([
      account(1, 'Reed Farm'),
      account(2, 'Tern Mill', { town: 'Oxbarrow' }),
      account(3, 'Fern Dairy', { opportunities: 0, value: '0.00', activities: 0 })
    ]);
  });

  async function shown() {
    within(Book, { from: 7, sellers: [seller(7, 'Mara'), seller(8, 'Nils')], onDone });
    await screen.findByText('Reed Farm');
  }

  const sent = () => (calls.POST.mock.calls[0] as [string, { body: unknown }])[1].body;

  it('is told in figures before it is given away, and goes as a whole', async () => {
    await shown();
    expect(screen.getByRole('status')).toHaveTextContent(
      /3 of 3 accounts, with 4 open opportunities and 2 planned activities/
    );
    expect(screen.getByRole('button', { name: 'Reassign 3 accounts' })).toBeDisabled();
    await userEvent.selectOptions(screen.getByLabelText('Colleague'), 'Nils, North');
    await userEvent.click(screen.getByRole('button', { name: 'Reassign 3 accounts' }));
    expect(sent()).toEqual({ fromId: 7, toId: 8, until: '', accounts: [] });
    await vi.waitFor(() => expect(onDone).toHaveBeenCalled());
  });

  it('offers nobody to themselves', async () => {
    await shown();
    expect(screen.queryByRole('option', { name: 'Mara, North' })).toBeNull();
  });

  it('can be a part: those left out are not sent', async () => {
    await shown();
    await userEvent.click(screen.getByLabelText('Tern Mill'));
    expect(screen.getByRole('status')).toHaveTextContent('2 of 3 accounts');
    await userEvent.selectOptions(screen.getByLabelText('Colleague'), 'Nils, North');
    await userEvent.type(screen.getByLabelText(/Last day/), '2027-04-01');
    await userEvent.click(screen.getByRole('button', { name: 'Reassign 2 accounts' }));
    expect(sent()).toEqual({ fromId: 7, toId: 8, until: '2027-04-01', accounts: [1, 3] });
  });

  it('takes or leaves all that a filter shows', async () => {
    await shown();
    await userEvent.type(screen.getByLabelText('Filter'), 'saltmere');
    expect(screen.queryByText('Tern Mill')).toBeNull();
    await userEvent.click(screen.getByLabelText('All that are shown'));
    expect(screen.getByRole('status')).toHaveTextContent('1 of 3 accounts');
    await userEvent.click(screen.getByLabelText('All that are shown'));
    expect(screen.getByRole('status')).toHaveTextContent('3 of 3 accounts');
  });

  it('says what is wrong and keeps what was chosen', async () => {
    calls.POST.mockResolvedValue(refused(['until', 'Enter a day from today on.']));
    await shown();
    await userEvent.selectOptions(screen.getByLabelText('Colleague'), 'Nils, North');
    await userEvent.click(screen.getByRole('button', { name: 'Reassign 3 accounts' }));
    expect(await screen.findByText('Enter a day from today on.')).toBeInTheDocument();
    expect(screen.getByLabelText('Colleague')).toHaveValue('8');
    expect(onDone).not.toHaveBeenCalled();
  });

  it('is empty in words', async () => {
    calls.GET.mockResolvedValue([]);
    within(Book, { from: 7, sellers: [], onDone });
    expect(await screen.findByText('No accounts.')).toBeInTheDocument();
  });
});
