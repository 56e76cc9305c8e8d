import { screen } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { overtaken, refused, stub } from '$lib/api/stub';
import { signedIn } from '../../test/signedIn';
import { within } from '../../test/within';
import Convert from './Convert.svelte';
import EnquiryDesk from './EnquiryDesk.svelte';
import EnquiryEnd from './EnquiryEnd.svelte';

const calls = stub('GET', 'POST', 'PUT');
const goto = vi.hoisted(() => vi.fn());
vi.mock('$app/navigation', () => ({ goto, beforeNavigate: () => undefined }));

const E = {
  id: 9,
  number: 'E-1009',
  addedAt: '2027-03-01T08:00:00Z',
  name: 'Reed Farm',
  person: 'Ada Fallow',
  email: 'ada@reed.example',
  phone: '',
  postal: '24103',
  town: 'Saltmere',
  subject: 'Two floor scales',
  family: 'floor',
  value: null,
  expected: '1200.00',
  source: 'phone',
  campaign: '',
  state: 'talking',
  onHoldUntil: null as string | null,
  reason: null as string | null,
  ownerId: 2,
  owner: 'Mara Lind',
  accountId: null,
  opportunityId: null as number | null,
  opportunityNumber: null as string | null,
  mayChange: true,
  version: 3
};
const LIKE = {
  record: 'account',
  id: 12,
  number: 'A-1012',
  name: 'Reed Farms',
  town: 'Saltmere',
  why: 'name nearly the same',
  owner: 'Mara Lind'
};
const view = (over: Partial<typeof E> = {}, alike: (typeof LIKE)[] = []) => ({
  enquiry: { ...E, ...over },
  activities: [],
  alike
});
const person = (id: number, name: string, role = 'rep') => ({
  id,
  name,
  login: name,
  email: '',
  roles: [role],
  team: role === 'rep' ? 'North' : null,
  active: true
});

beforeEach(() => {
  signedIn('rep');
  goto.mockReset();
  calls.GET.mockReset().mockImplementation((path) =>
    Promise.resolve(
      path === '/api/users'
        ? [person(2, 'Mara'), person(3, 'Nils'), person(4, 'Otto', 'credit-controller')]
        : path === '/api/processes'
          ? { processes: [], teams: [] }
          : path === '/api/accounts'
            ? { rows: [], after: null }
            : []
    )
  );
  calls.POST.mockReset().mockResolvedValue({ opportunityId: 70 });
  calls.PUT.mockReset().mockResolvedValue(undefined);
});

describe('an enquiry on its page', () => {
  it('takes down what was said, once, and clears the line', async () => {
    const onChange = vi.fn();
    within(EnquiryDesk, { view: view(), onChange });
    await userEvent.selectOptions(screen.getByLabelText('Channel'), 'email');
    await userEvent.type(screen.getByRole('textbox', { name: 'Notes' }), 'Wants a price.{Enter}');
    expect(calls.POST).toHaveBeenCalledWith('/api/enquiries/{id}/talks', {
      params: { path: { id: 9 } },
      body: { kind: 'email', words: 'Wants a price.' }
    });
    await vi.waitFor(() => expect(onChange).toHaveBeenCalledTimes(1));
    expect(screen.getByRole('textbox', { name: 'Notes' })).toHaveValue('');
  });

  it('keeps what was said where it is refused', async () => {
    calls.POST.mockResolvedValue(refused(['words', 'Required.']));
    within(EnquiryDesk, { view: view(), onChange: vi.fn() });
    await userEvent.type(screen.getByRole('textbox', { name: 'Notes' }), ' x{Enter}');
    expect(await screen.findByText('Required.')).toBeInTheDocument();
    expect(screen.getByRole('textbox', { name: 'Notes' })).toHaveValue(' x');
  });

  it('is only read where it is somebody else’s', () => {
    within(EnquiryDesk, { view: view({ mayChange: false }), onChange: vi.fn() });
    expect(screen.queryByRole('button', { name: 'Convert to opportunity…' })).toBeNull();
    expect(screen.queryByRole('textbox', { name: 'Notes' })).toBeNull();
  });

  it('is reopened over the version that was read', async () => {
    within(EnquiryDesk, { view: view({ state: 'not-pursued', reason: 'No budget' }), onChange: vi.fn() });
    expect(screen.getByText(/not pursued: No budget/)).toBeInTheDocument();
    await userEvent.click(screen.getByRole('button', { name: 'Reopen' }));
    expect(calls.POST).toHaveBeenCalledWith('/api/enquiries/{id}/reopened', {
      params: { path: { id: 9 }, header: { 'If-Match': '"3"' } }
    });
  });

  it('leads to what it became', () => {
    const became = { state: 'converted', opportunityId: 70, opportunityNumber: 'O-1070' };
    within(EnquiryDesk, { view: view(became), onChange: vi.fn() });
    expect(screen.getByRole('link', { name: 'Opportunity O-1070' })).toHaveAttribute(
      'href',
      '/opportunities/70'
    );
  });
});

