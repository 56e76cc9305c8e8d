import { screen } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { refused, stub } from '$lib/api/stub';
import { signedIn } from '../../test/signedIn';
import { within } from '../../test/within';
import PlanForm from './PlanForm.svelte';

const calls = stub('GET', 'POST');
const hit = (kind: string, id: number, words: string) => ({
  kind,
  id,
  number: kind.charAt(0).toUpperCase() + '-' + id,
  words,
  detail: 'Saltmere'
});

describe('an activity planned from the calendar', () => {
  const onDone = vi.fn();

  beforeEach(() => {
    signedIn('rep');
    onDone.mockReset();
    calls.POST.mockReset().mockResolvedValue(undefined);
    calls.GET.mockReset().mockImplementation((path) =>
      Promise.resolve(
        path === '/api/find'
          ? [hit('account', 5, 'Reed Farm'), hit('quote', 6, 'Reed quote'), hit('enquiry', 5, 'Reed asks')]
          : []
      )
    );
    within(PlanForm, { day: '2027-03-22', onDone });
  });

  async function choose(name: string) {
    await userEvent.type(screen.getByRole('combobox', { name: 'With' }), 'reed');
    await userEvent.click(await screen.findByRole('option', { name: new RegExp(name) }));
  }

  it('is of the day that was pressed, with what is found by typing', async () => {
    await choose('Reed Farm');
    await userEvent.type(screen.getByLabelText('Next activity'), 'Ask about the hall');
    await userEvent.click(screen.getByRole('button', { name: 'Plan' }));
    expect(calls.POST).toHaveBeenCalledWith('/api/accounts/{id}/activities', {
      params: { path: { id: 5 } },
      body: { kind: 'call', subject: 'Ask about the hall', due: '2027-03-22', time: '', personId: null }
    });
    await vi.waitFor(() => expect(onDone).toHaveBeenCalledTimes(1));
  });

  it('tells an account from an enquiry of the same number, and offers no quote', async () => {
    await choose('Reed asks');
    expect(screen.queryByRole('option', { name: /Reed quote/ })).toBeNull();
    await userEvent.type(screen.getByLabelText('Next activity'), 'Ring');
    await userEvent.click(screen.getByRole('button', { name: 'Plan' }));
    expect(calls.POST.mock.calls[0]?.[0]).toBe('/api/enquiries/{id}/activities');
  });

  it('asks what it is with before anything is sent', async () => {
    await userEvent.type(screen.getByLabelText('Next activity'), 'Ring');
    await userEvent.click(screen.getByRole('button', { name: 'Plan' }));
    expect(await screen.findByText('Choose an opportunity, an account or an enquiry.')).toBeInTheDocument();
    expect(calls.POST).not.toHaveBeenCalled();
  });

  it('keeps what was typed where it is refused', async () => {
    calls.POST.mockResolvedValue(refused(['time', 'Enter a time, for example 14:30.']));
    await choose('Reed Farm');
    await userEvent.type(screen.getByLabelText('Next activity'), 'Ring');
    await userEvent.type(screen.getByLabelText('Time'), 'noonish');
    await userEvent.click(screen.getByRole('button', { name: 'Plan' }));
    expect(await screen.findByText('Enter a time, for example 14:30.')).toBeInTheDocument();
    expect(screen.getByLabelText('Time')).toHaveValue('noonish');
    expect(onDone).not.toHaveBeenCalled();
  });
});
