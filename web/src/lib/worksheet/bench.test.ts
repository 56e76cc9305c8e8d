import { describe, expect, it, vi } from 'vitest';
import { Refusal } from '$lib/api/client';
import { Bench, type Home, type View } from './bench.svelte';

function view(contract: string, version = 1): View {
  return {
    id: 7,
    version,
    locked: false,
    lines: [],
    discountPercent: null,
    discountAmount: null,
    totals: { contract } as View['totals'],
    signOff: { needed: false, role: null, reasons: [] },
    room: {} as View['room'],
    landing: null,
    credit: {} as View['credit']
  };
}

function bench(home: Partial<Home> = {}) {
  const tally = home.tally ?? (() => Promise.resolve(view('10.00')));
  const save = home.save ?? (() => Promise.resolve(view('10.00', 2)));
  const workings = home.workings ?? (() => Promise.resolve([]));
  return new Bench(view('0.00'), { tally, save, workings });
}

const PRODUCT = {
  code: 'CAL-B',
  name: 'Calibration plan',
  family: 'calibration',
  unit: 'plan',
  listPrice: '96',
  unitCost: '40',
  taxPercent: '19',
  everyMonths: 12,
  termMonths: 12,
  onSale: true,
  stock: null,
  coming: '0',
  leadDays: 0
};

describe('the bench', () => {
  it('lets the last question win when the first is answered later', async () => {
    const answers: ((v: View) => void)[] = [];
    const b = bench({ tally: () => new Promise((resolve) => answers.push(resolve)) });
    const first = b.edit(() => (b.discountPercent = '1'));
    const second = b.edit(() => (b.discountPercent = '12'));
    answers[1]?.(view('88.00'));
    await second;
    answers[0]?.(view('99.00'));
    await first;
    expect(b.view.totals.contract).toBe('88.00');
  });

  it('undoes and redoes what was typed', async () => {
    const b = bench();
    b.addInline('Something');
    b.addInline('Something else');
    expect(b.lines.map((l) => l.id)).toEqual(['1', '2']);
    await b.undo();
    expect(b.lines.map((l) => l.description)).toEqual(['Something']);
    await b.redo();
    expect(b.lines.length).toBe(2);
    b.remove(0);
    await b.undo();
    expect(b.lines.length).toBe(2);
  });

  it('takes the months of a plan from the catalogue', () => {
    const b = bench();
    b.add(PRODUCT);
    expect(b.form.lines[0]).toMatchObject({
      product: 'CAL-B',
      quantity: '1',
      everyMonths: 12,
      termMonths: 12
    });
  });

  it('keeps what was typed when it is refused, and says where', async () => {
    const refusal = new Refusal(
      422,
      'Not in order',
      '',
      [{ at: 'lines[0].quantity', message: 'quantity 0 is not above 0' }],
      null
    );
    const b = bench({ tally: () => Promise.reject(refusal) });
    b.addInline('Something');
    await b.edit(() => (b.lines[0]!.quantity = '0'));
    expect(b.problem(0, 'quantity')).toBe('quantity 0 is not above 0');
    expect(b.lines[0]?.quantity).toBe('0');
  });

  it('tells of a conflict and can save over it', async () => {
    const save = vi.fn<Home['save']>();
    save.mockRejectedValueOnce(new Refusal(412, 'Somebody else', 'Helen changed lines', [], 5));
    save.mockResolvedValueOnce(view('10.00', 6));
    const b = bench({ save });
    await b.edit(() => (b.discountPercent = '5'));
    expect(await b.save()).toBe(false);
    expect(b.refusal?.isConflict).toBe(true);
    expect(b.discountPercent).toBe('5');
    expect(await b.save(b.refusal?.version ?? 0)).toBe(true);
    expect(save.mock.calls[1]?.[0]).toBe(5);
    expect(b.dirty).toBe(false);
  });

  it('lands by giving the amount that the core found', async () => {
    const landing = { documentDiscount: '12.50', feasible: true, contract: '87.50', marginPercent: '20.00' };
    const b = bench({ tally: () => Promise.resolve({ ...view('87.50'), landing }) });
    b.targetContract = '87.50';
    await b.tally();
    b.land();
    expect(b.form).toMatchObject({ discountAmount: '12.50', discountPercent: null, targetContract: null });
  });
});
