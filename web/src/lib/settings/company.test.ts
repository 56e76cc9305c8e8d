import { screen, within as inside } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { overtaken, refused, stubAbout } from '$lib/api/stub';
import { signedIn } from '../../test/signedIn';
import { within } from '../../test/within';
import OwnForm from '../ownfield/OwnForm.svelte';
import Choices from './Choices.svelte';
import OwnFieldList from './OwnFieldList.svelte';
import PolicyForm from './PolicyForm.svelte';
import Taxes from './Taxes.svelte';

const calls = stubAbout(['/api/own-fields', '/api/choices/{list}'], 'GET', 'POST', 'PUT', 'DELETE');
const POLICY = {
  id: 1,
  from: '2000-01-01',
  pricePolicy: 'specific',
  repDiscount: '10',
  managerDiscount: '100',
  documentFloor: '25',
  documentFloorRole: 'manager',
  families: [{ family: 'bench', margin: '20', role: 'manager' }],
  giftCost: null,
  giftCostRole: 'manager',
  values: [],
  ownCostOver: null
};

beforeEach(() => {
  localStorage.clear();
  signedIn('manager');
  calls.GET.mockReset().mockResolvedValue({ fields: [] });
  calls.POST.mockReset().mockResolvedValue({ id: 5 });
  calls.PUT.mockReset().mockResolvedValue(undefined);
  calls.DELETE.mockReset().mockResolvedValue(undefined);
});

describe('the selling policy', () => {
  const props = () => ({ policy: POLICY, version: 8, families: ['bench', 'floor'], onChange: vi.fn() });

  it('is tried on the last quarter before it is saved', async () => {
    calls.POST.mockResolvedValueOnce({
      from: '2026-10-01',
      to: '2026-12-31',
      quotes: 40,
      asked: 3,
      asks: 11,
      net: '100000.00',
      margin: '38000.00',
      marginPercent: '38',
      cappedMargin: '41000.00',
      cappedMarginPercent: '39.81',
      reps: [{ rep: 'Mara Lind', quotes: 40, asked: 3, asks: 11 }],
      differ: [
        {
          number: 'Q-1',
          account: 'Reed Farm',
          rep: 'Mara Lind',
          asked: false,
          asks: true,
          margin: '900.00',
          cappedMargin: '950.00'
        }
      ],
      moreDiffer: 7
    });
    within(PolicyForm, props());
    const rep = screen.getByLabelText('A rep may give on a line, %');
    await userEvent.clear(rep);
    await userEvent.type(rep, '5');
    await userEvent.click(screen.getByRole('button', { name: 'Try on last quarter' }));
    expect(await screen.findByText(/40 quotes sent/)).toBeInTheDocument();
    expect(screen.getByText('needed now')).toBeInTheDocument();
    expect(screen.getByText('And 7 more.')).toBeInTheDocument();
    const tried = calls.POST.mock.calls[0]?.[1] as { body: { repDiscount: string } };
    expect(tried.body.repDiscount).toBe('5');
    expect(calls.PUT).not.toHaveBeenCalled();
  });

  it('is saved over the version that was read, with families and values', async () => {
    const given = props();
    within(PolicyForm, given);
    await userEvent.click(screen.getByRole('button', { name: 'Add a value' }));
    await userEvent.type(screen.getByLabelText('Value above 1'), '50000');
    await userEvent.click(screen.getByRole('button', { name: 'Add a family' }));
    await userEvent.type(screen.getByLabelText('Family 2'), 'floor');
    await userEvent.type(screen.getByLabelText('Margin floor 2, %'), '30');
    calls.PUT.mockResolvedValueOnce(refused(['values[0].amount', 'Enter an amount.']));
    await userEvent.click(screen.getByRole('button', { name: 'Save' }));
    expect(await screen.findByText('Enter an amount.')).toBeInTheDocument();
    await userEvent.click(screen.getByRole('button', { name: 'Save' }));
    await vi.waitFor(() => expect(given.onChange).toHaveBeenCalled());
    const asked = calls.PUT.mock.calls.at(-1)?.[1] as { params: unknown; body: typeof POLICY };
    expect(asked.params).toEqual({ header: { 'If-Match': '"8"' } });
    expect(asked.body.families).toHaveLength(2);
    expect(asked.body.values).toEqual([{ amount: '50000', role: 'manager' }]);
  });
});

describe('taxes', () => {
  const taxes = {
    taxes: [
      { id: 1, name: 'Standard rate', percent: '19', usual: true, products: 30 },
      { id: 2, name: 'Zero rate', percent: '0', usual: false, products: 0 }
    ],
    planned: [{ id: 4, rateId: 1, from: '2027-07-01', percent: '20' }]
  };

  it('change on a day that is planned, and can be taken back', async () => {
    const onChange = vi.fn();
    within(Taxes, { taxes, mayChange: true, onChange });
    const row = screen.getByRole('row', { name: /Standard rate/ });
    expect(row).toHaveTextContent('20 % from 1 Jul');
    expect(inside(row).queryByRole('button', { name: 'Remove' })).toBeNull();
    await userEvent.click(inside(row).getByRole('button', { name: 'Withdraw' }));
    expect(calls.DELETE).toHaveBeenCalledWith('/api/taxes/changes/{id}', { params: { path: { id: 4 } } });
    await userEvent.click(inside(row).getByRole('button', { name: 'Change percent…' }));
    await userEvent.type(await screen.findByLabelText('New percent'), '21');
    await userEvent.click(screen.getByRole('button', { name: 'Save' }));
    await vi.waitFor(() => expect(calls.POST).toHaveBeenCalled());
    const asked = calls.POST.mock.calls[0]?.[1] as { body: unknown };
    expect(asked.body).toEqual({ from: '2027-03-15', percent: '21' });
  });

  it('are read by who may not change them', () => {
    within(Taxes, { taxes, mayChange: false, onChange: vi.fn() });
    expect(screen.queryByRole('button', { name: 'Withdraw' })).toBeNull();
    expect(screen.queryByLabelText('Name')).toBeNull();
  });
});

