import { screen } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { refused, stub } from '$lib/api/stub';
import { within } from '../../test/within';
import InvitationForm from './InvitationForm.svelte';
import ReceivedEmail from './ReceivedEmail.svelte';

const calls = stub('GET', 'POST');
const row = {
  id: 3,
  at: '2027-03-15T08:00:00Z',
  sender: 'ada@reed.example',
  senderName: 'Ada Fallow',
  subject: 'Calibration',
  record: 'account',
  recordId: 5,
  foundBy: 'contact',
  waits: true,
  answeredAt: null
};
const email = {
  row,
  to: ['sales@us.example'],
  copies: [],
  text: 'Good morning,\n\nwhen?',
  files: ['plan.pdf']
};

describe('an email from outside', () => {
  beforeEach(() => {
    calls.GET.mockReset().mockResolvedValue(email);
  });

  it('is read with its files, and answered', async () => {
    const onAnswer = vi.fn();
    within(ReceivedEmail, { id: 3, onAnswer });
    expect(await screen.findByText('Calibration')).toBeInTheDocument();
    expect(screen.getByText(/Ada Fallow, ada@reed.example/)).toBeInTheDocument();
    expect(screen.getByText('Files: plan.pdf')).toBeInTheDocument();
    await userEvent.click(screen.getByRole('button', { name: 'Answer…' }));
    expect(onAnswer).toHaveBeenCalledTimes(1);
  });

  it('offers no answer to who may not write', async () => {
    within(ReceivedEmail, { id: 3 });
    expect(await screen.findByText('Calibration')).toBeInTheDocument();
    expect(screen.queryByRole('button', { name: 'Answer…' })).toBeNull();
  });
});

describe('an invitation to a meeting', () => {
  const meeting = {
    id: 7,
    kind: 'meeting',
    subject: 'Look at the yard',
    due: '2027-03-22',
    atTime: '14:00',
    personId: 1,
    person: 'Mara',
    opportunityId: 2,
    enquiryId: null,
    accountId: null,
    closedAt: null,
    doneAt: null,
    outcome: '',
    receivedId: null,
    version: 1
  };
  const onDone = vi.fn();

  beforeEach(() => {
    onDone.mockReset();
    calls.POST.mockReset().mockResolvedValue(undefined);
    calls.GET.mockReset().mockResolvedValue({
      to: 'ada@reed.example',
      minutes: 60,
      place: '',
      state: 'none'
    });
  });

  it('begins with whom one writes to, and is sent with how long and where', async () => {
    within(InvitationForm, { meeting, onDone });
    expect(await screen.findByLabelText('To')).toHaveValue('ada@reed.example');
    await userEvent.type(screen.getByLabelText(/Place/), 'Yard 2');
    await userEvent.click(screen.getByRole('button', { name: 'Send invitation' }));
    expect(calls.POST).toHaveBeenCalledWith('/api/activities/{id}/invitation', {
      params: { path: { id: 7 } },
      body: { to: 'ada@reed.example', minutes: '60', place: 'Yard 2', words: '' }
    });
    expect(onDone).toHaveBeenCalledTimes(1);
  });

  it('says what is wrong, and keeps what was typed', async () => {
    calls.POST.mockResolvedValue(refused(['time', 'Enter the time of the meeting first.']));
    within(InvitationForm, { meeting, onDone });
    await userEvent.type(await screen.findByLabelText(/Place/), 'Yard 2');
    await userEvent.click(screen.getByRole('button', { name: 'Send invitation' }));
    expect(await screen.findByText('Enter the time of the meeting first.')).toBeInTheDocument();
    expect(screen.getByLabelText(/Place/)).toHaveValue('Yard 2');
  });

  it('is called off once it was sent', async () => {
    calls.GET.mockResolvedValue({ to: 'ada@reed.example', minutes: 90, place: 'Yard', state: 'sent' });
    within(InvitationForm, { meeting, onDone });
    await userEvent.click(await screen.findByRole('button', { name: /Call off/ }));
    expect(calls.POST).toHaveBeenCalledWith('/api/activities/{id}/invitation/cancelled', {
      params: { path: { id: 7 } }
    });
  });
});
