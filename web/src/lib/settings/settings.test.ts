import { screen } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { refused, stub } from '$lib/api/stub';
import Away from '$lib/profile/Away.svelte';
import { signedIn } from '../../test/signedIn';
import { within } from '../../test/within';
import NewText from './NewText.svelte';
import ParticularsForm from './ParticularsForm.svelte';
import TextForm from './TextForm.svelte';
import TextsNav from './TextsNav.svelte';

const calls = stub('GET', 'POST', 'PUT', 'DELETE');
const TEXT = {
  id: 4,
  purpose: 'quote-letter',
  business: '',
  language: 'en',
  body: 'Dear {contact},',
  version: 2
};
const PARTICULARS = {
  name: 'Ours',
  street: '12 Weighbridge Lane',
  postal: '40210',
  town: 'Harrow Bridge',
  country: '',
  phone: '',
  email: '',
  website: '',
  taxId: '',
  registration: '',
  bank: '',
  language: 'en',
  region: '',
  version: 3
};
const LANGUAGES = [
  { code: 'en', name: 'English', words: true, shipped: false, texts: 1 },
  { code: 'fr', name: 'French', words: true, shipped: true, texts: 0 }
];
const WRITINGS = [
  {
    code: '',
    name: 'none in particular',
    example: '1 234 567.50, 1 March 2027',
    weekFrom: 'Monday',
    letterPaper: false
  },
  {
    code: 'US',
    name: 'United States',
    example: '1,234,567.50, March 1, 2027',
    weekFrom: 'Sunday',
    letterPaper: true
  }
];

beforeEach(() => {
  signedIn('manager');
  localStorage.clear();
  for (const call of Object.values(calls)) call.mockReset().mockResolvedValue(undefined);
});

describe('the texts of the settings', () => {
  it('are saved over the version that was read', async () => {
    const onChange = vi.fn();
    within(TextForm, { text: TEXT, onChange });
    await userEvent.type(screen.getByLabelText('Text'), ' hello');
    await userEvent.click(screen.getByRole('button', { name: 'Save' }));
    expect(calls.PUT).toHaveBeenCalledWith('/api/texts/{id}', {
      params: { path: { id: 4 }, header: { 'If-Match': '"2"' } },
      body: { body: 'Dear {contact}, hello' }
    });
    await vi.waitFor(() => expect(onChange).toHaveBeenCalled());
  });

  it('name a field that nobody knows, and keep what was typed', async () => {
    calls.PUT.mockResolvedValue(refused(['body', 'Not a field: {price}.']));
    within(TextForm, { text: TEXT, onChange: vi.fn() });
    await userEvent.click(screen.getByRole('button', { name: 'Save' }));
    expect(await screen.findByText('Not a field: {price}.')).toBeInTheDocument();
    expect(screen.getByLabelText('Text')).toHaveValue('Dear {contact},');
  });

  it('are deleted where another takes their place, and only there', () => {
    within(TextForm, { text: { ...TEXT, language: 'de' }, onChange: vi.fn() });
    expect(screen.getAllByRole('button', { name: 'Delete this text' })).toHaveLength(1);
    within(TextForm, { text: TEXT, onChange: vi.fn() });
    expect(screen.getAllByRole('button', { name: 'Delete this text' })).toHaveLength(1);
  });

  it('are added for a kind of business or a language', async () => {
    calls.POST.mockResolvedValue({ id: 12 });
    const onDone = vi.fn();
    within(NewText, { onDone });
    await userEvent.selectOptions(screen.getByLabelText('Business'), 'renewal');
    await userEvent.type(screen.getByLabelText(/Language/), 'de');
    await userEvent.type(screen.getByLabelText('Text'), 'Guten Tag');
    await userEvent.click(screen.getByRole('button', { name: 'Add the text' }));
    expect(calls.POST).toHaveBeenCalledWith('/api/texts', {
      body: { purpose: 'quote-letter', business: 'renewal', language: 'de', body: 'Guten Tag' }
    });
    await vi.waitFor(() => expect(onDone).toHaveBeenCalledWith(12));
  });
});

