import { screen } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { beforeEach, describe, expect, it } from 'vitest';
import { stub } from '$lib/api/stub';
import { within } from '../../test/within';
import Received from './Received.svelte';

const calls = stub('GET', 'POST');
const row = {
  id: 3,
  at: '2027-03-15T08:00:00Z',
  sender: 'news@papers.example',
  senderName: '',
  subject: 'Our news',
  record: null as string | null,
  recordId: null as number | null,
  foundBy: 'nothing',
  waits: false,
  answeredAt: null
};

describe('emails from outside', () => {
  function answer(one: typeof row) {
    calls.GET.mockReset().mockImplementation((path: unknown) =>
      Promise.resolve(
        path === '/api/inbox'
          ? { rows: [one], after: null }
          : path === '/api/find'
            ? [{ kind: 'account', id: 5, number: 'A-1005', words: 'Reed Farm', detail: 'Saltmere' }]
            : { row: one, to: [], copies: [], text: 'Buy now', files: [] }
      )
    );
  }

  beforeEach(() => {
    calls.POST.mockReset().mockResolvedValue({ taken: 0 });
  });

  it('that found no record are put to one', async () => {
    answer(row);
    within(Received, {});
    expect(await screen.findByText('no record')).toBeInTheDocument();
    await userEvent.type(screen.getByRole('combobox', { name: 'Belongs to' }), 'reed');
    await userEvent.click(await screen.findByRole('option', { name: /Reed Farm/ }));
    expect(calls.POST).toHaveBeenCalledWith('/api/inbox/{received}/record', {
      params: { path: { received: 3 } },
      body: { kind: 'account', id: 5 }
    });
  });

  it('lead to their record, and say whether they wait for an answer', async () => {
    answer({ ...row, record: 'opportunity', recordId: 7, waits: true });
    within(Received, {});
    expect(await screen.findByText('to answer')).toBeInTheDocument();
    expect(screen.getByRole('link', { name: 'Open opportunity' })).toHaveAttribute(
      'href',
      '/opportunities/7'
    );
  });

  it('are looked for at once', async () => {
    answer(row);
    within(Received, {});
    await userEvent.click(await screen.findByRole('button', { name: 'Look for new emails' }));
    expect(calls.POST).toHaveBeenCalledWith('/api/inbox/taken');
  });
});
