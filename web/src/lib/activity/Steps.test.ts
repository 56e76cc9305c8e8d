import { NEUTRAL } from '$lib/ui/format';
import { screen } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { session } from '$lib/shell/session.svelte';
import { within } from '../../test/within';
import Steps from './Steps.svelte';
import { stub } from '$lib/api/stub';

const calls = stub('GET', 'POST', 'PUT');

function step(id: number, over: Record<string, unknown> = {}) {
  return {
    id,
    kind: 'call',
    subject: 'Ask about the hall',
    due: '2026-11-20',
    atTime: null,
    personId: 2,
    person: 'Mara Lind',
    opportunityId: 7,
    enquiryId: null,
    accountId: null,
    closedAt: null,
    doneAt: null,
    outcome: '',
    version: 1,
    ...over
  };
}

function shown(over: Record<string, unknown> = {}) {
  return within(Steps, {
    record: 'opportunity',
    id: 7,
    activities: [],
    mayChange: true,
    wanted: true,
    onChange: () => undefined,
    ...over
  });
}

describe('steps of a record', () => {
  beforeEach(() => {
    calls.GET.mockReset().mockResolvedValue([
      { id: 2, name: 'Mara Lind', roles: ['rep'], team: null, needsSecondFactor: false },
      { id: 3, name: 'Nils Amsel', roles: ['rep'], team: null, needsSecondFactor: false }
    ]);
    calls.POST.mockReset().mockResolvedValue(undefined);
    calls.PUT.mockReset().mockResolvedValue(undefined);
    session.view = {
      me: { id: 2, name: 'Mara Lind', email: '', roles: ['rep'], team: null, needsSecondFactor: false },
      needsSetup: false,
      demo: false,
      today: '2026-11-25',
      timeZone: 'UTC',
      writing: NEUTRAL
    };
  });

  it('says that none is planned, and takes the suggestion of the stage', async () => {
    const onChange = vi.fn();
    shown({ suggestions: [{ kind: 'email', subject: 'Send the quote', due: '2026-11-30' }], onChange });
    expect(screen.getByText('none is planned')).toBeInTheDocument();
    expect(screen.queryByRole('button', { name: /Plan all/ })).toBeNull();
    await userEvent.click(screen.getByRole('button', { name: /email: Send the quote/ }));
    expect(calls.POST).toHaveBeenCalledWith('/api/opportunities/{id}/activities/several', {
      params: { path: { id: 7 } },
      body: {
        activities: [
          { kind: 'email', subject: 'Send the quote', due: '2026-11-30', time: '', personId: null }
        ]
      }
    });
    expect(onChange).toHaveBeenCalledTimes(1);
  });

  it('takes all that the stage suggests in one act', async () => {
    shown({
      suggestions: [
        { kind: 'task', subject: 'Check stock', due: '2026-11-26' },
        { kind: 'email', subject: 'Send the quote', due: '2026-11-30' }
      ]
    });
    await userEvent.click(screen.getByRole('button', { name: 'Plan all 2' }));
    const [, asked] = calls.POST.mock.calls[0] as [string, { body: { activities: { subject: string }[] } }];
    expect(asked.body.activities.map((a) => a.subject)).toEqual(['Check stock', 'Send the quote']);
    expect(calls.POST).toHaveBeenCalledTimes(1);
  });

  it('offers nothing to those who may only read', () => {
    shown({
      mayChange: false,
      suggestions: [{ kind: 'task', subject: 'Check stock', due: '2026-11-26' }]
    });
    expect(screen.queryByRole('group', { name: 'Suggested activities' })).toBeNull();
  });

  it('plans for a colleague at a time', async () => {
    shown();
    await userEvent.type(screen.getByRole('textbox', { name: 'Next activity' }), 'Meet the builder');
    await userEvent.type(screen.getByRole('textbox', { name: 'Time' }), '10:30');
    await userEvent.selectOptions(await screen.findByRole('combobox', { name: 'Owner' }), 'Nils Amsel');
    await userEvent.click(screen.getByRole('button', { name: 'Plan' }));
    const [, asked] = calls.POST.mock.calls[0] as [string, { body: unknown }];
    expect(asked.body).toMatchObject({ subject: 'Meet the builder', time: '10:30', personId: 3 });
  });

  it('shows the earliest first, and moves one to another day', async () => {
    shown({ activities: [step(1, { due: '2026-12-09', subject: 'Later' }), step(2)] });
    const days = screen.getAllByLabelText(/^Due: /);
    expect(days.map((d) => (d as HTMLInputElement).value)).toEqual(['2026-11-20', '2026-12-09']);
    await userEvent.clear(days[0] as HTMLElement);
    await userEvent.type(days[0] as HTMLElement, '2026-11-27');
    days[0]?.dispatchEvent(new Event('change', { bubbles: true }));
    await vi.waitFor(() => expect(calls.PUT).toHaveBeenCalled());
    const [, asked] = calls.PUT.mock.calls.at(-1) as [
      string,
      { body: { due: string }; params: { path: unknown } }
    ];
    expect(asked.params.path).toEqual({ id: 2 });
    expect(asked.body.due).toBe('2026-11-27');
  });

  it('takes back what was done, but never a note', async () => {
    shown({
      activities: [
        step(4, { closedAt: '2026-11-21T09:00:00Z', doneAt: '2026-11-21T09:00:00Z', outcome: 'Talked.' }),
        step(5, {
          kind: 'note',
          subject: 'They paint',
          closedAt: '2026-11-21T10:00:00Z',
          doneAt: '2026-11-21T10:00:00Z'
        })
      ]
    });
    expect(screen.getByText(/Talked\./)).toBeInTheDocument();
    const back = screen.getAllByRole('button', { name: 'Reopen' });
    expect(back).toHaveLength(1);
    await userEvent.click(back[0] as HTMLElement);
    expect(calls.POST).toHaveBeenCalledWith('/api/activities/{id}/undone', { params: { path: { id: 4 } } });
  });

  it('is only read by those who may not change it', () => {
    shown({ mayChange: false, activities: [step(1)] });
    expect(screen.queryByRole('button')).toBeNull();
    expect(screen.queryByRole('textbox')).toBeNull();
  });

  it('notes something down without a day', async () => {
    shown();
    await userEvent.selectOptions(screen.getByRole('combobox', { name: 'Kind' }), 'note');
    expect(screen.queryByLabelText('Due')).toBeNull();
    await userEvent.type(screen.getByRole('textbox', { name: 'Note' }), 'Gate shut after four');
    await userEvent.click(screen.getByRole('button', { name: 'Note' }));
    const [, asked] = calls.POST.mock.calls[0] as [string, { body: unknown }];
    expect(asked.body).toMatchObject({ kind: 'note', subject: 'Gate shut after four' });
  });
});
