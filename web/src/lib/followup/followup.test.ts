import { screen } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { refused, stubAbout } from '$lib/api/stub';
import { signedIn } from '../../test/signedIn';
import { within } from '../../test/within';
import FollowUpForm from './FollowUpForm.svelte';
import FollowUpRules from './FollowUpRules.svelte';
import { doing } from './events';

const calls = stubAbout(['/api/own-fields'], 'GET', 'POST', 'PUT', 'DELETE');
const ACTION = {
  kind: 'plan',
  activity: 'call',
  words: 'Ask',
  days: '3',
  personId: null,
  text: null,
  purpose: null
};
const RULE = {
  id: 4,
  name: 'Ask after quotes',
  event: 'quote-sent',
  active: true,
  conditions: { valueFrom: '5000.00' },
  actions: [ACTION],
  version: 2
};
const FIELD = { id: 9, record: 'account', name: 'Grade', kind: 'choice', choices: ['A'], key: 'own-9' };

function answer(path: unknown) {
  switch (String(path)) {
    case '/api/follow-up-rules':
      return { rules: [RULE] };
    case '/api/follow-up-rules/firings':
      return {
        firings: [
          {
            id: 1,
            ruleId: 4,
            rule: 'Ask after quotes',
            at: '2027-03-15T08:00:00Z',
            record: 'quote',
            recordId: 7,
            number: 'Q-1007',
            done: 'There is no email address to write to.',
            failed: true
          }
        ]
      };
    case '/api/own-fields':
      return { fields: [FIELD] };
    case '/api/processes':
      return { processes: [], teams: [] };
    default:
      return [{ id: 3, name: 'Otto', active: true, team: 'North' }];
  }
}

beforeEach(() => {
  localStorage.clear();
  signedIn('administrator');
  calls.GET.mockReset().mockImplementation(answer);
  calls.POST.mockReset().mockResolvedValue({ id: 5 });
  calls.PUT.mockReset().mockResolvedValue(undefined);
  calls.DELETE.mockReset().mockResolvedValue(undefined);
});

describe('follow-up rules', () => {
  it('are told in words, with what they did and why they could not', async () => {
    within(FollowUpRules, {});
    const rules = await screen.findByLabelText('Follow-up rules');
    expect(rules.textContent).toContain('call “Ask” for the owner after 3 days');
    expect((await screen.findByLabelText('What rules did')).textContent).toContain(
      'Not done: There is no email address'
    );
    await userEvent.click(screen.getByRole('button', { name: 'Remove' }));
    expect(calls.DELETE).toHaveBeenCalledOnce();
  });

  it('say the day in words', () => {
    expect(doing({ ...ACTION, days: '0' }, () => 'Otto')).toContain('for Otto on the day');
    expect(doing({ ...ACTION, days: '1' }, () => 'Otto')).toContain('after 1 day');
    expect(doing({ ...ACTION, kind: 'tag', words: 'hot' }, () => '')).toBe('tag hot');
  });

  it('are tried before they are saved, and saved as they are typed', async () => {
    const onDone = vi.fn();
    within(FollowUpForm, { rule: undefined, onDone });
    await userEvent.type(screen.getByLabelText('Name'), 'New one');
    await userEvent.type(screen.getByLabelText('Value from'), '5000');
    await userEvent.type(screen.getByLabelText('What, 1'), 'Ask');
    await screen.findByLabelText('Own field');
    calls.POST.mockResolvedValueOnce({ days: 30, times: 1, latest: [] });
    await userEvent.click(screen.getByRole('button', { name: 'Try on the last 30 days' }));
    expect(screen.getByLabelText('Trial').textContent).toContain('it would have fired once');
    await userEvent.click(screen.getByRole('button', { name: 'Add' }));
    expect(calls.POST.mock.calls[1]?.[1]).toMatchObject({
      body: {
        name: 'New one',
        event: 'quote-sent',
        conditions: { valueFrom: '5000', processId: null },
        actions: [{ kind: 'plan', words: 'Ask', days: '3', personId: null }]
      }
    });
    expect(onDone).toHaveBeenCalled();
  });

  it('write to customers in a text of the settings, in place of words of their own', async () => {
    within(FollowUpForm, { rule: undefined, onDone: vi.fn() });
    await userEvent.type(screen.getByLabelText('Name'), 'Introduce');
    await userEvent.selectOptions(screen.getByLabelText('What is done, 1'), 'email');
    await userEvent.type(screen.getByLabelText('Subject, 1'), 'Hello');
    expect(screen.getByLabelText('Text, 1')).toBeInTheDocument();
    await userEvent.selectOptions(screen.getByLabelText('Text from the settings, 1'), 'introduction-email');
    expect(screen.queryByLabelText('Text, 1')).toBeNull();
    await userEvent.click(screen.getByRole('button', { name: 'Add' }));
    expect(calls.POST.mock.calls[0]?.[1]).toMatchObject({
      body: { actions: [{ kind: 'email', words: 'Hello', purpose: 'introduction-email' }] }
    });
  });

  it('name at an action what is wrong with it', async () => {
    within(FollowUpForm, { rule: RULE, onDone: vi.fn() });
    calls.PUT.mockResolvedValueOnce(refused(['actions[0].words', 'Required.']));
    await userEvent.click(screen.getByRole('button', { name: 'Save' }));
    expect(screen.getByLabelText('Action 1').textContent).toContain('Required.');
  });
});
