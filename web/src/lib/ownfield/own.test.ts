import { screen } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { describe, expect, it, vi } from 'vitest';
import { isToday } from '$lib/ui/format';
import { within } from '../../test/within';
import OwnFilterBar from './OwnFilterBar.svelte';
import { shownOwn, termOf, withTerm } from './own';

const field = (id: number, name: string, kind: string, choices: string[] = []) => ({
  id,
  record: 'account',
  name,
  kind,
  choices,
  required: false,
  inList: true,
  used: 0,
  key: `own-${id}`,
  version: 1
});

describe('what stands in an own field', () => {
  it('is written as people read its kind', () => {
    isToday('2027-03-15');
    expect(shownOwn('amount', '1234.50')).toBe('1\u00a0234.50');
    expect(shownOwn('date', '2027-04-02')).toBe('2 Apr');
    expect(shownOwn('text', '1234.50')).toBe('1234.50');
    expect(shownOwn('yes-no', undefined)).toBe('–');
  });
});

describe('a list narrowed by own fields', () => {
  it('keeps one term for each field and sign, and no stroke in a value', () => {
    const terms = withTerm(withTerm('', 3, '=', 'Dairy'), 13, '>=', '7');
    expect(terms).toBe('3=Dairy|13>=7');
    expect(withTerm(terms, 3, '=', 'a|b')).toBe('13>=7|3=ab');
    expect(withTerm(terms, 13, '>=', ' ')).toBe('3=Dairy');
    expect(termOf(terms, 3, '=')).toBe('Dairy');
    expect(termOf(terms, 3, '>=')).toBe('');
  });

  it('has a filter for each field that the company added, and none where it added none', async () => {
    const onChange = vi.fn();
    within(OwnFilterBar, { fields: [], terms: '', onChange });
    expect(screen.queryByRole('group')).toBeNull();
    within(OwnFilterBar, {
      fields: [field(3, 'Loyalty', 'choice', ['gold', 'silver']), field(4, 'Area', 'number')],
      terms: '4>=10',
      onChange
    });
    expect(screen.getByLabelText('Area from')).toHaveValue('10');
    await userEvent.selectOptions(screen.getByLabelText('Loyalty'), 'gold');
    expect(onChange).toHaveBeenCalledWith('4>=10|3=gold');
    await userEvent.click(screen.getByRole('button', { name: 'Clear' }));
    expect(onChange).toHaveBeenLastCalledWith('');
  });
});
