import { screen } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { stub } from '$lib/api/stub';
import { actions } from '$lib/shell/actions.svelte';
import { signedIn } from '../../test/signedIn';
import { within } from '../../test/within';
import ContactDesk from './ContactDesk.svelte';

const calls = stub('GET', 'PUT');
const ada = {
  id: 3,
  name: 'Ada Fallow',
  role: 'Plant manager',
  email: 'ada@reed.example',
  phone: '+44 555 0101',
  channel: 'phone',
  hours: 'after two',
  version: 2
};
const PAGE = {
  contact: ada,
  accountId: 12,
  account: 'Reed Farm',
  accountNumber: 'A-1012',
  town: 'Saltmere',
  owner: 'Mara Lind',
  mayChange: true,
  others: [{ ...ada, id: 4, name: 'Ben Fallow', role: 'Purchasing' }],
  opportunities: [
    {
      id: 70,
      number: 'O-1070',
      title: 'Weighing at the gate',
      state: 'open',
      stage: 'Quoted',
      expectedClose: '2027-04-01',
      closedOn: null,
      value: '1200.00',
      owner: 'Mara Lind',
      isMain: true,
      roles: 'decision-maker'
    },
    {
      id: 60,
      number: 'O-1060',
      title: 'Bench scale',
      state: 'won',
      stage: 'Verbal order',
      expectedClose: '2026-11-01',
      closedOn: '2026-10-20',
      value: '300.00',
      owner: 'Nils Amsel',
      isMain: false,
      roles: 'user'
    }
  ],
  enquiries: [
    {
      id: 9,
      number: 'E-1009',
      subject: 'Two scales',
      state: 'not-pursued',
      addedAt: '2027-01-02T08:00:00Z',
      owner: 'Mara Lind'
    }
  ],
  calls: [
    {
      listId: 2,
      name: 'Mills',
      campaign: 'Spring',
      outcome: 'no-interest',
      words: 'Next year.',
      at: '2027-02-02T08:00:00Z',
      person: 'Mara Lind'
    }
  ]
};

function shown(over: Record<string, unknown> = {}, onChange = vi.fn()) {
  within(ContactDesk, { c: { ...PAGE, ...over }, onChange });
  return onChange;
}

describe('the page of a contact', () => {
  beforeEach(() => {
    signedIn('rep');
    calls.GET.mockReset().mockResolvedValue({ processes: [], teams: [] });
    calls.PUT.mockReset().mockResolvedValue(undefined);
  });

  it('tells how to reach them, a touch away', () => {
    shown();
    expect(screen.getByRole('link', { name: '+44 555 0101' })).toHaveAttribute('href', 'tel:+445550101');
    expect(screen.getByRole('link', { name: 'ada@reed.example' })).toHaveAttribute(
      'href',
      'mailto:ada@reed.example'
    );
    expect(screen.getByText('prefers phone, after two')).toBeInTheDocument();
  });

  it('says so where nothing is known', () => {
    shown({ contact: { ...ada, phone: '', email: '', channel: '', hours: '' } });
    expect(screen.getByText('Neither phone nor email known.')).toBeInTheDocument();
  });

  it('parts what is open from what was won and lost, with what they are in each', () => {
    shown();
    const open = screen.getByRole('table', { name: 'Open opportunities' });
    expect(open).toHaveTextContent('contact, decision maker');
    expect(open).not.toHaveTextContent('O-1060');
    expect(screen.getByRole('table', { name: 'Won and lost' })).toHaveTextContent('20 Oct 2026');
  });

  it('tells enquiries, calls and who else is there', () => {
    shown();
    expect(screen.getByRole('region', { name: 'Enquiries' })).toHaveTextContent('not pursued');
    expect(screen.getByRole('region', { name: 'Calls of call lists' })).toHaveTextContent(
      'no interest: Next year.'
    );
    expect(screen.getByRole('link', { name: 'Ben Fallow' })).toHaveAttribute('href', '/contacts/4');
  });

  it('leaves away what there is none of', () => {
    shown({ opportunities: [], enquiries: [], calls: [], others: [] });
    expect(screen.getByText('No open opportunities with this contact.')).toBeInTheDocument();
    expect(screen.queryByRole('region', { name: 'Enquiries' })).toBeNull();
    expect(screen.queryByRole('table', { name: 'Won and lost' })).toBeNull();
  });

  it('is edited over the version that was read', async () => {
    const onChange = shown();
    actions.list.find((a) => a.keys === 'e')?.run?.();
    const role = await screen.findByLabelText('Job title');
    await userEvent.clear(role);
    await userEvent.type(role, 'Director');
    await userEvent.click(screen.getByRole('button', { name: 'Save' }));
    const [, asked] = calls.PUT.mock.calls[0] as [string, { params: unknown; body: unknown }];
    expect(asked.params).toEqual({ path: { id: 12, contact: 3 }, header: { 'If-Match': '"2"' } });
    expect(asked.body).toMatchObject({ role: 'Director' });
    await vi.waitFor(() => expect(onChange).toHaveBeenCalled());
  });

  it('opens an opportunity with them', async () => {
    shown();
    await userEvent.click(screen.getByRole('button', { name: 'New opportunity' }));
    expect(await screen.findByLabelText('Contact')).toHaveValue('3');
  });

  it('is only read by those who do not sell', () => {
    signedIn('credit-controller');
    shown();
    expect(screen.queryByRole('button', { name: 'New opportunity' })).toBeNull();
    expect(screen.queryByRole('button', { name: 'Edit…' })).toBeNull();
  });
});
