import { screen } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { overtaken, refused, stub } from '$lib/api/stub';
import { within } from '../../test/within';
import AccountForm from './AccountForm.svelte';
import CreditLine from './CreditLine.svelte';

const calls = stub('GET', 'PUT');
const ACCOUNT = {
  id: 12,
  name: 'Reed Farm',
  industry: 'dairy',
  street: '4 Weir Lane',
  postal: '24103',
  town: 'Saltmere',
  email: 'desk@reed.example',
  phone: '555 0102',
  priceGroup: null,
  language: '',
  termsDays: 30,
  poNumberRequired: false,
  mayChangeTerms: false,
  version: 7
};

const TEXTS = {
  texts: [],
  fields: [],
  languages: [
    { code: 'en', name: 'English', words: true, shipped: false, texts: 16 },
    { code: 'de', name: 'German', words: true, shipped: true, texts: 0 }
  ]
};

/** What is answered when the account is read anew. */
function standsAs(account: unknown) {
  calls.GET.mockReset().mockImplementation((path) => (path === '/api/texts' ? TEXTS : account));
}

describe('an account as typed', () => {
  beforeEach(() => {
    calls.PUT.mockReset().mockResolvedValue(undefined);
    standsAs(ACCOUNT);
  });

  it('is written to in one of the languages that there are, or in ours', async () => {
    within(AccountForm, { a: { ...ACCOUNT, language: 'pl' }, onChange: vi.fn() });
    const language = screen.getByLabelText<HTMLSelectElement>('Language of letters and papers');
    await screen.findByRole('option', { name: 'German' });
    expect([...language.options].map((one) => one.text)).toEqual(['ours', 'English', 'German', 'pl']);
    expect(language).toHaveValue('pl');
    await userEvent.selectOptions(language, 'de');
    await userEvent.click(screen.getByRole('button', { name: 'Save' }));
    expect(calls.PUT.mock.calls[0]?.[1]).toMatchObject({ body: { language: 'de' } });
  });

  it('is saved over the version it was opened with', async () => {
    const onChange = vi.fn();
    within(AccountForm, { a: ACCOUNT, onChange });
    const town = screen.getByLabelText('Town');
    await userEvent.clear(town);
    await userEvent.type(town, 'Oxbarrow');
    await userEvent.click(screen.getByRole('checkbox'));
    await userEvent.click(screen.getByRole('button', { name: 'Save' }));
    await vi.waitFor(() => expect(onChange).toHaveBeenCalled());
    const [, asked] = calls.PUT.mock.calls[0] as [string, { params: unknown; body: Record<string, unknown> }];
    expect(asked.params).toEqual({ path: { id: 12 }, header: { 'If-Match': '"7"' } });
    expect(asked.body).toMatchObject({
      name: 'Reed Farm',
      town: 'Oxbarrow',
      priceGroup: '',
      termsDays: '30',
      poNumberRequired: true
    });
  });

  it('has price group and terms for those alone who may change them', () => {
    within(AccountForm, { a: ACCOUNT, onChange: vi.fn() });
    expect(screen.queryByLabelText('Price group')).toBeNull();
    within(AccountForm, { a: { ...ACCOUNT, mayChangeTerms: true }, onChange: vi.fn() });
    expect(screen.getByLabelText('Price group')).toHaveValue('');
    expect(screen.getByLabelText('Payment terms (days)')).toHaveValue('30');
  });

  it('keeps what was typed when it is refused', async () => {
    calls.PUT.mockResolvedValueOnce(refused(['email', 'An email address has a name, an @ and a host.']));
    within(AccountForm, { a: ACCOUNT, onChange: vi.fn() });
    await userEvent.type(screen.getByLabelText('Email'), ' and more');
    await userEvent.click(screen.getByRole('button', { name: 'Save' }));
    expect(await screen.findByText(/has a name, an @ and a host/)).toBeInTheDocument();
    expect(screen.getByLabelText('Email')).toHaveValue('desk@reed.example and more');
  });

  it('says who was first', async () => {
    calls.PUT.mockResolvedValueOnce(overtaken('Nils changed address in the meantime.', 8));
    standsAs({ ...ACCOUNT, version: 8 });
    const onChange = vi.fn();
    within(AccountForm, { a: ACCOUNT, onChange });
    await userEvent.click(screen.getByRole('button', { name: 'Save' }));
    expect(await screen.findByRole('alert')).toHaveTextContent('Nils changed address');
    expect(onChange).not.toHaveBeenCalled();
  });

  it('keeps the version it was opened with, whatever is shown anew, and compares', async () => {
    calls.PUT.mockResolvedValueOnce(overtaken('Nils changed address at 10:12.', 8));
    standsAs({ ...ACCOUNT, version: 8, town: 'Oxbarrow', street: '9 New Road' });
    const { rerender } = within(AccountForm, { a: ACCOUNT, onChange: vi.fn() });
    await userEvent.type(screen.getByLabelText('Town'), ' East');
    const anew = { a: { ...ACCOUNT, version: 8, town: 'Oxbarrow' }, onChange: vi.fn() };
    await rerender({ what: AccountForm as never, given: anew });
    await userEvent.click(screen.getByRole('button', { name: 'Save' }));
    const rows = await screen.findAllByRole('row');
    expect(rows.map((row) => row.textContent.replace(/\s+/g, ' ').trim())).toEqual([
      'FieldYoursTheirs',
      'Streetnot changed by you9 New Road',
      'TownSaltmere EastOxbarrow'
    ]);
    await userEvent.click(screen.getByRole('button', { name: 'Save mine' }));
    const [, asked] = calls.PUT.mock.calls[1] as [string, { params: unknown; body: Record<string, unknown> }];
    expect(asked.params).toEqual({ path: { id: 12 }, header: { 'If-Match': '"8"' } });
    expect(asked.body).toMatchObject({ town: 'Saltmere East', street: '9 New Road' });
  });
});

describe('the credit of a year ahead', () => {
  const credit = {
    timeline: [
      { date: '2027-03-15', limit: '5000.00', exposure: '3200.00' },
      { date: '2027-04-20', limit: '5000.00', exposure: '700.00' },
      { date: '2027-06-01', limit: '8000.00', exposure: '0.00' }
    ]
  };

  it('is drawn as steps and told as days', () => {
    within(CreditLine, { credit });
    expect(screen.getByRole('img')).toHaveAccessibleName(/Limit and projected exposure/);
    const days = screen.getAllByRole('definition').map((d) => d.textContent?.replace(/\u00a0/g, ' '));
    expect(days).toEqual(['3 200.00 of 5 000.00', '700.00 of 5 000.00', '0.00 of 8 000.00']);
    const [owed, limit] = screen.getByRole('img').querySelectorAll('path');
    expect(owed?.getAttribute('d')).toMatch(/^M0 .*H.*V.*H.*V.*H300V64H0z$/);
    expect(limit?.getAttribute('d')).toMatch(/^M0 .*H300$/);
  });
});
