import { render, screen } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { describe, expect, it, vi } from 'vitest';
import Landing from './Landing.svelte';
import Ruler from './Ruler.svelte';
import TallyStrip from './TallyStrip.svelte';
import { Editor } from './editor.svelte';
import type { View } from './home';
import { home, line, view } from './testing';

const TOTALS = {
  list: '1000.00',
  given: '100.00',
  contract: '900.00',
  cost: '600.00',
  margin: '300.00',
  marginPercent: '33.3333',
  tax: '171.00',
  invoiceTotal: '1071.00',
  recurringMonthly: '8.00',
  weighted: '450.00'
} as View['totals'];

function strip(over: Record<string, unknown> = {}) {
  const onMend = vi.fn();
  const onWorking = vi.fn();
  render(TallyStrip, {
    totals: TOTALS,
    incomplete: 0,
    stale: false,
    currency: 'EUR',
    weighs: true,
    onMend,
    onWorking,
    ...over
  });
  return { onMend, onWorking };
}

describe('the tally strip', () => {
  it('has every figure, each with its working', async () => {
    const { onWorking } = strip();
    await userEvent.click(screen.getByRole('button', { name: 'Margin 300.00, how this is calculated' }));
    expect(onWorking).toHaveBeenCalledWith('totals.margin');
    await userEvent.click(screen.getByRole('button', { name: /Margin 33\.3333/ }));
    expect(onWorking).toHaveBeenLastCalledWith('totals.marginPercent');
    expect(screen.getByText('Weighted')).toBeInTheDocument();
  });

  it('weighs nothing where nothing is open any more', () => {
    strip({ weighs: false });
    expect(screen.queryByText('Weighted')).toBeNull();
  });

  it('shows no figure where an entry cannot be read, and leads there', async () => {
    const { onMend } = strip({ incomplete: 2 });
    expect(screen.queryByText('900.00')).toBeNull();
    expect(screen.getByLabelText('Tally')).toHaveAttribute('data-state', 'incomplete');
    await userEvent.click(screen.getByRole('button', { name: 'Incomplete: 2 entries to correct' }));
    expect(onMend).toHaveBeenCalledTimes(1);
  });

  it('says that its figures are of before where no answer came', () => {
    strip({ stale: true });
    expect(screen.getByText('not current')).toBeInTheDocument();
    expect(screen.getByLabelText('Tally')).toHaveAttribute('data-state', 'stale');
  });

  it('unfolds on a phone', async () => {
    strip();
    const fold = screen.getByRole('button', { name: 'All totals' });
    expect(fold).toHaveAttribute('aria-expanded', 'false');
    await userEvent.click(fold);
    expect(fold).toHaveAttribute('aria-expanded', 'true');
  });
});

describe('the ruler', () => {
  const stage = (id: number, name: string, probability: string) => ({
    id,
    position: id,
    name,
    probability,
    usualDays: 14,
    team: null,
    movesHere: null,
    steps: [],
    deactivated: false,
    checks: []
  });
  const STAGES = [stage(1, 'Qualified', '10'), stage(2, 'Quoted', '50'), stage(3, 'Verbal order', '55')];
  const move = (stageId: number) => ({
    at: '2027-03-01T08:00:00Z',
    person: 'Mara',
    fromStage: null,
    stage: '',
    stageId,
    value: '1.00'
  });

  function ruler(locked = false) {
    const onMove = vi.fn();
    render(Ruler, { stages: STAGES, here: 2, moves: [move(1), move(2)], locked, onMove });
    return onMove;
  }

  it('marks where the opportunity stands and where it has been', () => {
    ruler();
    expect(screen.getByRole('button', { name: /Quoted/ })).toHaveAttribute('aria-current', 'step');
    expect(screen.getByRole('button', { name: /Qualified/ })).toHaveClass('been');
    expect(screen.getByRole('button', { name: /Verbal/ })).not.toHaveClass('been');
  });

  it('never lets two names run together', () => {
    ruler();
    const left = (name: RegExp) => parseFloat(screen.getByRole('button', { name }).style.left);
    expect(left(/Verbal/) - left(/Quoted/)).toBeGreaterThan(15);
  });

  it('moves to another stage, not to the one where it stands', async () => {
    const onMove = ruler();
    expect(screen.getByRole('button', { name: /Quoted/ })).toBeDisabled();
    await userEvent.click(screen.getByRole('button', { name: /Verbal/ }));
    expect(onMove).toHaveBeenCalledWith(3);
  });

  it('stays where it is for those who only read', () => {
    ruler(true);
    expect(screen.getByRole('button', { name: /Verbal/ })).toBeDisabled();
  });
});

describe('landing on a total', () => {
  type Landed = NonNullable<View['landing']>;
  const LANDED = {
    feasible: true,
    documentDiscount: '50.00',
    contract: '850.00',
    margin: '250.00',
    marginPercent: '29.4118',
    total: '1011.50',
    signOffRole: null
  } as unknown as Landed;

  function landing(answer: Partial<Landed> | null, problems: { at: string; message: string }[] = []) {
    const worksheet = { ...view('900.00', [line('a')]), totals: TOTALS };
    const tally = vi.fn((form: { lines: never[] }) =>
      Promise.resolve({
        worksheet: problems.length ? null : { ...worksheet, landing: answer && { ...LANDED, ...answer } },
        lines: form.lines,
        problems,
        name: '',
        since: ''
      })
    );
    const editor = new Editor(worksheet, home({ tally: tally as never }));
    const onWorking = vi.fn();
    render(Landing, { editor, onWorking });
    return { editor, tally, onWorking };
  }

  it('says what the total would take and leave', async () => {
    const { onWorking } = landing({});
    await userEvent.type(screen.getByLabelText('The net total wanted'), '850');
    expect(await screen.findByText('No sign-off needed.')).toBeInTheDocument();
    await userEvent.click(screen.getByRole('button', { name: '850.00' }));
    expect(onWorking).toHaveBeenCalledWith('landing.contract');
  });

  it('says who would have to sign', async () => {
    landing({ signOffRole: 'manager' });
    await userEvent.type(screen.getByLabelText('The net total wanted'), '700');
    expect(await screen.findByText('The manager would have to sign.')).toBeInTheDocument();
  });

  it('says what cannot be reached, and applies nothing', async () => {
    const { editor } = landing({ feasible: false });
    await userEvent.type(screen.getByLabelText('The net total wanted'), '1');
    expect(await screen.findByText(/Cannot be reached/)).toBeInTheDocument();
    expect(screen.getByRole('button', { name: 'Apply' })).toBeDisabled();
    await userEvent.type(screen.getByLabelText('The net total wanted'), '{Enter}');
    expect(editor.dirty).toBe(false);
  });

  it('is applied with Enter, as a discount of the whole', async () => {
    const { editor } = landing({});
    const box = screen.getByLabelText('The net total wanted');
    await userEvent.type(box, '850');
    await screen.findByText('No sign-off needed.');
    await userEvent.type(box, '{Enter}');
    expect(editor.discountAmount).toBe('50.00');
    expect(box).toHaveValue('');
  });

  it('lands on the total with tax as well', async () => {
    landing({});
    await userEvent.selectOptions(screen.getByLabelText('Land on a total or margin'), 'with tax');
    await userEvent.type(screen.getByLabelText('The total with tax wanted'), '1011.50');
    expect(await screen.findByText(/first invoice 1.011\.50/)).toBeInTheDocument();
  });
});
