import { screen, waitFor } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { overtaken, refused } from '$lib/api/stub';
import DialogBench from '../../test/DialogBench.svelte';
import FormBench from '../../test/FormBench.svelte';
import { within } from '../../test/within';

const REED = { name: 'Reed Farm', town: 'Saltmere' };

function shown(more: Record<string, unknown> = {}) {
  const send = vi.fn().mockResolvedValue('answer');
  const asked = { values: REED, version: 3, send, ...more };
  return { send, asked, ...within(FormBench, { asked }) };
}

async function typed(label: string, text: string) {
  const field = screen.getByLabelText(label);
  await userEvent.clear(field);
  await userEvent.type(field, text);
}

const save = () => userEvent.click(screen.getByRole('button', { name: 'Save' }));

describe('a form', () => {
  it('sends what was typed with the version it was opened with, and says when it is done', async () => {
    const done = vi.fn();
    const { send } = shown({ done });
    await typed('Town', 'Oxbarrow');
    await save();
    expect(send).toHaveBeenCalledWith({ name: 'Reed Farm', town: 'Oxbarrow' }, 3);
    await waitFor(() => expect(done).toHaveBeenCalledWith('answer'));
  });

  it('is not sent twice by a double press', async () => {
    let answer: (value: unknown) => void = () => undefined;
    const { send } = shown({ send: vi.fn(() => new Promise((resolve) => (answer = resolve))) });
    void send;
    const button = screen.getByRole('button', { name: 'Save' });
    await userEvent.click(button);
    expect(button).toBeDisabled();
    expect(button).toHaveTextContent('Saving…');
    await userEvent.click(button);
    answer('done');
    await waitFor(() => expect(button).toBeEnabled());
  });

  it('names at the button what is wrong at the fields, and keeps what was typed', async () => {
    shown({ send: vi.fn().mockRejectedValue(refused(['name', 'Required.'], ['town', 'Too long.'])) });
    await typed('Town', 'Oxbarrow');
    await save();
    expect(await screen.findByText('2 entries to correct: Name, Town.')).toBeInTheDocument();
    expect(screen.getByLabelText('Town')).toHaveAccessibleDescription('Too long.');
    expect(screen.getByLabelText('Town')).toHaveValue('Oxbarrow');
  });

  it('compares when a colleague was first; theirs can be taken', async () => {
    const send = vi.fn().mockRejectedValue(overtaken('Nils changed address at 10:12.', 4));
    const reread = vi
      .fn()
      .mockResolvedValue({ values: { name: 'Reed Farms', town: 'Hollowell' }, version: 4 });
    shown({ send, reread });
    await typed('Town', 'Oxbarrow');
    await save();
    const cells = await screen.findAllByRole('cell');
    expect(cells.map((cell) => cell.textContent)).toEqual([
      'not changed by you',
      'Reed Farms',
      'Oxbarrow',
      'Hollowell'
    ]);
    await userEvent.click(screen.getByRole('button', { name: 'Take theirs' }));
    expect(screen.getByLabelText('Town')).toHaveValue('Hollowell');
    expect(screen.getByLabelText('Name')).toHaveValue('Reed Farms');
    expect(screen.queryByRole('alert')).toBeNull();
  });

  it('saves mine over theirs, with theirs where I changed nothing', async () => {
    const send = vi.fn().mockRejectedValueOnce(overtaken('Nils changed it.', 4)).mockResolvedValue('ok');
    const reread = vi
      .fn()
      .mockResolvedValue({ values: { name: 'Reed Farms', town: 'Hollowell' }, version: 4 });
    shown({ send, reread });
    await typed('Town', 'Oxbarrow');
    await save();
    await userEvent.click(await screen.findByRole('button', { name: 'Save mine' }));
    expect(send).toHaveBeenLastCalledWith({ name: 'Reed Farms', town: 'Oxbarrow' }, 4);
  });
});

describe('what was typed and not saved', () => {
  afterEach(() => vi.useRealTimers());

  it('is there again when the form is opened anew, and says so', async () => {
    const first = shown({ draft: 'account 1' });
    await typed('Town', 'Oxbarrow');
    first.unmount();
    shown({ draft: 'account 1', version: 9 });
    expect(screen.getByLabelText('Town')).toHaveValue('Oxbarrow');
    expect(screen.getByRole('status')).toHaveTextContent('Your unsaved entries are restored.');
    await userEvent.click(screen.getByRole('button', { name: 'Discard them' }));
    expect(screen.getByLabelText('Town')).toHaveValue('Saltmere');
  });

  it('is sent with the version it was typed over, so that nobody is overwritten', async () => {
    const first = shown({ draft: 'account 1' });
    await typed('Town', 'Oxbarrow');
    first.unmount();
    const { send } = shown({ draft: 'account 1', version: 9 });
    await save();
    expect(send).toHaveBeenCalledWith({ name: 'Reed Farm', town: 'Oxbarrow' }, 3);
  });

  it('is forgotten once it is saved', async () => {
    const first = shown({ draft: 'account 1' });
    await typed('Town', 'Oxbarrow');
    await save();
    await waitFor(() => expect(localStorage).toHaveLength(0));
    first.unmount();
    shown({ draft: 'account 1' });
    expect(screen.getByLabelText('Town')).toHaveValue('Saltmere');
  });

  it('is forgotten as well where the form goes the moment it is saved', async () => {
    const asked = {
      values: REED,
      draft: 'account 1',
      send: () => Promise.resolve(),
      done: () => first.unmount()
    };
    const first = within(FormBench, { asked });
    await typed('Town', 'Oxbarrow');
    await save();
    await waitFor(() => expect(screen.queryByLabelText('Town')).toBeNull());
    shown({ draft: 'account 1' });
    expect(screen.getByLabelText('Town')).toHaveValue('Saltmere');
  });

  it('is not kept for a form without a name, as for a password', async () => {
    const first = shown();
    await typed('Town', 'Oxbarrow');
    first.unmount();
    shown();
    expect(screen.getByLabelText('Town')).toHaveValue('Saltmere');
  });
});

describe('a dialog with a form', () => {
  async function opened() {
    const asked = { values: REED, version: 3, send: vi.fn().mockResolvedValue(null) };
    within(DialogBench, { asked });
    const button = screen.getByRole('button', { name: 'Open' });
    await userEvent.click(button);
    const dialog = await screen.findByRole('dialog');
    // It hears the keys from when it has the focus.
    await waitFor(() => expect(dialog).toContainElement(document.activeElement as HTMLElement));
    return button;
  }

  it('closes by Escape where nothing was typed, and the focus is where it was', async () => {
    const button = await opened();
    // A frame after it is drawn it hears keys; a busy machine may be later.
    await waitFor(async () => {
      await userEvent.keyboard('{Escape}');
      expect(screen.queryByRole('dialog')).toBeNull();
    });
    await waitFor(() => expect(button).toHaveFocus());
  });

  it('asks before it closes over what was typed', async () => {
    await opened();
    await typed('Town', 'Oxbarrow');
    await userEvent.click(screen.getByRole('button', { name: 'Close dialog' }));
    expect(screen.getByRole('alert')).toHaveTextContent('Your entries are not saved.');
    await userEvent.click(screen.getByRole('button', { name: 'Continue editing' }));
    expect(screen.getByLabelText('Town')).toHaveValue('Oxbarrow');
    await userEvent.click(screen.getByRole('button', { name: 'Close dialog' }));
    await userEvent.click(screen.getByRole('button', { name: 'Discard' }));
    await waitFor(() => expect(screen.queryByRole('dialog')).toBeNull());
  });
});
