import { render, screen } from '@testing-library/svelte';
import { beforeEach, describe, expect, it } from 'vitest';
import { isToday } from '$lib/ui/format';
import ListCell from './ListCell.svelte';
import { attention } from './attention';

const row = {
  id: 7,
  number: 'O-1007',
  title: 'Weighing at the gate',
  account: 'Reed Farm',
  accountId: 3,
  owner: 'Mara Lind',
  team: 'North',
  value: '12500.00',
  budget: null as string | null,
  weighted: '6250.00',
  stage: 'Quoted',
  process: 'New business',
  probability: '50',
  state: 'open',
  slips: 3,
  usualDays: 14,
  attention: ['close-moved-back', 'over-usual-days'],
  expectedClose: '2027-03-10',
  stageSince: '2027-02-15',
  touchedOn: '2027-03-01',
  closedOn: null as string | null,
  nextDue: null as string | null,
  lastDone: '2027-03-01T23:30:00Z',
  priority: 'high',
  interest: 'high',
  reason: null as string | null,
  competitor: null,
  campaign: 'Spring',
  source: 'phone',
  version: 1,
  own: {},
  sortKey: ''
};

function cell(column: string, over: Partial<typeof row> = {}) {
  render(ListCell, { column, row: { ...row, ...over }, today: '2027-03-15' });
  return screen.getByRole('cell');
}

describe('a cell of the list', () => {
  beforeEach(() => isToday('2027-03-15', 'Europe/Berlin'));

  it('marks what has a high priority, in words as well', () => {
    expect(cell('title')).toHaveTextContent('!Weighing at the gate');
    expect(screen.getByTitle('high priority')).toBeInTheDocument();
  });

  it('leads to the account', () => {
    cell('account');
    expect(screen.getByRole('link', { name: 'Reed Farm' })).toHaveAttribute('href', '/accounts/3');
  });

  it('tells the stage of what is open, and how the rest ended', () => {
    expect(cell('stage')).toHaveTextContent('Quoted');
  });

  it('tells why something was lost', () => {
    expect(cell('stage', { state: 'lost', reason: 'Price' })).toHaveTextContent('lost: Price');
  });

  it('is a dash where no budget is known', () => {
    expect(cell('budget')).toHaveTextContent('–');
  });

  it('is late where the close is past, unless it is closed', () => {
    expect(cell('close')).toHaveClass('bad');
  });

  it('tells the day on which it was closed', () => {
    const closed = cell('close', { state: 'won', closedOn: '2027-01-08' });
    expect(closed).toHaveTextContent('8 Jan');
    expect(closed).not.toHaveClass('bad');
  });

  it('counts the days in the stage, and heeds what is slow', () => {
    const age = cell('age');
    expect(age).toHaveTextContent('28 d');
    expect(age).toHaveClass('heed');
  });

  it('tells the last activity by the company’s day, not by Greenwich’s', () => {
    expect(cell('last')).toHaveTextContent('2 Mar');
  });

  it('says that nothing is planned where it is open', () => {
    expect(cell('next')).toHaveTextContent('none');
  });

  it('expects nothing of what is closed', () => {
    expect(cell('next', { state: 'won' })).toHaveTextContent('–');
  });

  it('tells in short what is neglected, and the whole of it as a tip', () => {
    const told = cell('attention');
    expect(told).toHaveTextContent('3× moved back, slow');
    expect(told).toHaveAttribute('title', attention(row, true));
    expect(attention(row, true)).toBe('close date moved back twice or more, longer in stage than usual');
  });

  it('shows the words of the others as they are', () => {
    expect(cell('campaign')).toHaveTextContent('Spring');
  });
});
