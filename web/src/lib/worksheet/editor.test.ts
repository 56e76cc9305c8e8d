import { beforeEach, describe, expect, it, vi } from 'vitest';
import { Refusal } from '$lib/api/client';
import { Editor } from './editor.svelte';
import type { FormOf, Home } from './home';
import { home, line, shown, view } from './testing';

beforeEach(() => localStorage.clear());

function editor(more: Partial<Home> = {}, lines = [line('a'), line('b'), line('c')]) {
  return new Editor(view('0.00', lines), home(more));
}
const ids = (b: Editor) => b.lines.map((l) => l.id).join('');

describe('what is typed', () => {
  it('is undone and redone step by step, whatever the step was', async () => {
    const b = editor();
    await b.change(['a'], (l) => ({ ...l, quantity: '5' }));
    b.move(0, 0, 2);
    b.remove(0);
    expect(ids(b)).toBe('ca');
    await b.undo();
    expect(ids(b)).toBe('bca');
    await b.undo();
    expect(ids(b)).toBe('abc');
    await b.undo();
    expect(b.lines[0]?.quantity).toBe('1');
    expect(b.dirty).toBe(false);
    await b.redo();
    await b.redo();
    await b.redo();
    expect(ids(b)).toBe('ca');
    expect(b.lines[1]?.quantity).toBe('5');
  });

  it('is one step back however many keys it took', async () => {
    const b = editor();
    for (const text of ['1', '12', '12*', '12*4']) await b.type('a', 'quantity', text);
    expect(b.lines[0]?.quantity).toBe('12*4');
    await b.undo();
    expect(b.lines[0]?.quantity).toBe('1');
    expect(b.canUndo).toBe(false);
  });

  it('is another step after it was left, and after an undo in its midst', async () => {
    const b = editor();
    await b.type('a', 'quantity', '2');
    b.endStep();
    await b.type('a', 'quantity', '23');
    await b.undo();
    expect(b.lines[0]?.quantity).toBe('2');
    await b.type('a', 'quantity', '24');
    await b.undo();
    expect(b.lines[0]?.quantity).toBe('2');
    await b.undo();
    expect(b.lines[0]?.quantity).toBe('1');
  });

  it('gives a discount or a price of its own, the last one typed', async () => {
    const b = editor();
    await b.type('a', 'discountPercent', '5');
    await b.type('a', 'unitPrice', '9.50');
    expect(b.lines[0]).toMatchObject({ discountPercent: null, unitPrice: '9.50' });
    await b.type('a', 'discountPercent', '7');
    expect(b.lines[0]).toMatchObject({ discountPercent: '7', unitPrice: null });
  });

  it('moves several rows past the others and not past the ends', () => {
    const b = editor();
    b.move(0, 1, 1);
    expect(ids(b)).toBe('cab');
    b.move(1, 2, 2);
    expect(ids(b)).toBe('cab');
    b.move(0, 0, -1);
    expect(ids(b)).toBe('cab');
  });

  it('puts rows in with ids of their own, and their sets of alternatives under names that are free', () => {
    const b = editor({}, [
      line('a', { alternativeSet: 'A', chosen: true }),
      line('b', { alternativeSet: 'A' })
    ]);
    b.insert(2, [line('x', { alternativeSet: 'A', chosen: true }), line('y', { alternativeSet: 'A' })]);
    expect(b.lines.map((l) => l.alternativeSet)).toEqual(['A', 'A', 'B', 'B']);
    expect(new Set(b.lines.map((l) => l.id)).size).toBe(4);
  });

  it('copies one line of a set as an option, as a set has one chosen line', () => {
    const b = editor({}, [
      line('a', { alternativeSet: 'A', chosen: true }),
      line('b', { alternativeSet: 'A' })
    ]);
    b.duplicate(1, 1);
    expect(b.lines[2]).toMatchObject({ optional: true, alternativeSet: null, chosen: false });
  });

  it('chooses one line of a set by leaving the other', () => {
    const b = editor({}, [
      line('a', { alternativeSet: 'A', chosen: true }),
      line('b', { alternativeSet: 'A' })
    ]);
    b.count(['b'], { gift: false, optional: false, alternativeSet: 'A', chosen: true });
    expect(b.lines.map((l) => l.chosen)).toEqual([false, true]);
  });

  it('makes a gift of a line without what was given on it', () => {
    const b = editor({}, [line('a', { discountPercent: '5' })]);
    b.count(['a'], { gift: true, optional: false, alternativeSet: null, chosen: false });
    expect(b.lines[0]).toMatchObject({ gift: true, discountPercent: null });
  });
});

