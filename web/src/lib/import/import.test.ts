import { screen } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { beforeEach, describe, expect, it } from 'vitest';
import { refused, stub } from '$lib/api/stub';
import { signedIn } from '../../test/signedIn';
import { within } from '../../test/within';
import * as client from '$lib/api/client';
import { vi } from 'vitest';
import FileImport from './FileImport.svelte';
import PastImports from './PastImports.svelte';
import { wordsOf } from './words';

const calls = stub('GET', 'POST', 'DELETE');
const field = (key: string, label: string, more = {}) => ({
  field: key,
  label,
  needed: false,
  hint: '',
  forAll: false,
  column: -1,
  ...more
});
const KIND = {
  kind: 'accounts',
  one: 'account',
  fields: [field('name', 'Name', { needed: true }), field('owner', 'Owner', { forAll: true })]
};
const JOB = {
  id: 'j1',
  kind: 'accounts',
  one: 'account',
  file: 'accounts.csv',
  phase: 'read',
  done: 0,
  total: 3,
  columns: ['Firm', 'Rep'],
  sample: [['Reed Farm', 'Mara']],
  fields: [field('name', 'Name', { needed: true, column: 0 }), field('owner', 'Owner', { forAll: true })],
  good: 0,
  added: 0,
  changed: 0,
  same: 0,
  bad: 0,
  problems: [],
  changedRows: [],
  known: 0,
  knownRows: [],
  taken: 0,
  words: ''
};
const CHECKED = {
  ...JOB,
  phase: 'checked',
  good: 2,
  added: 1,
  changed: 1,
  bad: 1,
  problems: [{ row: 4, column: 'Firm', value: '', message: 'Required.' }],
  changedRows: [{ row: 3, name: 'A-1 Reed Farm', what: 'address' }]
};

beforeEach(() => {
  signedIn('manager');
  calls.GET.mockReset();
  calls.POST.mockReset();
});

async function chosen() {
  vi.spyOn(client, 'upload').mockResolvedValue(JOB);
  const shown = within(FileImport, { kind: KIND });
  await userEvent.upload(screen.getByLabelText('Choose a file'), new File(['x'], 'accounts.csv'));
  return shown;
}

describe('a file that is imported', () => {
  it('says before it is chosen what it may hold, and offers templates', () => {
    within(FileImport, { kind: KIND });
    expect(screen.getByLabelText('Columns of the file').textContent).toMatch(/Name\s*required/);
    expect(screen.getByRole('link', { name: 'XLSX' }).getAttribute('href')).toBe(
      '/api/import-kinds/accounts/template.xlsx'
    );
  });

  it('is matched by its headings, checked with one value for all rows, and imported without bad rows', async () => {
    await chosen();
    expect(screen.getByLabelText<HTMLSelectElement>(/^Name/).value).toBe('0');
    await userEvent.type(screen.getByLabelText('Owner where the row has none'), 'Mara');
    calls.POST.mockResolvedValue(CHECKED);
    await userEvent.click(screen.getByRole('button', { name: 'Check (nothing is saved)' }));
    expect(calls.POST.mock.calls[0]?.[1]).toMatchObject({
      body: { columns: { name: 0, owner: -1 }, values: { owner: 'Mara' }, leaveOutBad: false }
    });
    expect(screen.getByLabelText('Problem').textContent).toContain('Required.');
    expect(screen.getByLabelText('Changes').textContent).toContain('address');
    const take = screen.getByRole<HTMLButtonElement>('button', { name: 'Import 2 accounts' });
    expect(take.disabled).toBe(true);
    await userEvent.click(screen.getByLabelText('Leave out the row with problems'));
    calls.POST.mockResolvedValue({ ...CHECKED, phase: 'taken', words: '2 accounts were imported.' });
    await userEvent.click(take);
    expect(screen.getByRole('status').textContent).toContain('2 accounts were imported.');
  });

  it('names the field at which the choice of columns is refused', async () => {
    await chosen();
    calls.POST.mockResolvedValue(refused(['name', 'Choose the column.']));
    await userEvent.click(screen.getByRole('button', { name: 'Check (nothing is saved)' }));
    expect(screen.getByRole('alert').textContent).toContain('Name: Choose the column.');
  });
});

describe('past imports', () => {
  const PAST = {
    id: 7,
    kind: 'open-items',
    file: 'items.csv',
    person: 'Otto',
    at: '2027-03-15T08:00:00Z',
    added: 3,
    changed: 0,
    left: 3
  };

  it('are undone after it is said what stays', async () => {
    calls.GET.mockImplementation((path) =>
      String(path).endsWith('undo') ? { records: 2, inUse: 1, names: ['OLD-1'] } : [PAST]
    );
    calls.POST.mockResolvedValue({ records: 2, inUse: 1, names: ['OLD-1'] });
    within(PastImports, {});
    expect((await screen.findByText('items.csv')).closest('tr')?.textContent).toContain('3 added');
    await userEvent.click(screen.getByRole('button', { name: 'Undo' }));
    expect((await screen.findByText(/used or changed since/)).textContent).toContain('OLD-1');
    await userEvent.click(screen.getByRole('button', { name: 'Undo the others' }));
    expect(calls.POST.mock.calls[0]?.[1]).toMatchObject({
      params: { path: { id: 7 }, query: { leaveInUse: true } }
    });
  });

  it('are named in words', () => expect(wordsOf('open-items')).toBe('Open items'));
});
