/**
 * Hears from the server that somebody changed something. A browser holds only a few connections to
 * one server, so of all open tabs one listens and tells the others.
 *
 * @returns what ends it
 */
export function listen(onChange: () => void): () => void {
  const tabs = new BroadcastChannel('tally-changes');
  tabs.onmessage = onChange;
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
    source.addEventListener('changed', () => {
      onChange();
      tabs.postMessage(null);
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
