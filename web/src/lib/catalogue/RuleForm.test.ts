import { screen } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { overtaken, refused, stub } from '$lib/api/stub';
import { within } from '../../test/within';
import RuleForm from './RuleForm.svelte';

const calls = stub('GET', 'POST', 'PUT');
const SAVED = {
  id: 4,
  code: 'R-4',
  scope: 'group',
  forWhom: 'dairies',
  product: null,
  family: 'bench',
  minQuantity: '10',
  from: '2027-01-01',
  to: null,
  price: null,
  percentOff: '8',
  deactivated: false,
  version: 3
};

function body(of: 'POST' | 'PUT') {
  return (calls[of].mock.calls[0] as [string, { body: Record<string, unknown>; params: unknown }])[1];
}

async function type(label: RegExp | string, text: string) {
  await userEvent.type(screen.getByLabelText(label), text);
}

describe('a price rule as typed', () => {
  beforeEach(() => {
    calls.GET.mockReset().mockResolvedValue({ rows: [], after: null });
    calls.POST.mockReset().mockResolvedValue({ codes: ['R-1'] });
    calls.PUT.mockReset().mockResolvedValue(undefined);
  });

  it('is for everyone and a family unless something else is chosen', async () => {
    const onDone = vi.fn();
    within(RuleForm, { families: ['bench'], groups: [], onDone });
    await type('Code', 'R-1');
    await type('Family', 'bench');
    await type('Discount %, break 1', '5');
    await userEvent.click(screen.getByRole('button', { name: 'Add' }));
    await vi.waitFor(() => expect(onDone).toHaveBeenCalled());
    expect(body('POST').body).toMatchObject({
      code: 'R-1',
      scope: 'everyone',
      forWhom: '',
      product: '',
      family: 'bench',
      breaks: [{ minQuantity: '', price: '', percentOff: '5' }]
    });
  });

  it('has a break for each quantity, and one can be taken out again', async () => {
    within(RuleForm, { families: [], groups: [], onDone: vi.fn() });
    await userEvent.click(screen.getByRole('button', { name: 'Add quantity break' }));
    await type('From quantity, break 2', '10');
    await type('Price, break 2', '90');
    expect(screen.getAllByRole('button', { name: 'Remove' })).toHaveLength(2);
    await userEvent.click(screen.getAllByRole('button', { name: 'Remove' })[0]!);
    expect(screen.getByLabelText('From quantity, break 1')).toHaveValue('10');
    expect(screen.queryByRole('button', { name: 'Remove' })).toBeNull();
  });

  it('names what is wrong at its field and keeps what was typed', async () => {
    calls.POST.mockResolvedValueOnce(
      refused(
        ['code', 'There is a rule R-1 already.'],
        ['breaks[0].price', 'Enter a price or a discount in percent, not both.']
      )
    );
    const onDone = vi.fn();
    within(RuleForm, { families: [], groups: [], onDone });
    await type('Code', 'R-1');
    await userEvent.click(screen.getByRole('button', { name: 'Add' }));
    expect(await screen.findByText('There is a rule R-1 already.')).toBeInTheDocument();
    expect(screen.getByLabelText('Price, break 1')).toHaveAttribute('aria-invalid', 'true');
    expect(screen.getByLabelText('Code')).toHaveValue('R-1');
    expect(onDone).not.toHaveBeenCalled();
  });

  it('is one break when it is changed, and says which version it was made from', async () => {
    within(RuleForm, { rule: SAVED, families: ['bench'], groups: ['dairies'], onDone: vi.fn() });
    expect(screen.queryByLabelText('Code')).toBeNull();
    expect(screen.queryByRole('button', { name: 'Add quantity break' })).toBeNull();
    expect(screen.getByLabelText('Customer group')).toHaveValue('dairies');
    expect(screen.getByLabelText('From quantity, break 1')).toHaveValue('10');
    await userEvent.click(screen.getByRole('button', { name: 'Save' }));
    await vi.waitFor(() => expect(calls.PUT).toHaveBeenCalled());
    expect(body('PUT').params).toEqual({ path: { code: 'R-4' }, header: { 'If-Match': '"3"' } });
  });

  it('tells who was first, and what was typed is still there', async () => {
    calls.PUT.mockResolvedValueOnce(overtaken('Helen changed rule in the meantime.', 4));
    within(RuleForm, { rule: SAVED, families: [], groups: [], onDone: vi.fn() });
    await type('Discount %, break 1', '5');
    await userEvent.click(screen.getByRole('button', { name: 'Save' }));
    expect(await screen.findByRole('alert')).toHaveTextContent('Helen changed rule in the meantime.');
    expect(screen.getByLabelText('Discount %, break 1')).toHaveValue('85');
  });
});
