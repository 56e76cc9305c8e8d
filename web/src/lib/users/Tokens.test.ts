import { screen } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { beforeEach, describe, expect, it } from 'vitest';
import { refused, stub } from '$lib/api/stub';
import { within } from '../../test/within';
import Tokens from './Tokens.svelte';

const calls = stub('GET', 'POST', 'DELETE');
const token = {
  id: 4,
  name: 'Web shop',
  user: 'Mara Lind',
  roles: 'rep',
  scope: 'read',
  until: '2027-12-31',
  madeBy: 'Asa Birk',
  madeAt: '2027-03-15T08:00:00Z',
  seenOn: null,
  endedAt: null
};
const users = [
  { id: 2, name: 'Mara Lind', email: '', roles: ['rep'], team: 'North', active: true, version: 1 },
  { id: 3, name: 'Left Long', email: '', roles: ['rep'], team: 'North', active: false, version: 1 }
];

describe('the tokens of programs', () => {
  beforeEach(() => {
    calls.GET.mockReset().mockResolvedValue([token]);
    calls.POST.mockReset().mockResolvedValue({ id: 5, secret: 'tally_secret' });
    calls.DELETE.mockReset().mockResolvedValue(undefined);
    within(Tokens, { users });
  });

  it('shows a secret once, when it is made', async () => {
    await userEvent.type(await screen.findByLabelText('Program'), 'Scanner');
    expect(screen.queryByRole('option', { name: 'Left Long' })).toBeNull();
    await userEvent.selectOptions(screen.getByLabelText('Acts as'), 'Mara Lind');
    await userEvent.selectOptions(screen.getByLabelText('May'), 'write');
    await userEvent.type(screen.getByLabelText(/Until/), '2027-12-31');
    await userEvent.click(screen.getByRole('button', { name: 'Add' }));
    expect(calls.POST).toHaveBeenCalledWith('/api/tokens', {
      body: { name: 'Scanner', personId: 2, scope: 'write', until: '2027-12-31' }
    });
    expect(await screen.findByText('tally_secret')).toBeInTheDocument();
    await userEvent.click(screen.getByRole('button', { name: 'Done' }));
    expect(screen.queryByText('tally_secret')).toBeNull();
  });

  it('keeps what was typed where it is refused', async () => {
    calls.POST.mockResolvedValue(refused(['until', 'Enter a day from today on.']));
    await userEvent.type(await screen.findByLabelText('Program'), 'Scanner');
    await userEvent.click(screen.getByRole('button', { name: 'Add' }));
    expect(await screen.findByText('Enter a day from today on.')).toBeInTheDocument();
    expect(screen.getByLabelText('Program')).toHaveValue('Scanner');
  });

  it('ends one', async () => {
    await userEvent.click(await screen.findByRole('button', { name: 'End Web shop' }));
    expect(calls.DELETE).toHaveBeenCalledWith('/api/tokens/{id}', { params: { path: { id: 4 } } });
  });
});