describe('a list of words', () => {
  const choices = {
    list: 'industry',
    logId: 1,
    values: [
      { value: 'mill', used: 8, offered: true },
      { value: 'dairy', used: 2, offered: true },
      { value: 'farm', used: 7, offered: false }
    ],
    version: 5
  };

  it('is ordered, renamed and added to in one act', async () => {
    const onChange = vi.fn();
    within(Choices, { choices, onChange });
    const word = screen.getByLabelText('Word 1');
    await userEvent.clear(word);
    await userEvent.type(word, 'flour mill');
    await userEvent.click(screen.getByRole('button', { name: 'Move dairy up' }));
    await userEvent.type(screen.getByLabelText('New word'), 'brewery{Enter}');
    await userEvent.click(screen.getByRole('button', { name: 'farm (7)' }));
    await userEvent.click(screen.getByRole('button', { name: 'Save' }));
    await vi.waitFor(() => expect(onChange).toHaveBeenCalled());
    const asked = calls.PUT.mock.calls[0]?.[1] as { body: { values: unknown } };
    expect(asked.body.values).toEqual([
      { value: 'dairy', was: 'dairy' },
      { value: 'flour mill', was: 'mill' },
      { value: 'brewery', was: null },
      { value: 'farm', was: 'farm' }
    ]);
  });

  it('is compared where somebody was first', async () => {
    calls.PUT.mockResolvedValueOnce(overtaken('Helen changed industry at 09:00.', 6));
    calls.GET.mockResolvedValue({ ...choices, version: 6 });
    within(Choices, { choices, onChange: vi.fn() });
    await userEvent.click(screen.getByRole('button', { name: 'Remove dairy' }));
    await userEvent.click(screen.getByRole('button', { name: 'Save' }));
    expect(await screen.findByText(/Helen changed industry/)).toBeInTheDocument();
  });
});

describe('own fields', () => {
  const field = {
    id: 3,
    key: 'own-3',
    record: 'opportunity',
    name: 'Hygiene grade',
    kind: 'choice',
    choices: ['A', 'B'],
    required: true,
    inList: true,
    used: 4,
    version: 2
  };

  it('are added to a kind of record with their choices', async () => {
    calls.GET.mockResolvedValue({ fields: [field] });
    within(OwnFieldList, { mayChange: true });
    const table = await screen.findByRole('table', { name: 'Opportunities' });
    expect(table).toHaveTextContent('Hygiene grade, required');
    await userEvent.click(screen.getAllByRole('button', { name: 'Add a field…' })[0] as HTMLElement);
    await userEvent.type(await screen.findByLabelText('Name'), 'Audit');
    await userEvent.selectOptions(screen.getByLabelText('Kind'), 'choice');
    await userEvent.type(screen.getByLabelText('Choices, one on each line'), 'Passed{Enter}Failed');
    await userEvent.click(screen.getByRole('button', { name: 'Add' }));
    await vi.waitFor(() => expect(calls.POST).toHaveBeenCalled());
    const asked = calls.POST.mock.calls[0]?.[1] as { body: unknown };
    expect(asked.body).toEqual({
      record: 'account',
      name: 'Audit',
      kind: 'choice',
      choices: ['Passed', 'Failed'],
      required: false,
      inList: true
    });
  });

  it('are entered on a record, and what is wrong is said at the field', async () => {
    const text = { ...field, id: 4, name: 'Note', kind: 'text', choices: [], required: false };
    const onDone = vi.fn();
    within(OwnForm, {
      record: 'opportunity',
      id: 12,
      own: { fields: [field, text], values: { '4': 'by rail' }, version: 1 },
      onDone
    });
    calls.PUT.mockResolvedValueOnce(refused(['values.3', 'Required.']));
    await userEvent.click(screen.getByRole('button', { name: 'Save' }));
    expect(await screen.findByText('Required.')).toBeInTheDocument();
    await userEvent.selectOptions(screen.getByLabelText('Hygiene grade'), 'B');
    await userEvent.click(screen.getByRole('button', { name: 'Save' }));
    await vi.waitFor(() => expect(onDone).toHaveBeenCalled());
    const asked = calls.PUT.mock.calls.at(-1)?.[1] as { params: unknown; body: unknown };
    expect(asked.body).toEqual({ values: { '3': 'B', '4': 'by rail' } });
    expect(asked.params).toEqual({
      path: { kind: 'opportunity', id: 12 },
      header: { 'If-Match': '"1"' }
    });
  });
});
