import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { listen } from './changes';

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
  heard: (() => void)[] = [];

  constructor(readonly path: string) {
    Source.open.push(this);
  }

  addEventListener(_name: string, listener: () => void) {
    this.heard.push(listener);
  }

  close() {
    Source.open = Source.open.filter((source) => source !== this);
  }
}

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
    Source.open[0]?.heard.forEach((tell) => tell());
    await settled();
    expect(one.changed).toHaveBeenCalledTimes(1);
    expect(other.changed).toHaveBeenCalledTimes(1);
  });

  it('hands over when the tab that listens is closed', async () => {
    const one = tab();
    const other = tab();
    one.end();
    await settled();
    expect(Source.open).toHaveLength(1);
    Source.open[0]?.heard.forEach((tell) => tell());
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
