import { screen } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { refused, stub } from '$lib/api/stub';
import { within } from '../../test/within';
import EmailForm from './EmailForm.svelte';

const calls = stub('GET', 'POST');
const file = {
  id: 9,
  name: 'Data sheet.pdf',
  type: 'application/pdf',
  size: 2048,
  sha256: '',
  person: 'Mara',
  at: '2027-03-15T08:00:00Z'
};
const draft = {
  to: 'ada@reed.example',
  subject: 'Packing hall',
  texts: [
    { purpose: 'follow-up-email', text: 'Where do you stand?' },
    { purpose: 'introduction-email', text: 'When may I call?' }
  ],
  files: [file]
};

describe('an email from a record', () => {
  const onSent = vi.fn();

  beforeEach(() => {
    onSent.mockReset();
    calls.GET.mockReset().mockResolvedValue(draft);
    calls.POST.mockReset().mockResolvedValue(undefined);
    within(EmailForm, { record: 'opportunity', id: 7, onSent });
  });

  it('begins with a text, and with another where another is chosen', async () => {
    expect(await screen.findByLabelText('Text')).toHaveValue('Where do you stand?');
    await userEvent.selectOptions(screen.getByLabelText('Begin with'), 'introduction-email');
    expect(screen.getByLabelText('Text')).toHaveValue('When may I call?');
    await userEvent.selectOptions(screen.getByLabelText('Begin with'), '');
    expect(screen.getByLabelText('Text')).toHaveValue('When may I call?');
  });

  it('is sent as it is seen, with the files that were ticked', async () => {
    await userEvent.type(await screen.findByLabelText('Text'), ' Ann');
    await userEvent.click(screen.getByLabelText(/Data sheet/));
    await userEvent.click(screen.getByRole('button', { name: 'Send email' }));
    expect(calls.POST).toHaveBeenCalledWith('/api/records/{kind}/{id}/emails', {
      params: { path: { kind: 'opportunity', id: 7 } },
      body: {
        to: 'ada@reed.example',
        copies: '',
        subject: 'Packing hall',
        text: 'Where do you stand? Ann',
        files: [9],
        answers: null
      }
    });
    expect(onSent).toHaveBeenCalledTimes(1);
  });

  it('keeps what was typed where something is wrong with it', async () => {
    calls.POST.mockResolvedValue(refused(['to', 'Enter an email address.']));
    await userEvent.clear(await screen.findByLabelText('To'));
    await userEvent.click(screen.getByRole('button', { name: 'Send email' }));
    expect(await screen.findByText('Enter an email address.')).toBeInTheDocument();
    expect(screen.getByLabelText('Text')).toHaveValue('Where do you stand?');
    expect(onSent).not.toHaveBeenCalled();
  });
});
