import { screen } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { refused, stub } from '$lib/api/stub';
import { within } from '../../test/within';
import AddEnquiry from './AddEnquiry.svelte';

const calls = stub('GET', 'POST');
const LIKE = {
  record: 'account',
  id: 3,
  number: 'A-1003',
  name: 'Reed Farm',
  town: 'Saltmere',
  owner: 'Mara',
  state: 'customer',
  why: 'same email address'
};

describe('an enquiry on one line', () => {
  beforeEach(() => {
    calls.GET.mockReset().mockImplementation((path) =>
      Promise.resolve(
        path === '/api/enquiries/alike'
          ? [LIKE]
          : { tags: [], competitors: [], reasons: [], sources: ['fair'], campaigns: [] }
      )
    );
    calls.POST.mockReset().mockResolvedValue({ id: 1 });
  });

  it('is taken down, and the line is empty again for the next', async () => {
    const onTaken = vi.fn();
    within(AddEnquiry, { onTaken });
    await userEvent.type(screen.getByLabelText('Company or name'), 'Reed Farm');
    await userEvent.type(screen.getByLabelText('Contact details'), '555 0102');
    await userEvent.type(screen.getByLabelText('Subject'), 'Two scales');
    await userEvent.clear(screen.getByLabelText('Source'));
    await userEvent.type(screen.getByLabelText('Source'), 'fair');
    await userEvent.click(screen.getByRole('button', { name: 'Add enquiry' }));
    await vi.waitFor(() => expect(onTaken).toHaveBeenCalled());
    const [, asked] = calls.POST.mock.calls[0] as [string, { body: Record<string, unknown> }];
    expect(asked.body).toMatchObject({
      name: 'Reed Farm',
      contactDetails: '555 0102',
      subject: 'Two scales',
      owner: ''
    });
    await vi.waitFor(() => expect(screen.getByLabelText('Company or name')).toHaveValue(''));
    expect(screen.getByLabelText('Source')).toHaveValue('fair');
    expect(screen.getByLabelText('Company or name')).toHaveFocus();
  });

  it('shows beneath who may be the same while it is typed', async () => {
    within(AddEnquiry, { onTaken: vi.fn() });
    await userEvent.type(screen.getByLabelText('Contact details'), 'desk@reed.example');
    expect(await screen.findByText(/same email address/)).toBeInTheDocument();
    expect(screen.getByText(/A-1003/)).toBeInTheDocument();
  });

  it('is given to assign automatically where that is chosen', async () => {
    within(AddEnquiry, { onTaken: vi.fn() });
    await userEvent.selectOptions(screen.getByLabelText('For'), 'rules');
    await userEvent.type(screen.getByLabelText('Company or name'), 'Weir Mill');
    await userEvent.click(screen.getByRole('button', { name: 'Add enquiry' }));
    await vi.waitFor(() => expect(calls.POST).toHaveBeenCalled());
    const [, asked] = calls.POST.mock.calls[0] as [string, { body: Record<string, unknown> }];
    expect(asked.body['owner']).toBe('rules');
  });

  it('has more fields for who knows more', async () => {
    within(AddEnquiry, { onTaken: vi.fn() });
    expect(screen.queryByLabelText('Estimated value')).toBeNull();
    await userEvent.click(screen.getByRole('button', { name: 'More fields' }));
    expect(screen.getByLabelText('Estimated value')).toBeInTheDocument();
    expect(screen.getByRole('button', { name: 'Fewer fields' })).toHaveAttribute('aria-expanded', 'true');
  });

  it('loses nothing that was typed when something is wrong', async () => {
    calls.POST.mockResolvedValueOnce(
      refused(['contactDetails', 'Enter an email address or a phone number.'])
    );
    const onTaken = vi.fn();
    within(AddEnquiry, { onTaken });
    await userEvent.type(screen.getByLabelText('Company or name'), 'Reed Farm');
    await userEvent.type(screen.getByLabelText('Contact details'), 'x');
    await userEvent.click(screen.getByRole('button', { name: 'Add enquiry' }));
    expect(await screen.findByText(/Enter an email address or a phone/)).toBeInTheDocument();
    expect(screen.getByLabelText('Company or name')).toHaveValue('Reed Farm');
    expect(onTaken).not.toHaveBeenCalled();
  });
});
