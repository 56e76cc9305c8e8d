import { screen } from '@testing-library/svelte';
import { describe, expect, it } from 'vitest';
import { within } from '../../test/within';
import Approvals from './Approvals.svelte';

function asked(answer: string | null, mayAnswer = false) {
  return {
    approval: {
      id: 5,
      kind: 'sign-off',
      reason: 'discount',
      role: 'manager',
      words: 'Discount on row 1, BS-15: 40 % where 10 % is yours to give',
      askedBy: 2,
      askedByName: 'Tom',
      askedAt: '2027-03-15T08:00:00Z',
      why: 'A first order',
      worksheetVersion: 3,
      answer,
      counter: answer === 'counter' ? '12' : null,
      answeredByName: answer ? 'Helen' : null,
      answeredAt: answer ? '2027-03-16T08:00:00Z' : null,
      comment: answer ? 'For this once' : ''
    },
    mayAnswer
  };
}

describe('what was asked of a manager', () => {
  it.each([
    [null, 'sign-off requested'],
    ['yes', 'signed off'],
    ['no', 'declined'],
    ['counter', 'at most 12 % on a row would do'],
    ['cleared', 'withdrawn']
  ])('after the answer %s reads "%s"', (answer, words) => {
    within(Approvals, { asked: [asked(answer)], quote: 9, stale: false });
    expect(screen.getByText(words)).toBeInTheDocument();
    expect(screen.getByText(/A first order/)).toBeInTheDocument();
  });

  it('says that it was for other lines than those of now', () => {
    within(Approvals, { asked: [asked('yes')], quote: 9, stale: true });
    expect(screen.getByText('sign-off no longer valid: the lines changed')).toBeInTheDocument();
  });

  it('says for whom it waits, and leaves the answer to them', () => {
    within(Approvals, { asked: [asked(null)], quote: 9, stale: false });
    expect(screen.getByText(/waiting for the manager/)).toBeInTheDocument();
    expect(screen.queryByRole('button', { name: 'Sign off' })).toBeNull();
  });

  it('is decided on a screen of its own by whoever may', () => {
    within(Approvals, { asked: [asked(null, true)], quote: 9, stale: false });
    expect(screen.getByRole('link', { name: 'Decide…' })).toHaveAttribute('href', '/quotes/9/sign-off');
  });
});
