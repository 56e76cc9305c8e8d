import { screen } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { overtaken, refused, stub } from '$lib/api/stub';
import { signedIn } from '../../test/signedIn';
import { within } from '../../test/within';
import Views from './Views.svelte';

const calls = stub('GET', 'POST', 'PUT', 'DELETE');
const MINE = {
  id: 4,
  name: 'Large ones',
  owner: 'Mara Lind',
  sharedWith: null as string | null,
  mine: true,
  query: 'as=list&sort=-value',
  version: 3
};
const THEIRS = { ...MINE, id: 5, name: 'Late', owner: 'Nils Amsel', mine: false, query: 'attention=any' };

describe('kept views', () => {
  const onChoose = vi.fn();

  beforeEach(() => {
    signedIn('rep');
    onChoose.mockReset();
    for (const call of Object.values(calls)) call.mockReset().mockResolvedValue(undefined);
    calls.GET.mockResolvedValue({ views: [MINE, THEIRS], teams: ['North'] });
  });

  async function menu(text: string) {
    within(Views, { text, onChoose });
    await vi.waitFor(() => expect(calls.GET).toHaveBeenCalled());
    await userEvent.click(screen.getByRole('button', { name: 'Saved views' }));
  }

  it('are chosen from a menu, one’s own before those of others', async () => {
    await menu('');
    const names = (await screen.findAllByRole('menuitem')).map((item) => item.textContent.trim());
    expect(names[0]).toBe('Large ones');
    expect(names[1]).toMatch(/^Late\s*Nils Amsel$/);
    await userEvent.click(screen.getByRole('menuitem', { name: 'Large ones' }));
    expect(onChoose).toHaveBeenCalledWith('as=list&sort=-value');
  });

  it('are edited and deleted by their owner alone', async () => {
    await menu('attention=any');
    await screen.findByRole('menuitem', { name: 'Save this view…' });
    expect(screen.queryByRole('menuitem', { name: /Delete/ })).toBeNull();
    expect(screen.getByRole('button', { name: 'Saved views' })).toHaveTextContent('Late');
  });

  it('are kept for the team that is said', async () => {
    await menu('q=scale');
    await userEvent.click(await screen.findByRole('menuitem', { name: 'Save this view…' }));
    await userEvent.type(await screen.findByLabelText('Name'), 'Scales');
    await userEvent.selectOptions(screen.getByLabelText('Shown to'), 'team North');
    await userEvent.click(screen.getByRole('button', { name: 'Save' }));
    expect(calls.POST).toHaveBeenCalledWith('/api/views', {
      body: { name: 'Scales', screen: 'opportunities', sharedWith: 'North', query: 'q=scale' }
    });
  });

  it('say that a name is taken', async () => {
    calls.POST.mockResolvedValue(refused(['name', 'You have a view of this name.']));
    await menu('q=scale');
    await userEvent.click(await screen.findByRole('menuitem', { name: 'Save this view…' }));
    await userEvent.type(await screen.findByLabelText('Name'), 'Large ones');
    await userEvent.click(screen.getByRole('button', { name: 'Save' }));
    expect(await screen.findByText('You have a view of this name.')).toBeInTheDocument();
  });

  it('are renamed over the version that was read, and compared where another window was first', async () => {
    calls.PUT.mockResolvedValueOnce(overtaken('You changed this view in another window.', 4));
    await menu('as=list&sort=-value');
    await userEvent.click(await screen.findByRole('menuitem', { name: 'Edit Large ones…' }));
    const name = await screen.findByLabelText('Name');
    await userEvent.clear(name);
    await userEvent.type(name, 'Largest');
    await userEvent.selectOptions(screen.getByLabelText('Shown to'), 'everybody');
    calls.GET.mockResolvedValue({ views: [{ ...MINE, name: 'Big', version: 4 }], teams: ['North'] });
    await userEvent.click(screen.getByRole('button', { name: 'Save' }));
    expect(await screen.findByText('Big')).toBeInTheDocument();
    await userEvent.click(screen.getByRole('button', { name: 'Save mine' }));
    const [path, asked] = calls.PUT.mock.calls[1] as [string, { params: unknown; body: unknown }];
    expect(path).toBe('/api/views/{id}');
    expect(asked).toEqual({
      params: { path: { id: 4 }, header: { 'If-Match': '"4"' } },
      body: { name: 'Largest', screen: 'opportunities', sharedWith: '', query: 'as=list&sort=-value' }
    });
  });

  it('are deleted at once, as they can be brought back', async () => {
    await menu('as=list&sort=-value');
    await userEvent.click(await screen.findByRole('menuitem', { name: 'Delete Large ones' }));
    expect(calls.DELETE).toHaveBeenCalledWith('/api/views/{id}', { params: { path: { id: 4 } } });
  });
});
