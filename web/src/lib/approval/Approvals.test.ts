import { screen } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { refused, stub } from '$lib/api/stub';
import { within } from '../../test/within';
import Approvals from './Approvals.svelte';

const calls = stub('POST');

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
      answeredByName: answer ? 'Helen' : null,
      answeredAt: answer ? '2027-03-16T08:00:00Z' : null,
      comment: answer ? 'For this once' : ''
    },
    mayAnswer
  };
}

describe('what was asked of a manager', () => {
  beforeEach(() => {
    calls.POST.mockReset().mockResolvedValue(undefined);
  });

  it.each([
    [null, 'sign-off requested'],
    ['yes', 'signed off'],
    ['no', 'declined'],
    ['cleared', 'withdrawn']
  ])('after the answer %s reads "%s"', (answer, words) => {
    within(Approvals, { asked: [asked(answer)], stale: false, onChange: vi.fn() });
    expect(screen.getByText(words)).toBeInTheDocument();
    expect(screen.getByText(/A first order/)).toBeInTheDocument();
  });

  it('says that it was for other lines than those of now', () => {
    within(Approvals, { asked: [asked('yes')], stale: true, onChange: vi.fn() });
    expect(screen.getByText('sign-off no longer valid: the lines changed')).toBeInTheDocument();
  });

  it('says for whom it waits, and leaves the answer to them', () => {
    within(Approvals, { asked: [asked(null)], stale: false, onChange: vi.fn() });
    expect(screen.getByText(/waiting for the manager/)).toBeInTheDocument();
    expect(screen.queryByRole('button', { name: 'Sign off' })).toBeNull();
  });

  it('is answered with a word to it', async () => {
    const onChange = vi.fn();
    within(Approvals, { asked: [asked(null, true)], stale: false, onChange });
    await userEvent.type(screen.getByLabelText('Comment'), 'Go ahead');
    await userEvent.click(screen.getByRole('button', { name: 'Sign off' }));
    await vi.waitFor(() => expect(onChange).toHaveBeenCalled());
    expect(calls.POST).toHaveBeenCalledWith('/api/approvals/{id}/answer', {
      params: { path: { id: 5 } },
      body: { yes: true, comment: 'Go ahead' }
    });
  });

  it('wants a reason for a no, and says so at the field', async () => {
    calls.POST.mockResolvedValueOnce(refused(['comment', 'Required.']));
    const onChange = vi.fn();
    within(Approvals, { asked: [asked(null, true)], stale: false, onChange });
    await userEvent.click(screen.getByRole('button', { name: 'Decline' }));
    expect(await screen.findByText('Required.')).toBeInTheDocument();
    expect(onChange).not.toHaveBeenCalled();
  });
});
