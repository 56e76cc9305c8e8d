import { screen } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { stub } from '$lib/api/stub';
import { signedIn } from '../../test/signedIn';
import { within } from '../../test/within';
import Palette from './Palette.svelte';
import { actions } from './actions.svelte';

const { GET: get } = stub('GET');
const goto = vi.hoisted(() => vi.fn());
vi.mock('$app/navigation', () => ({ goto, beforeNavigate: () => undefined }));

const hit = (kind: string, id: number, number: string, words: string) => ({
  kind,
  id,
  number,
  words,
  detail: 'Saltmere'
});

describe('the palette', () => {
  const here = vi.fn();

  beforeEach(async () => {
    signedIn('rep');
    goto.mockReset();
    here.mockReset();
    get.mockReset().mockResolvedValue([]);
    actions.list = [
      { label: 'Save', keys: 'Ctrl+s', run: here },
      { label: 'Shown only', keys: 'F8' }
    ];
    within(Palette, { open: true });
    await screen.findByRole('combobox');
  });

  const typed = (text: string) => userEvent.type(screen.getByRole('combobox'), text);
  const shown = () => screen.getAllByRole('option').map((o) => o.textContent.replace(/\s+/g, ' ').trim());

  it('begins with what the screen offers, and where one can go', () => {
    expect(shown()[0]).toMatch(/^Save\s*Ctrl\+s$/);
    expect(shown().some((option) => option.startsWith('Shown only'))).toBe(false);
    expect(shown()).toContain('Day sheetgo to');
  });

  it('has acts of the whole application before those of the screen, then records', async () => {
    get.mockResolvedValue([hit('opportunity', 5, 'O-1005', 'New hall')]);
    await typed('new');
    expect(shown().slice(0, 3)).toEqual([
      expect.stringMatching(/^New opportunity/),
      expect.stringMatching(/^New account/),
      expect.stringMatching(/^New call list/)
    ]);
    expect(await screen.findByRole('option', { name: /O-1005 New hall/ })).toHaveTextContent('Saltmere');
  });

  it('goes to what is found with Enter', async () => {
    get.mockResolvedValue([hit('contact', 8, 'A-1001', 'Ada Fallow')]);
    await typed('ada');
    await screen.findByRole('option', { name: /Ada Fallow/ });
    await userEvent.keyboard('{Enter}');
    expect(goto).toHaveBeenCalledWith('/contacts/8');
  });

  it('is walked with the arrows, and stops at either end', async () => {
    await userEvent.click(screen.getByRole('combobox'));
    await userEvent.keyboard('{ArrowUp}');
    expect(screen.getAllByRole('option')[0]).toHaveAttribute('aria-selected', 'true');
    await userEvent.keyboard('{ArrowDown}{ArrowDown}{ArrowUp}{ArrowUp}{Enter}');
    expect(here).toHaveBeenCalledTimes(1);
  });

  it('shows the last question asked, whichever answer comes first', async () => {
    let slow: (found: unknown) => void = () => undefined;
    get.mockReturnValueOnce(new Promise((done) => (slow = done)));
    get.mockResolvedValueOnce([hit('account', 2, 'A-2', 'Tern Mill')]);
    await typed('te');
    await screen.findByRole('option', { name: /Tern Mill/ });
    slow([hit('account', 1, 'A-1', 'Tangle')]);
    await Promise.resolve();
    expect(screen.queryByRole('option', { name: /Tangle/ })).toBeNull();
  });

  it('says that nothing matches', async () => {
    await typed('qqqq');
    expect(await screen.findByText('No matches.')).toBeInTheDocument();
  });
});

describe('the palette of those who do not sell', () => {
  it('offers no acts of selling', async () => {
    signedIn('credit-controller');
    actions.list = [];
    get.mockReset().mockResolvedValue([]);
    within(Palette, { open: true });
    await userEvent.type(await screen.findByRole('combobox'), 'new');
    expect(screen.queryByRole('option', { name: /New opportunity/ })).toBeNull();
  });
});
