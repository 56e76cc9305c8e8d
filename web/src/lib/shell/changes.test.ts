import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { concerns, listen } from './changes';

type Holder = () => Promise<void>;

/** Locks as a browser keeps them: one holder at a time, the others wait in line. */
class Locks {
  waiting: Holder[] = [];
  held = false;

  request(_name: string, options: { signal: AbortSignal }, holder: Holder): Promise<void> {
    return new Promise((resolve, reject) => {
      const turn: Holder = async () => {
        await holder();
        resolve();
      };
      options.signal.addEventListener('abort', () => {
        const place = this.waiting.indexOf(turn);
        if (place >= 0) {
          this.waiting.splice(place, 1);
          reject(new Error('aborted'));
        }
      });
      this.waiting.push(turn);
      this.next();
    });
  }

  next() {
    if (this.held) return;
    const turn = this.waiting.shift();
    if (!turn) return;
    this.held = true;
    void turn().then(() => {
      this.held = false;
      this.next();
    });
  }
}

class Source {
  static open: Source[] = [];
  heard: ((event: { data: string }) => void)[] = [];

  constructor(readonly path: string) {
    Source.open.push(this);
  }

  addEventListener(_name: string, listener: (event: { data: string }) => void) {
    this.heard.push(listener);
  }

  close() {
    Source.open = Source.open.filter((source) => source !== this);
  }
}

const TOLD = { data: '[{"record":"quote","id":7}]' };

const settled = () => new Promise((resolve) => setTimeout(resolve, 10));

describe('hearing of changes', () => {
  const ends: (() => void)[] = [];

  beforeEach(() => {
    Source.open = [];
    vi.stubGlobal('EventSource', Source);
    vi.stubGlobal('navigator', { locks: new Locks() });
  });

  afterEach(() => {
    ends.splice(0).forEach((end) => end());
    vi.unstubAllGlobals();
  });

  function tab() {
    const changed = vi.fn();
    const end = listen(changed);
    ends.push(end);
    return { changed, end };
  }

  it('holds one connection for all tabs and tells the others', async () => {
    const one = tab();
    const other = tab();
    expect(Source.open).toHaveLength(1);
    Source.open[0]?.heard.forEach((tell) => tell(TOLD));
    await settled();
    expect(one.changed).toHaveBeenCalledExactlyOnceWith([{ record: 'quote', id: 7 }]);
    expect(other.changed).toHaveBeenCalledExactlyOnceWith([{ record: 'quote', id: 7 }]);
  });

  it('hands over when the tab that listens is closed', async () => {
    const one = tab();
    const other = tab();
    one.end();
    await settled();
    expect(Source.open).toHaveLength(1);
    Source.open[0]?.heard.forEach((tell) => tell(TOLD));
    expect(other.changed).toHaveBeenCalledTimes(1);
    expect(one.changed).not.toHaveBeenCalled();
  });

  it('gives up its place in line when it is closed before its turn', async () => {
    const one = tab();
    const other = tab();
    other.end();
    one.end();
    await settled();
    expect(Source.open).toHaveLength(0);
  });

  it('lets go while the page is put aside and listens again when it is back', async () => {
    tab();
    window.dispatchEvent(new Event('pagehide'));
    await settled();
    expect(Source.open).toHaveLength(0);
    window.dispatchEvent(Object.assign(new Event('pageshow'), { persisted: true }));
    await settled();
    expect(Source.open).toHaveLength(1);
  });
});

describe('what a change concerns', () => {
  const quote = [{ record: 'quote', id: 7 }];

  it('is the page of the record, not of another of its kind', () => {
    expect(concerns(['quote', 7], quote)).toBe(true);
    expect(concerns(['quote', 8], quote)).toBe(false);
  });

  it('is what is built from it', () => {
    expect(concerns(['opportunity', 3], quote)).toBe(true);
    expect(concerns(['quotes', ''], quote)).toBe(true);
  });

  it('is not what is set up apart from it', () => {
    expect(concerns(['people'], quote)).toBe(false);
    expect(concerns(['people'], [{ record: 'user', id: 2 }])).toBe(true);
    expect(concerns(['opportunity', 3], [{ record: 'user', id: 2 }])).toBe(false);
    expect(concerns(['call-lists'], [{ record: 'call-list', id: 2 }])).toBe(true);
  });
});