describe('the end of an enquiry', () => {
  const shown = (how: string, onDone = vi.fn()) => {
    within(EnquiryEnd, { e: E, how, onDone });
    return onDone;
  };

  it('has a reason', async () => {
    const onDone = shown('not-pursued');
    await userEvent.type(screen.getByLabelText('Reason'), 'No budget');
    await userEvent.click(screen.getByRole('button', { name: 'Close enquiry' }));
    expect(calls.POST).toHaveBeenCalledWith('/api/enquiries/{id}/not-pursued', {
      params: { path: { id: 9 }, header: { 'If-Match': '"3"' } },
      body: { reason: 'No budget' }
    });
    expect(onDone).toHaveBeenCalledTimes(1);
  });

  it('rests two weeks unless another day is said', async () => {
    shown('on-hold');
    expect(screen.getByLabelText('Until')).toHaveValue('2027-03-29');
    await userEvent.click(screen.getByRole('button', { name: 'Put on hold' }));
    const [path, asked] = calls.POST.mock.calls[0] as [string, { body: unknown }];
    expect(path).toBe('/api/enquiries/{id}/on-hold');
    expect(asked.body).toEqual({ until: '2027-03-29', reason: '' });
  });

  it('goes to a colleague who sells, not to oneself', async () => {
    shown('reassign');
    await screen.findByRole('option', { name: 'Nils, North' });
    expect(screen.queryByRole('option', { name: /Mara|Otto/ })).toBeNull();
    await userEvent.selectOptions(screen.getByLabelText('Assign to'), 'Nils, North');
    await userEvent.click(screen.getByRole('button', { name: 'Reassign' }));
    const [, asked] = calls.PUT.mock.calls[0] as [string, { body: unknown }];
    expect(asked.body).toEqual({ owner: '3' });
  });

  it('says who was first, and is done over theirs when that is wanted', async () => {
    calls.POST.mockResolvedValueOnce(overtaken('Nils changed this enquiry.', 4));
    calls.GET.mockResolvedValue({ enquiry: { ...E, version: 4 }, activities: [], alike: [] });
    const onDone = shown('not-pursued');
    await userEvent.type(screen.getByLabelText('Reason'), 'No budget');
    await userEvent.click(screen.getByRole('button', { name: 'Close enquiry' }));
    expect(await screen.findByText(/Nils changed this enquiry/)).toBeInTheDocument();
    expect(onDone).not.toHaveBeenCalled();
    expect(screen.getByLabelText('Reason')).toHaveValue('No budget');
  });
});

describe('an enquiry that is converted', () => {
  it('joins the account that may be the same, and nothing is typed again', async () => {
    within(Convert, { view: view({}, [LIKE]) });
    expect(screen.getByLabelText('Title')).toHaveValue('Two floor scales');
    expect(screen.getByRole('radio', { name: /A-1012 Reed Farms/ })).toBeChecked();
    await userEvent.click(screen.getByRole('button', { name: /Create|Convert/ }));
    const [path, asked] = calls.POST.mock.calls[0] as [string, { body: Record<string, unknown> }];
    expect(path).toBe('/api/enquiries/{id}/opportunity');
    expect(asked.body).toMatchObject({ accountId: 12, title: 'Two floor scales' });
    await vi.waitFor(() =>
      expect(goto).toHaveBeenCalledWith('/opportunities/70', { state: { fresh: true } })
    );
  });

  it('makes an account of what the enquiry says where none is alike', async () => {
    within(Convert, { view: view() });
    expect(screen.getByLabelText('Name')).toHaveValue('Reed Farm');
    expect(screen.getByLabelText('Town')).toHaveValue('Saltmere');
    await userEvent.selectOptions(screen.getByLabelText('Type'), 'private person');
    await userEvent.click(screen.getByRole('button', { name: /Create|Convert/ }));
    const [, asked] = calls.POST.mock.calls[0] as [string, { body: Record<string, unknown> }];
    expect(asked.body).toMatchObject({ accountId: null, name: 'Reed Farm', kind: 'person', postal: '24103' });
  });

  it('says what is wrong at its field, and stays', async () => {
    calls.POST.mockResolvedValue(refused(['title', 'Required.']));
    within(Convert, { view: view() });
    await userEvent.clear(screen.getByLabelText('Title'));
    await userEvent.click(screen.getByRole('button', { name: /Create|Convert/ }));
    expect(await screen.findByText('Required.')).toBeInTheDocument();
    expect(goto).not.toHaveBeenCalled();
  });
});
