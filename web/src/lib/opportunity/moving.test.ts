import { screen, waitFor } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import type { Schemas } from '$lib/api/client';
import { overtaken, stub } from '$lib/api/stub';
import { within } from '../../test/within';
import CopyForm from './CopyForm.svelte';
import MoveForm from './MoveForm.svelte';

vi.mock('$app/navigation', () => ({ goto: vi.fn() }));
const server = stub('GET', 'POST', 'PUT');

const O = {
  id: 7,
  version: 3,
  owner: 'Mara Lind',
  process: 'New business',
  probability: '25'
} as Schemas['OpportunityView'];
const USERS = [
  { id: 1, name: 'Mara Lind', roles: ['rep'], team: 'North', active: true },
  { id: 2, name: 'Nils Aune', roles: ['rep'], team: 'North', active: true },
  { id: 3, name: 'Otto Reck', roles: ['credit-controller'], team: null, active: true },
  { id: 4, name: 'Gone', roles: ['rep'], team: null, active: false }
];
const PROCESSES = {
  processes: [
    { process: { id: 1, name: 'New business', kind: 'new', deactivated: false } },
    { process: { id: 5, name: 'Projects', kind: 'new', deactivated: false } },
    { process: { id: 6, name: 'Old ways', kind: 'new', deactivated: true } }
  ],
  teams: []
};

beforeEach(() => {
  server.GET.mockImplementation((path) => (path === '/api/users' ? USERS : PROCESSES));
  server.PUT.mockReset().mockResolvedValue(undefined);
  server.POST.mockReset().mockResolvedValue({ id: 9 });
});

function moving(what: 'owner' | 'process') {
  const onChange = vi.fn();
  within(MoveForm, { o: O, what, open: true, onChange });
  return onChange;
}

describe('an opportunity', () => {
  it('is reassigned to a colleague who sells, with the version it was opened with', async () => {
    const onChange = moving('owner');
    await screen.findByRole('option', { name: 'Nils Aune, North' });
    expect(screen.queryByRole('option', { name: /Mara|Otto|Gone/ })).toBeNull();
    await userEvent.selectOptions(screen.getByLabelText('Assign to'), '2');
    await userEvent.click(screen.getByRole('button', { name: 'Reassign' }));
    await waitFor(() => expect(onChange).toHaveBeenCalled());
    expect(server.PUT).toHaveBeenCalledWith(
      '/api/opportunities/{id}/owner',
      expect.objectContaining({
        body: { owner: 2 },
        params: { path: { id: 7 }, header: { 'If-Match': '"3"' } }
      })
    );
  });

  it('is put on another active process', async () => {
    moving('process');
    await screen.findByRole('option', { name: 'Projects' });
    expect(screen.queryByRole('option', { name: /New business|Old ways/ })).toBeNull();
    await userEvent.selectOptions(screen.getByLabelText('Sales process'), '5');
    await userEvent.click(screen.getByRole('button', { name: 'Change' }));
    await waitFor(() => expect(server.PUT).toHaveBeenCalled());
    expect(server.PUT.mock.calls[0]?.[1]).toMatchObject({ body: { process: 5 } });
  });

  it('says who was first when somebody was', async () => {
    server.PUT.mockResolvedValueOnce(overtaken('Nils changed it at 10:12.', 4));
    const onChange = moving('process');
    await screen.findByRole('option', { name: 'Projects' });
    await userEvent.selectOptions(screen.getByLabelText('Sales process'), '5');
    await userEvent.click(screen.getByRole('button', { name: 'Change' }));
    expect(await screen.findByText(/Nils changed it at 10:12/)).toBeInTheDocument();
    expect(onChange).not.toHaveBeenCalled();
  });

  it('is copied with what is to go along', async () => {
    within(CopyForm, { o: O });
    await userEvent.click(screen.getByLabelText('Take the contact along'));
    await userEvent.click(screen.getByRole('button', { name: 'Copy' }));
    await waitFor(() => expect(server.POST).toHaveBeenCalled());
    expect(server.POST.mock.calls[0]?.[1]).toMatchObject({
      body: { lines: true, contact: false, source: true }
    });
  });
});
