/** A record that somebody changed. */
export type Changed = { record: string; id: number };

/** What hardly any screen shows: it concerns those that are about it. */
const APART = ['user', 'process', 'call-list', 'assignment', 'storage'];
const ABOUT: Record<string, string> = {
  people: 'user',
  processes: 'process',
  assignment: 'assignment',
  storage: 'storage'
};

/**
 * Whether what a screen asked for may look different now. A page of one record is not asked for again
 * because another of its kind changed, and what is set up is not because somebody sold something.
 *
 * @param key what was asked for: its name, and for one record its id
 */
export function concerns(key: readonly unknown[], changed: Changed[]): boolean {
  const [name, id] = key;
  return changed.some((change) => {
    if (typeof name !== 'string') return true;
    if (ABOUT[name]) return ABOUT[name] === change.record;
    if (name === change.record) return typeof id !== 'number' || id === change.id;
    return !APART.includes(change.record) || name === change.record + 's';
  });
}

/**
 * Hears from the server that somebody changed something. A browser holds only a few connections to
 * one server, so of all open tabs one listens and tells the others.
 *
 * @returns what ends it
 */
export function listen(onChange: (changed: Changed[]) => void): () => void {
  const tabs = new BroadcastChannel('tally-changes');
  tabs.onmessage = (event: MessageEvent<Changed[]>) => onChange(event.data);
  let letGo: (() => void) | null = null;
  let wanting: AbortController | null = null;

  function start() {
    wanting = new AbortController();
    navigator.locks
      .request('tally-changes', { signal: wanting.signal }, () => hold())
      // Given up before it was this tab's turn.
      .catch(() => undefined);
  }

  function hold(): Promise<void> {
    const source = new EventSource('/api/events');
    source.addEventListener('changed', (event: MessageEvent<string>) => {
      const changed = JSON.parse(event.data) as Changed[];
      onChange(changed);
      tabs.postMessage(changed);
    });
    return new Promise((resolve) => {
      letGo = () => {
        source.close();
        resolve();
      };
    });
  }

  function stop() {
    wanting?.abort();
    letGo?.();
    letGo = null;
  }

  /** A page that is put aside by the browser must not hold the connection. */
  function back(event: PageTransitionEvent) {
    if (event.persisted) start();
  }

  window.addEventListener('pagehide', stop);
  window.addEventListener('pageshow', back);
  start();
  return () => {
    window.removeEventListener('pagehide', stop);
    window.removeEventListener('pageshow', back);
    stop();
    tabs.close();
  };
}
