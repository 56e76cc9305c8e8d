import { NEUTRAL } from '$lib/ui/format';
import { screen } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { beforeEach, describe, expect, it } from 'vitest';
import { session } from '$lib/shell/session.svelte';
import { within } from '../../test/within';
import ProcessEditor from './ProcessEditor.svelte';
import { stub } from '$lib/api/stub';

const calls = stub('GET', 'PUT');

const view = {
  process: {
    id: 1,
    name: 'New business',
    kind: 'new',
    deactivated: false,
    version: 4,
    stages: [
      {
        id: 1,
        position: 1,
        name: 'Understood',
        probability: '10',
        usualDays: 14,
        team: null,
        movesHere: null,
        steps: [{ kind: 'call', subject: 'Ask', days: 3 }],
        deactivated: false,
        checks: [
          { id: 9, words: 'A line on it', proof: 'lines', must: true, deactivated: false },
          { id: 8, words: 'Long gone', proof: 'ticked', must: false, deactivated: true }
        ]
      },
      {
        id: 2,
        position: 2,
        name: 'Quoted',
        probability: '50',
        usualDays: 21,
        team: 'North',
        movesHere: 'quote-sent',
        steps: [],
        deactivated: false,
        checks: []
      }
    ]
  },
  openHere: { '2': 7 }
};

function shown(mayChange = true) {
  return within(ProcessEditor, { view, teams: ['North', 'South'], mayChange, onChange: () => undefined });
}

/** What was sent when the process was saved. */
function sent() {
  const [, asked] = calls.PUT.mock.calls[0] as [
    string,
    { params: { header: unknown }; body: { stages: Record<string, unknown>[] } }
  ];
  return asked;
}

describe('a sales process as it is set up', () => {
  beforeEach(() => {
    calls.GET.mockReset().mockResolvedValue([]);
    calls.PUT.mockReset().mockResolvedValue(undefined);
    session.view = {
      me: { id: 1, name: 'Helen', email: '', roles: ['manager'], team: null, needsSecondFactor: false },
      needsSetup: false,
      demo: false,
      today: '2026-11-25',
      timeZone: 'UTC',
      writing: NEUTRAL
    };
  });

  it('shows how many stand in each stage, and no check that is deactivated', () => {
    shown();
    expect(screen.getByText('7')).toBeInTheDocument();
    expect(screen.getByDisplayValue('A line on it')).toBeInTheDocument();
    expect(screen.queryByDisplayValue('Long gone')).toBeNull();
  });

  it('can be saved only when something was changed, and sends the version that was read', async () => {
    shown();
    expect(screen.queryByRole('button', { name: 'Save process' })).toBeNull();
    const probability = screen.getByLabelText('Probability of Quoted');
    await userEvent.clear(probability);
    await userEvent.type(probability, '55');
    await userEvent.click(screen.getByRole('button', { name: 'Save process' }));
    expect(sent().params.header).toEqual({ 'If-Match': '"4"' });
    expect(sent().body.stages.map((s) => s['probability'])).toEqual(['10', '55']);
  });

  it('puts a stage before another', async () => {
    shown();
    await userEvent.click(screen.getByRole('button', { name: 'Quoted up' }));
    await userEvent.click(screen.getByRole('button', { name: 'Save process' }));
    expect(sent().body.stages.map((s) => s['name'])).toEqual(['Quoted', 'Understood']);
  });

  it('adds a stage with a check and a suggested step', async () => {
    shown();
    await userEvent.click(screen.getByRole('button', { name: 'Add a stage' }));
    const checks = screen.getAllByRole('button', { name: 'Add a check' });
    await userEvent.click(checks.at(-1) as HTMLElement);
    await userEvent.click(
      screen.getAllByRole('button', { name: 'Suggest an activity' }).at(-1) as HTMLElement
    );
    await userEvent.click(screen.getByRole('button', { name: 'Save process' }));
    expect(sent().body.stages[2]).toMatchObject({
      id: null,
      name: 'New stage',
      steps: [{ kind: 'call' }],
      checks: [{ id: null, proof: 'ticked', must: false }]
    });
  });

  it('takes a check out, and the step that was suggested', async () => {
    shown();
    await userEvent.click(screen.getByRole('button', { name: 'Remove check 1 of Understood' }));
    await userEvent.click(screen.getByRole('button', { name: 'Remove activity 1 of Understood' }));
    await userEvent.click(screen.getByRole('button', { name: 'Save process' }));
    expect(sent().body.stages[0]).toMatchObject({ checks: [], steps: [] });
  });

  it('is only read by a rep', () => {
    shown(false);
    expect(screen.queryByRole('button', { name: 'Add a stage' })).toBeNull();
    expect(screen.getByLabelText('Name of stage 1')).toBeDisabled();
  });
});
