import type { Home, View } from './home';
import { blank, type LineForm, type LineView } from './lines';

/** A line of a test, plain save for what is said. */
export function line(id: string, more: Partial<LineForm> = {}): LineForm {
  return { ...blank('line', 'Line ' + id), product: 'P-' + id, ...more, id };
}

/** A row as the server shows it, with figures only as far as they are given. */
export function shown(typed: LineForm, figures: Partial<LineView['figures']> = {}): LineView {
  const isLine = !typed.kind || typed.kind === 'line';
  return {
    id: typed.id,
    typed,
    figures: isLine ? ({ counted: true, ...figures } as NonNullable<LineView['figures']>) : null,
    subtotal: null,
    supply: null
  };
}

/** A worksheet as the server shows it. */
export function view(contract: string, lines: LineForm[] = [], version = 1): View {
  return {
    id: 7,
    version,
    locked: false,
    lines: lines.map((l) => shown(l)),
    discountPercent: null,
    discountAmount: null,
    totals: { contract } as View['totals'],
    signOff: { needed: false, role: null, reasons: [] },
    room: {} as View['room'],
    landing: null,
    credit: {} as View['credit'],
    problems: []
  };
}

/** A home that answers with what was typed and a net total of 10.00, save for what is said. */
export function home(more: Partial<Home> = {}): Home {
  return {
    key: 'opportunities/7',
    tally: (form) =>
      Promise.resolve({ worksheet: view('10.00', form.lines), lines: [], problems: [], name: '', since: '' }),
    save: (version, form) => Promise.resolve(view('10.00', form.lines, version + 1)),
    kept: () => Promise.resolve(view('10.00')),
    savedBy: () => Promise.resolve('Helen Sorrel'),
    workings: () => Promise.resolve([]),
    picks: () => Promise.resolve([]),
    paste: () => Promise.resolve({ lines: [], unknown: [], columns: [], headings: [], rows: [], doubts: [] }),
    scenarios: {
      list: () => Promise.resolve([]),
      keep: () => Promise.resolve(),
      drop: () => Promise.resolve(),
      back: () => Promise.resolve(),
      compare: () => Promise.reject(new Error('not in this test'))
    },
    ...more
  };
}