describe('the particulars of the house', () => {
  it('are saved whole, and shown as they are kept', async () => {
    calls.GET.mockResolvedValue({ ...PARTICULARS, phone: '555', version: 4 });
    within(ParticularsForm, { particulars: PARTICULARS, writings: WRITINGS, languages: LANGUAGES });
    await userEvent.type(screen.getByLabelText('Phone'), '555');
    await userEvent.click(screen.getByRole('button', { name: 'Save' }));
    expect(calls.PUT).toHaveBeenCalledWith('/api/company/particulars', {
      params: { header: { 'If-Match': '"3"' } },
      body: expect.objectContaining({ street: '12 Weighbridge Lane', phone: '555' }) as unknown
    });
    await vi.waitFor(() => expect(calls.GET).toHaveBeenCalled());
  });
});

describe('how the house writes', () => {
  it('is shown by an example before it is saved', async () => {
    calls.GET.mockResolvedValue(PARTICULARS);
    within(ParticularsForm, { particulars: PARTICULARS, writings: WRITINGS, languages: LANGUAGES });
    expect(screen.getByText(/1 234 567\.50.*weeks from Monday; A4/)).toBeInTheDocument();
    await userEvent.selectOptions(screen.getByLabelText('Figures, days and paper as in'), 'US');
    expect(screen.getByText(/1,234,567\.50.*weeks from Sunday; US Letter/)).toBeInTheDocument();
    await userEvent.click(screen.getByRole('button', { name: 'Save' }));
    expect(calls.PUT.mock.calls[0]?.[1]).toMatchObject({ body: { region: 'US', language: 'en' } });
  });

  it('has texts of one language at a time, and begins with ours', async () => {
    calls.POST.mockResolvedValue({ added: 15 });
    const onChange = vi.fn();
    const given = {
      texts: { texts: [TEXT], fields: [], languages: LANGUAGES },
      topic: '4',
      manages: true,
      onOpen: vi.fn(),
      onChange
    };
    within(TextsNav, given);
    expect(screen.getByRole('button', { name: 'all business' })).toHaveAttribute('aria-pressed', 'true');
    expect(screen.queryByRole('button', { name: /Begin with/ })).toBeNull();
    await userEvent.selectOptions(screen.getByLabelText('Language'), 'fr');
    expect(screen.queryByRole('button', { name: 'all business' })).toBeNull();
    await userEvent.click(screen.getByRole('button', { name: 'Begin with texts in French' }));
    expect(calls.POST).toHaveBeenCalledWith('/api/texts/languages', { body: { language: 'fr' } });
    await vi.waitFor(() => expect(onChange).toHaveBeenCalled());
  });
});

describe('whoever is away', () => {
  it('names a deputy, and ends it again', async () => {
    calls.GET.mockImplementation((path) =>
      path === '/api/users'
        ? [{ id: 7, name: 'Nils Amsel', active: true }]
        : [
            {
              id: 1,
              personId: 2,
              person: 'Mara Lind',
              deputyId: 7,
              deputy: 'Nils Amsel',
              from: '2027-03-15',
              until: '2027-03-19'
            }
          ]
    );
    within(Away, {});
    expect(await screen.findByText(/answers for you/)).toBeInTheDocument();
    await userEvent.selectOptions(screen.getByLabelText('Deputy'), '7');
    await userEvent.click(screen.getByRole('button', { name: 'Save' }));
    expect(calls.POST).toHaveBeenCalledWith('/api/absences', {
      body: { deputyId: 7, from: '2027-03-15', until: '2027-03-15' }
    });
    await userEvent.click(screen.getByRole('button', { name: 'End it' }));
    expect(calls.DELETE).toHaveBeenCalledWith('/api/absences/{id}', { params: { path: { id: 1 } } });
  });
});
