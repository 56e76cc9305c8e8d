import { screen } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { eve } from '$lib/daysheet/eve';
import { stub } from '$lib/api/stub';
import { signedIn } from '../../test/signedIn';
import { within } from '../../test/within';
import FieldPick from './FieldPick.svelte';
import Figures from './Figures.svelte';
import Picture from './Picture.svelte';
import { drawn } from './series';
import { told } from './walking';

const calls = stub('GET', 'POST', 'PUT');
const field = (name: string, title: string) => ({ name, title, date: false });
const figure = (name: string, title: string, kind: string) => ({ name, title, kind, within: '' });
const TABLE = {
  subject: 'opportunities',
  rowFields: [field('owner', 'Rep')],
  columnFields: [],
  figures: [figure('won', 'Won', 'amount'), figure('win-rate', 'Win rate', 'percent')],
  columns: [{ keys: [], label: 'Total', others: false }],
  rows: [
    { keys: ['5'], label: 'Mara Lind', others: false, cells: [['12000.50', '75']] },
    { keys: ['6'], label: 'Edda Voss', others: false, cells: [['0.00', '']] },
    { keys: [], label: 'Total', others: false, cells: [['12000.50', '60']] }
  ],
  notable: []
};

beforeEach(() => {
  signedIn('manager');
  calls.GET.mockReset();
});

describe('the table', () => {
  it('opens each figure, sorts by each head, and has a dash for nothing', async () => {
    const onOpen = vi.fn();
    const onSort = vi.fn();
    within(Figures, { table: TABLE, sort: '', label: 'Table', onSort, onOpen });
    await userEvent.click(screen.getByRole('button', { name: /Mara Lind, Win rate: 75/ }));
    expect(onOpen).toHaveBeenCalledWith(['5'], [], 1);
    expect(screen.queryByRole('button', { name: /Edda Voss/ })).toBeNull();
    await userEvent.click(screen.getByRole('button', { name: 'Won' }));
    expect(onSort).toHaveBeenCalledWith('-won');
    await userEvent.click(screen.getByRole('button', { name: 'Rep' }));
    expect(onSort).toHaveBeenCalledWith('-name');
  });

  it('is walked by arrows', async () => {
    within(Figures, { table: TABLE, sort: '-won', label: 'Table', onSort: vi.fn(), onOpen: vi.fn() });
    screen.getByRole('button', { name: /Mara Lind, Won/ }).focus();
    await userEvent.keyboard('{ArrowRight}');
    expect(screen.getByRole('button', { name: /Mara Lind, Win rate/ })).toHaveFocus();
    await userEvent.keyboard('{ArrowDown}');
    expect(screen.getByRole('button', { name: /Total, Win rate/ })).toHaveFocus();
  });

  it('is drawn with what is of one kind, and says what is left out', () => {
    expect(drawn(TABLE).series.map((s) => s.name)).toEqual(['Won']);
    const wide = {
      ...TABLE,
      columnFields: [field('source', 'Source')],
      figures: [figure('won', 'Won', 'amount')],
      columns: [...'abcdefgh'].map((label) => ({ keys: [label], label, others: false })),
      rows: [{ keys: ['5'], label: 'Mara Lind', others: false, cells: [...'12345678'].map((n) => [n]) }]
    };
    expect(drawn(wide).series.map((s) => s.name)).toEqual(['c', 'd', 'e', 'f', 'g', 'h']);
    expect(drawn(wide).left).toBe(2);
    within(Picture, { table: wide, as: 'stacked' });
    expect(screen.getByText('2 more in the table')).toBeTruthy();
  });
});

describe('a field', () => {
  it('is found by typing and taken by Enter', async () => {
    const onPick = vi.fn();
    within(FieldPick, {
      label: 'Rows by what?',
      entries: [
        { name: 'owner', title: 'Rep' },
        { name: 'source', title: 'Source' },
        { name: 'close-month', title: 'Month of close' }
      ],
      onPick
    });
    await userEvent.type(screen.getByRole('combobox'), 'close mon');
    expect(screen.getAllByRole('option')).toHaveLength(1);
    await userEvent.keyboard('{Enter}');
    expect(onPick).toHaveBeenCalledWith('close-month');
  });
});

describe('since yesterday', () => {
  it('is since the last working day began', () => {
    expect(eve('2027-03-17')).toBe('2027-03-15');
    expect(eve('2027-03-15')).toBe('2027-03-11');
    expect(eve('2027-03-14')).toBe('2027-03-11');
  });
});

describe('a decision', () => {
  it('is told with what was before', () => {
    expect(told({ what: 'stage', before: 'Quoted', after: 'Verbal order' })).toBe(
      'stage: Quoted to Verbal order'
    );
    expect(told({ what: 'lost', before: null, after: 'Price' })).toBe('lost: Price');
    expect(told({ what: 'opened', before: null, after: null })).toBe('opened');
  });
});
