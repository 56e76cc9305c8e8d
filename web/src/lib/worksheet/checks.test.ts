import { render, screen } from '@testing-library/svelte';
import { describe, expect, it, vi } from 'vitest';
import type { Schemas } from '$lib/api/client';
import Beam from './Beam.svelte';
import Stack from './Stack.svelte';
import { view } from './testing';

const ROOM = {
  floorMarginPercent: '25',
  floorPercent: '22.57',
  floorAmount: '1020.96',
  authorityPercent: '6.25'
};

function beam(room: Partial<typeof ROOM>) {
  const sheet = view('100.00');
  sheet.totals.marginPercent = '40.00';
  const onWorking = vi.fn();
  render(Beam, { view: sheet, room: { ...ROOM, ...room }, onWorking });
  return onWorking;
}

describe('the room before the floor and before a sign-off', () => {
  it('is said as room while there is some', () => {
    beam({});
    expect(screen.getByText('Room before the floor of 25 %')).toBeInTheDocument();
    expect(screen.getByText('1 020.96')).toBeInTheDocument();
    expect(screen.getByText('Room before sign-off')).toBeInTheDocument();
  });

  it('is said as what is missing where there is none, without a sign', () => {
    beam({ floorPercent: '-3.10', floorAmount: '-12.50', authorityPercent: '-4.00' });
    expect(screen.getByText('Below the floor of 25 %')).toBeInTheDocument();
    expect(screen.getByText('12.50')).toBeInTheDocument();
    expect(screen.getByText('3.10 %')).toBeInTheDocument();
    expect(screen.getByText('Beyond what needs no sign-off')).toBeInTheDocument();
    expect(screen.getByText('4.00 %')).toBeInTheDocument();
  });
});

const CREDIT: Schemas['CreditView'] = {
  limit: '20000.00',
  exposure: '12500.00',
  headroom: '7500.00',
  asked: '4748.10',
  headroomAfter: '2751.90',
  overdue: '900.00',
  oldestOverdueDays: 12,
  open: '7600.00',
  ordered: '4000.00',
  verdict: 'clear',
  reasons: [],
  earliestClear: '2027-03-20',
  timeline: []
};

describe('the credit', () => {
  it('names the first day within the limit', () => {
    render(Stack, { credit: CREDIT });
    expect(screen.getByText('First day within the limit')).toBeInTheDocument();
    expect(screen.getByText('Ordered, not invoiced')).toBeInTheDocument();
  });

  it.each([
    ['hold', ['overdue'], 'The limit is not the cause: what is overdue is.'],
    ['stop', ['stopped'], 'The limit is not the cause: the account is stopped.']
  ])('says of a %s that no day of the limit ends it', (verdict, reasons, words) => {
    render(Stack, { credit: { ...CREDIT, verdict, reasons } });
    expect(screen.getByText(words)).toBeInTheDocument();
    expect(screen.queryByText('First day within the limit')).toBeNull();
  });

  it('does name the day where the limit is passed as well', () => {
    render(Stack, {
      credit: { ...CREDIT, verdict: 'hold', reasons: ['overdue', 'over-limit'], earliestClear: null }
    });
    expect(screen.getByText('over a year')).toBeInTheDocument();
  });
});
