import { screen, within as inside } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { overtaken, refused, stub } from '$lib/api/stub';
import { signedIn } from '../../test/signedIn';
import { within } from '../../test/within';
import Leaving from './Leaving.svelte';
import UserAccess from './UserAccess.svelte';
import UserForm from './UserForm.svelte';

const calls = stub('GET', 'POST', 'PUT', 'DELETE');
const MARA = {
  id: 2,
  name: 'Mara Lind',
  email: 'mara@reed.example',
  roles: ['rep'],
  team: 'North',
  phone: '',
  active: true,
  invited: false,
  version: 3
};
const EDDA = { ...MARA, id: 3, name: 'Edda Voss', email: 'edda@reed.example' };

beforeEach(() => {
  signedIn('administrator', 1);
  calls.GET.mockReset().mockResolvedValue({ secondFactor: false, sessions: [] });
  calls.POST.mockReset().mockResolvedValue({ id: 9 });
  calls.PUT.mockReset().mockResolvedValue(undefined);
  calls.DELETE.mockReset().mockResolvedValue(undefined);
});

describe('a user', () => {
  it('is invited with several roles and no password', async () => {
    const onDone = vi.fn();
    within(UserForm, { teams: ['North'], onDone });
    await userEvent.type(screen.getByLabelText('Name'), 'Ines Hale');
    await userEvent.type(screen.getByLabelText('Email'), 'ines@reed.example');
    await userEvent.type(screen.getByLabelText('User name'), 'ines');
    await userEvent.click(screen.getByRole('checkbox', { name: /^credit controller/ }));
    await userEvent.click(screen.getByRole('button', { name: 'Add and invite' }));
    await vi.waitFor(() => expect(onDone).toHaveBeenCalled());
    const asked = calls.POST.mock.calls[0]?.[1] as { body: unknown };
    expect(asked.body).toEqual({
      name: 'Ines Hale',
      email: 'ines@reed.example',
      login: 'ines',
      password: null,
      roles: ['rep', 'credit-controller'],
      team: ''
    });
  });

  it('says where it is not right and keeps what was typed', async () => {
    calls.POST.mockResolvedValueOnce(refused(['roles', 'Choose at least one role.']));
    within(UserForm, { teams: [], onDone: vi.fn() });
    await userEvent.type(screen.getByLabelText('Name'), 'Ines');
    await userEvent.click(screen.getByRole('checkbox', { name: /^rep/ }));
    await userEvent.click(screen.getByRole('button', { name: 'Add and invite' }));
    expect(await screen.findByText('Choose at least one role.')).toBeInTheDocument();
    expect(screen.getByLabelText('Name')).toHaveValue('Ines');
  });

  it('is edited over the version that was read, and compared where somebody was first', async () => {
    calls.PUT.mockResolvedValueOnce(overtaken('Asa changed the team at 09:00.', 4));
    calls.GET.mockResolvedValue([{ ...MARA, team: 'South', version: 4 }]);
    within(UserForm, { user: MARA, teams: [], onDone: vi.fn() });
    await userEvent.type(screen.getByLabelText('Phone, as it stands on quotes (optional)'), '555 1');
    await userEvent.click(screen.getByRole('button', { name: 'Save' }));
    expect(await screen.findByText(/Asa changed the team/)).toBeInTheDocument();
    await userEvent.click(screen.getByRole('button', { name: 'Save mine' }));
    const asked = calls.PUT.mock.calls.at(-1)?.[1] as { params: unknown; body: { team: string } };
    expect(asked.params).toEqual({ path: { id: 2 }, header: { 'If-Match': '"4"' } });
    expect(asked.body.team).toBe('South');
  });

  it('is sent a link, loses a lost second factor and is signed out', async () => {
    calls.GET.mockResolvedValue({
      secondFactor: true,
      sessions: [
        {
          id: 7,
          address: '198.18.0.4',
          begun: '2027-03-15T07:00:00Z',
          seen: '2027-03-15T08:00:00Z',
          device: 'Mozilla/5.0 (X11; Linux x86_64) Chrome/156.0',
          here: false
        }
      ]
    });
    const onChange = vi.fn();
    within(UserAccess, { user: MARA, users: [MARA, EDDA], onChange, onDone: vi.fn() });
    expect(await screen.findByText('Chrome on Linux')).toBeInTheDocument();
    await userEvent.click(screen.getByRole('button', { name: 'Send password link' }));
    expect(calls.POST.mock.calls[0]?.[0]).toBe('/api/users/{id}/password-link');
    await userEvent.click(screen.getByRole('button', { name: 'Remove second factor' }));
    await userEvent.click(screen.getByRole('button', { name: 'End sessions' }));
    expect(calls.DELETE.mock.calls.map(([path]) => path)).toEqual([
      '/api/users/{id}/second-factor',
      '/api/users/{id}/sessions'
    ]);
  });

  it('leaves when somebody takes over what they leave behind', async () => {
    calls.GET.mockResolvedValue({ accounts: 12, opportunities: 0, enquiries: 3, activities: 0 });
    const onDone = vi.fn();
    within(Leaving, {
      user: MARA,
      users: [MARA, EDDA, { ...EDDA, id: 4, name: 'Gone', active: false }],
      onDone
    });
    expect(await screen.findByText('12 accounts, 3 open enquiries')).toBeInTheDocument();
    const takers = screen.getByLabelText('Taken over by');
    expect(
      inside(takers)
        .getAllByRole('option')
        .map((o) => o.textContent)
    ).toEqual(['choose a colleague', 'Edda Voss']);
    expect(screen.getByRole('button', { name: 'Deactivate' })).toBeDisabled();
    await userEvent.selectOptions(takers, 'Edda Voss');
    await userEvent.click(screen.getByRole('button', { name: 'Deactivate' }));
    await vi.waitFor(() => expect(onDone).toHaveBeenCalled());
    expect(calls.POST).toHaveBeenCalledWith(
      '/api/users/{id}/deactivated',
      expect.objectContaining({ body: { toId: 3 } })
    );
  });
});