describe('the figures', () => {
  it('are asked for once more when something was typed while an answer was on its way', async () => {
    const asked: string[] = [];
    const answers: (() => void)[] = [];
    const b = editor({
      tally: (form) => {
        asked.push(form.discountPercent ?? '');
        return new Promise((resolve) =>
          answers.push(() =>
            resolve({
              worksheet: view(`${form.discountPercent}.00`, form.lines),
              lines: [],
              problems: [],
              name: '',
              since: ''
            })
          )
        );
      }
    });
    const done = b.edit((t) => ({ ...t, discountPercent: '1' }));
    void b.write('whole', (t) => ({ ...t, discountPercent: '12' }));
    void b.write('whole', (t) => ({ ...t, discountPercent: '123' }));
    expect(asked).toEqual(['1']);
    answers[0]?.();
    await vi.waitFor(() => expect(asked).toEqual(['1', '123']));
    answers[1]?.();
    await done;
    expect(b.view.totals.contract).toBe('123.00');
  });

  it('put the number of a sum in its cell once the cell is left', async () => {
    const b = editor({
      tally: (form) =>
        Promise.resolve({
          worksheet: view(
            '10.00',
            form.lines.map((l) => ({ ...l, quantity: l.quantity.replace('12*4', '48') }))
          ),
          lines: [],
          problems: [],
          name: '',
          since: ''
        })
    });
    b.typing = 'a';
    await b.type('a', 'quantity', '12*4');
    expect(b.lines[0]?.quantity).toBe('12*4');
    b.typedOut();
    await vi.waitFor(() => expect(b.lines[0]?.quantity).toBe('48'));
  });

  it('put it there too when the last answer leaves the line out, as it was in the one before', async () => {
    const b = editor({
      tally: (form, since) => {
        const lines = form.lines.map((l) => shown({ ...l, quantity: l.quantity.replace('12*4', '48') }));
        return Promise.resolve({
          worksheet: { ...view('10.00'), lines: since ? [] : lines },
          lines: [],
          problems: [],
          name: 'first',
          since
        });
      }
    });
    b.typing = 'a';
    await b.type('a', 'quantity', '12*4');
    b.typedOut();
    await vi.waitFor(() => expect(b.lines[0]?.quantity).toBe('48'));
  });

  it('name what cannot be read at its cell, keep what was typed, and show the lines that stand for themselves', async () => {
    const b = editor({
      tally: (form) =>
        Promise.resolve({
          worksheet: null,
          lines: form.lines.map((l) =>
            l.id === 'a' ? { ...shown(l), figures: null } : shown(l, { unitPrice: '3' })
          ),
          problems: [
            { at: 'lines[0].quantity', message: 'quantity 0 is not above 0' },
            { at: 'discountPercent', message: 'not so' }
          ],
          name: '',
          since: ''
        })
    });
    await b.type('a', 'quantity', '0');
    expect(b.incomplete).toBe(true);
    expect(b.problem('a', 'quantity')).toBe('quantity 0 is not above 0');
    expect(b.problemOfWhole('discountPercent')).toBe('not so');
    expect(b.lines[0]?.quantity).toBe('0');
    expect(b.of('a')?.figures).toBeNull();
    expect(b.of('b')?.figures?.unitPrice).toBe('3');
  });

  it('keep the lines that an answer leaves out as those of the answer before', async () => {
    const asked: string[] = [];
    const b = editor({
      tally: (form, since) => {
        asked.push(since);
        const lines = form.lines.map((l) => shown(l, { unitPrice: since ? '9' : '3' }));
        return Promise.resolve({
          worksheet: { ...view('10.00'), lines: since ? lines.slice(0, 1) : lines },
          lines: [],
          problems: [],
          name: 'first',
          since
        });
      }
    });
    await b.tally();
    await b.change(['a'], (l) => ({ ...l, quantity: '2' }));
    expect(asked).toEqual(['', 'first']);
    expect(['a', 'b', 'c'].map((id) => b.of(id)?.figures?.unitPrice)).toEqual(['9', '3', '3']);
    expect(b.view.lines).toHaveLength(3);
  });

  it('are incomplete from the start where what was kept would be refused today', () => {
    const kept = {
      ...view('10.00', [line('a')]),
      problems: [{ at: 'lines[0].product', message: 'only from spare' }]
    };
    const b = new Editor(kept, home());
    expect(b.incomplete).toBe(true);
    expect(b.problem('a', 'product')).toBe('only from spare');
  });

  it('know a line by its place among those that have a price, as workings name it', () => {
    const b = editor({}, [line('s', { kind: 'section' }), line('a'), line('n', { kind: 'note' }), line('b')]);
    expect(b.place(1)).toBe(0);
    expect(b.place(3)).toBe(1);
  });
});

