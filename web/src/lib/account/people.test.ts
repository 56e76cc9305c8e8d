import { render, screen } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import Files from '../file/Files.svelte';
import Contacts from './Contacts.svelte';
import Notes from './Notes.svelte';
import { stub } from '$lib/api/stub';

const calls = stub('POST', 'PUT', 'DELETE');

const ada = {
  id: 3,
  name: 'Ada Fallow',
  role: 'buys',
  email: 'ada@x.example',
  phone: '555',
  channel: 'phone',
  hours: 'after two',
  emailRefused: null,
  version: 2
};

describe('what is kept with an account', () => {
  beforeEach(() => {
    for (const call of Object.values(calls)) call.mockReset().mockResolvedValue(undefined);
  });

  it('is a contact with how and when they like to be reached', async () => {
    const onChange = vi.fn();
    render(Contacts, { account: 4, contacts: [ada], mayAdd: true, mayChange: true, onChange });
    expect(screen.getByText('prefers phone, after two')).toBeInTheDocument();
    expect(screen.getByRole('link', { name: 'Ada Fallow' })).toHaveAttribute('href', '/contacts/3');
    await userEvent.click(screen.getByRole('button', { name: 'Edit Ada Fallow' }));
    const role = await screen.findByRole('textbox', { name: 'Job title' });
    await userEvent.clear(role);
    await userEvent.type(role, 'decides');
    await userEvent.click(screen.getByRole('button', { name: 'Save' }));
    const [, asked] = calls.PUT.mock.calls[0] as [string, { params: unknown; body: unknown }];
    expect(asked.params).toEqual({ path: { id: 4, contact: 3 }, header: { 'If-Match': '"2"' } });
    expect(asked.body).toMatchObject({ name: 'Ada Fallow', role: 'decides', channel: 'phone' });
    expect(onChange).toHaveBeenCalledTimes(1);
  });

  it('is a contact that only some may add', () => {
    render(Contacts, { account: 4, contacts: [], mayAdd: false, mayChange: false, onChange: vi.fn() });
    expect(screen.queryByRole('button')).toBeNull();
    expect(screen.getByText('No contacts yet.')).toBeInTheDocument();
  });

  it('is a note that is pinned from the start, and let loose', async () => {
    const note = {
      id: 8,
      words: 'Ring before ten.',
      pinned: true,
      person: 'Mara',
      at: '2026-11-01T09:00:00Z'
    };
    render(Notes, { account: 4, notes: [note], onChange: vi.fn() });
    await userEvent.type(screen.getByRole('textbox', { name: 'Note' }), 'Ask for the ramp.{Enter}');
    expect(calls.POST).toHaveBeenCalledWith('/api/accounts/{id}/notes', {
      params: { path: { id: 4 } },
      body: { words: 'Ask for the ramp.', pinned: true }
    });
    await userEvent.click(screen.getByRole('button', { name: 'Unpin' }));
    expect(calls.PUT).toHaveBeenCalledWith('/api/accounts/{id}/notes/{note}', {
      params: { path: { id: 4, note: 8 } },
      body: { pinned: false }
    });
  });

  it('is a file, with its size and who brought it', async () => {
    const file = {
      id: 5,
      name: 'plan.pdf',
      type: 'application/pdf',
      size: 2048,
      sha256: 'x',
      person: 'Mara',
      at: '2026-11-01T09:00:00Z'
    };
    render(Files, { record: 'account', id: 4, files: [file], mayChange: true, onChange: vi.fn() });
    expect(screen.getByRole('link', { name: 'plan.pdf' })).toHaveAttribute(
      'href',
      '/api/records/account/4/files/5'
    );
    await userEvent.click(screen.getByRole('button', { name: 'Remove' }));
    expect(calls.DELETE).toHaveBeenCalledWith('/api/records/{kind}/{id}/files/{file}', {
      params: { path: { kind: 'account', id: 4, file: 5 } }
    });
    const picture = new File(['x'], 'gate.png', { type: 'image/png' });
    const sent = vi.spyOn(globalThis, 'fetch').mockResolvedValue(new Response());
    await userEvent.upload(screen.getByLabelText(/Add files/), picture);
    const [path, asked] = sent.mock.calls[0] as [string, { body: File }];
    sent.mockRestore();
    expect(path).toBe('/api/records/account/4/files?name=gate.png');
    expect(asked.body).toBe(picture);
  });

  it('is a file that others may only take', () => {
    render(Files, { record: 'account', id: 4, files: [], mayChange: false, onChange: vi.fn() });
    expect(screen.getByText('No files yet.')).toBeInTheDocument();
    expect(screen.queryByLabelText(/Add files/)).toBeNull();
  });
});
