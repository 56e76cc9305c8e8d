import { NEUTRAL } from '$lib/ui/format';
import { render, screen } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import type { Schemas } from '$lib/api/client';
import { session } from '$lib/shell/session.svelte';
import StagePanel from './StagePanel.svelte';
import { stub } from '$lib/api/stub';

const { POST: post } = stub('POST');

function opportunity(over: Partial<Schemas['OpportunityView']> = {}): Schemas['OpportunityView'] {
  const stage = {
    id: 2,
    position: 2,
    name: 'Worked out',
    probability: '25',
    usualDays: 14,
    team: null,
    movesHere: null,
    steps: [],
    deactivated: false,
    checks: []
  };
  return {
    id: 7,
    state: 'open',
    stageId: 2,
    stageSince: '2026-11-01',
    stages: [stage],
    mayChange: true,
    checks: [
      { id: 1, words: 'Site looked at', proof: 'ticked', must: true, done: false },
      { id: 2, words: 'A line on it', proof: 'lines', must: false, done: true }
    ],
    moves: [
      {
        at: '2026-10-20T09:00:00Z',
        person: 'Mara',
        stageId: 1,
        stage: 'Understood',
        fromStage: null,
        value: '0.00'
      },
      {
        at: '2026-11-01T09:00:00Z',
        person: 'Nils',
        stageId: 2,
        stage: 'Worked out',
        fromStage: 'Understood',
        value: '1250.50'
      }
    ],
    ...over
  } as Schemas['OpportunityView'];
}

describe('where an opportunity stands', () => {
  beforeEach(() => {
    post.mockReset();
    session.view = {
      me: null,
      needsSetup: false,
      demo: false,
      today: '2026-11-25',
      timeZone: 'UTC',
      writing: NEUTRAL
    };
  });

  it('says how long it is here against the usual', () => {
    render(StagePanel, { o: opportunity(), onChange: () => undefined });
    expect(screen.getByText('24 days here, usually 14')).toBeInTheDocument();
    expect(screen.getByText('10 over')).toBeInTheDocument();
  });

  it('is not over on the last usual day', () => {
    render(StagePanel, { o: opportunity({ stageSince: '2026-11-11' }), onChange: () => undefined });
    expect(screen.getByText('14 days here, usually 14')).toBeInTheDocument();
    expect(screen.queryByText(/over$/)).toBeNull();
  });

  it('lets what is proven by hand be ticked, and nothing else', async () => {
    const onChange = vi.fn();
    post.mockResolvedValue(undefined);
    render(StagePanel, { o: opportunity(), onChange });
    const [byHand, byLines] = screen.getAllByRole('checkbox');
    expect(byLines).toBeDisabled();
    expect(byLines).toBeChecked();
    await userEvent.click(byHand as HTMLElement);
    expect(post).toHaveBeenCalledWith('/api/opportunities/{id}/checks/{check}', {
      params: { path: { id: 7, check: 1 } },
      body: { done: true }
    });
    expect(onChange).toHaveBeenCalledTimes(1);
  });

  it('can only be read by others', () => {
    render(StagePanel, { o: opportunity({ mayChange: false }), onChange: () => undefined });
    expect(screen.getAllByRole('checkbox').every((box) => (box as HTMLInputElement).disabled)).toBe(true);
  });

  it('tells the moves with the value at each, the latest first', () => {
    render(StagePanel, { o: opportunity(), onChange: () => undefined });
    const rows = screen.getAllByRole('row').map((row) => row.textContent.replace(/\s+/g, ' ').trim());
    expect(rows[0]).toContain('Understood to Worked out');
    expect(rows[0]).toContain('1 250.50');
    expect(rows[1]).toContain('Understood');
  });
});