describe('landing', () => {
  const landing = {
    total: '104.13',
    documentDiscount: '12.50',
    feasible: true,
    contract: '87.50',
    marginPercent: '20.00',
    signOffRole: null
  };

  it('gives the amount that the core found, in place of a percent', async () => {
    const forms: unknown[] = [];
    const b = editor({
      tally: (form) => {
        forms.push(form);
        return Promise.resolve({
          worksheet: { ...view('87.50', form.lines), landing },
          lines: [],
          problems: [],
          name: '',
          since: ''
        });
      }
    });
    await b.edit((t) => ({ ...t, discountPercent: '3' }));
    await b.aim('net', '87.50');
    expect(forms.at(-1)).toMatchObject({ targetContract: '87.50', discountPercent: null });
    b.land();
    expect(b.form).toMatchObject({ discountAmount: '12.50', discountPercent: null, targetContract: null });
  });

  it('has workings of its own, without the percent that makes way for it; all others are of what is typed', async () => {
    const forms: FormOf[] = [];
    const b = editor({
      workings: (form) => {
        forms.push(form);
        return Promise.resolve([]);
      }
    });
    await b.edit((t) => ({ ...t, discountPercent: '3' }));
    await b.aim('margin', '30');
    await b.workings('landing.documentDiscount');
    await b.workings('totals.contract');
    expect(forms[0]).toMatchObject({ targetMargin: '30', discountPercent: null });
    expect(forms[1]).toMatchObject({ targetMargin: null, discountPercent: '3' });
  });

  it('says what is wrong with what is wanted, and forgets it when nothing is', async () => {
    const b = editor({
      tally: () =>
        Promise.resolve({
          worksheet: null,
          lines: [],
          problems: [{ at: 'targetMargin', message: 'not below 100' }],
          name: '',
          since: ''
        })
    });
    await b.aim('margin', '100');
    expect(b.aimProblem).toBe('not below 100');
    await b.aim('margin', ' ');
    expect(b.aimProblem).toBeUndefined();
  });
});

describe('what is not saved', () => {
  it('is there again after the page was left, and gone once it is saved', async () => {
    const b = editor();
    await b.change(['a'], (l) => ({ ...l, quantity: '9' }));
    b.close();
    const again = editor();
    again.restore();
    expect(again.lines[0]?.quantity).toBe('9');
    expect(again.news?.words).toContain('unsaved lines are restored');
    expect(await again.save()).toBe(true);
    const third = editor();
    third.restore();
    expect(third.dirty).toBe(false);
  });

  it('is joined with what was saved while the page was away', async () => {
    const b = editor();
    await b.change(['a'], (l) => ({ ...l, quantity: '9' }));
    b.close();
    const again = new Editor(view('0.00', [line('a'), line('b', { quantity: '4' }), line('c')], 2), home());
    again.restore();
    expect(again.lines.map((l) => l.quantity)).toEqual(['9', '4', '1']);
    expect(again.view.version).toBe(2);
  });

  it('waits while there is no connection, and is saved when it is back', async () => {
    const save = vi.fn<Home['save']>();
    save.mockRejectedValueOnce(new Refusal(0, 'The server cannot be reached', '', [], null));
    save.mockImplementation((version, form) => Promise.resolve(view('10.00', form.lines, version + 1)));
    const b = editor({ save });
    await b.change(['a'], (l) => ({ ...l, quantity: '9' }));
    expect(await b.save()).toBe(false);
    expect(b.waiting).toBe(true);
    b.online();
    await vi.waitFor(() => expect(b.waiting).toBe(false));
    expect(b.dirty).toBe(false);
    expect(save).toHaveBeenCalledTimes(2);
  });

  it('is kept for each person by themselves', async () => {
    const mine = new Editor(view('0.00', [line('a')]), home(), '1');
    await mine.change(['a'], (l) => ({ ...l, quantity: '9' }));
    mine.close();
    const other = new Editor(view('0.00', [line('a')]), home(), '2');
    other.restore();
    expect(other.dirty).toBe(false);
  });
});

describe('two people', () => {
  it('have their lines joined when the second saves, and only then save again', async () => {
    const save = vi.fn<Home['save']>();
    save.mockRejectedValueOnce(new Refusal(412, 'Somebody else', '', [], 5));
    save.mockImplementation((version, form) => Promise.resolve(view('10.00', form.lines, version + 1)));
    const theirs = view(
      '0.00',
      [line('a', { quantity: '15' }), line('b', { quantity: '4' }), line('c'), line('d')],
      5
    );
    const b = editor({ save, kept: () => Promise.resolve(theirs) });
    await b.change(['a'], (l) => ({ ...l, quantity: '12' }));
    expect(await b.save()).toBe(false);
    expect(b.news?.words).toContain('Helen Sorrel saved lines');
    expect(b.lines.map((l) => l.quantity)).toEqual(['12', '4', '1', '1']);
    expect(b.news?.clashes.map((c) => [c.field, c.mine, c.theirs])).toEqual([['quantity', '12', '15']]);
    const clash = b.news?.clashes[0];
    if (clash) b.takeTheirs(clash);
    expect(b.lines[0]?.quantity).toBe('15');
    expect(b.news).toBeNull();
    expect(await b.save()).toBe(true);
    expect(save.mock.calls[1]?.[0]).toBe(5);
  });

  it('see what the other saved when nothing is typed here, and cannot undo it', async () => {
    const b = editor();
    await b.change(['a'], (l) => ({ ...l, quantity: '2' }));
    await b.save();
    await b.seen(view('0.00', [line('z')], 9));
    expect(ids(b)).toBe('z');
    expect(b.news?.words).toContain('they are shown');
    expect(b.canUndo).toBe(false);
  });

  it('are not told of what was saved here', async () => {
    const b = editor();
    await b.change(['a'], (l) => ({ ...l, quantity: '2' }));
    await b.save();
    await b.seen(view('0.00', [line('a', { quantity: '2' })], 2));
    expect(b.news).toBeNull();
  });
});
