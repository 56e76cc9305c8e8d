import { screen } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { beforeEach, describe, expect, it } from 'vitest';
import { refused, stub } from '$lib/api/stub';
import { within } from '../../test/within';
import HookDeliveries from './HookDeliveries.svelte';
import WebHooks from './WebHooks.svelte';

const calls = stub('GET', 'POST', 'PUT', 'DELETE');
const hook = {
  id: 3,
  name: 'Warehouse',
  url: 'https://warehouse.example/told',
  personId: 1,
  person: 'Mara Lind',
  kinds: ['order', 'price-rule'],
  active: true,
  madeAt: '2027-03-15T08:00:00Z',
  endedAt: null,
  waiting: 0,
  failed: 2,
  version: 4
};
const users = [{ id: 1, name: 'Mara Lind', active: true }];

describe('web hooks', () => {
  beforeEach(() => {
    calls.GET.mockReset().mockResolvedValue({ hooks: [hook], kinds: ['order', 'price-rule', 'quote'] });
    calls.POST.mockReset().mockResolvedValue({ id: 4, secret: 'hook_secret' });
    calls.PUT.mockReset().mockResolvedValue(undefined);
    calls.DELETE.mockReset().mockResolvedValue(undefined);
    within(WebHooks, { users });
  });

  it('tell where, of what, and what failed', async () => {
    expect(await screen.findByText('https://warehouse.example/told')).toBeInTheDocument();
    expect(screen.getByText('order, price rule')).toBeInTheDocument();
    expect(screen.getByRole('cell', { name: '2' })).toBeInTheDocument();
  });

  it('show the secret of a new one once', async () => {
    await userEvent.type(await screen.findByLabelText('Name'), 'Books');
    await userEvent.type(screen.getByLabelText(/Address/), 'https://books.example');
    await userEvent.selectOptions(screen.getByLabelText('Sees as'), 'Mara Lind');
    await userEvent.click(screen.getByRole('button', { name: 'Add' }));
    expect(await screen.findByText('hook_secret')).toBeInTheDocument();
    expect(calls.POST).toHaveBeenCalledWith(
      '/api/web-hooks',
      expect.objectContaining({
        body: expect.objectContaining({ url: 'https://books.example', personId: 1 }) as unknown
      })
    );
    await userEvent.click(screen.getByRole('button', { name: 'Done' }));
    expect(screen.queryByText('hook_secret')).toBeNull();
  });

  it('name what is wrong at its field', async () => {
    calls.POST.mockResolvedValue(refused(['url', 'Enter an address that begins with https:// or http://.']));
    await userEvent.click(await screen.findByRole('button', { name: 'Add' }));
    expect(await screen.findByText(/Enter an address that begins/)).toBeInTheDocument();
  });

  it('are ended', async () => {
    await userEvent.click(await screen.findByRole('button', { name: 'End Warehouse' }));
    expect(calls.DELETE).toHaveBeenCalledWith('/api/web-hooks/{hook}', { params: { path: { hook: 3 } } });
  });
});

describe('deliveries of a web hook', () => {
  const delivery = {
    id: 9,
    event: 'order.changed',
    number: 'S-1001',
    body: '{}',
    at: '2027-03-15T08:00:00Z',
    state: 'failed',
    tries: 7,
    nextAt: null,
    status: 500,
    answer: 'Broken',
    deliveredAt: null
  };

  beforeEach(() => {
    calls.GET.mockReset().mockResolvedValue({ rows: [delivery], after: null });
    calls.POST.mockReset().mockResolvedValue(undefined);
  });

  it('tell the answer, and are sent again', async () => {
    within(HookDeliveries, { hook: 3, mayResend: true });
    expect(await screen.findByText('500 Broken')).toBeInTheDocument();
    await userEvent.click(screen.getByRole('button', { name: 'Send order.changed S-1001 again' }));
    expect(calls.POST).toHaveBeenCalledWith('/api/web-hooks/{hook}/deliveries/{delivery}/sent-again', {
      params: { path: { hook: 3, delivery: 9 } }
    });
  });

  it('of one that rests are not sent again', async () => {
    within(HookDeliveries, { hook: 3, mayResend: false });
    expect(await screen.findByText('500 Broken')).toBeInTheDocument();
    expect(screen.queryByRole('button', { name: /Send order/ })).toBeNull();
  });
});
