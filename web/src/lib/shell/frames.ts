const FRAMES = '.scroll, table.ledger';
const REACHED = 'a[href], button, input, select, textarea, [tabindex="0"]';

/** Frames that scroll, with nothing inside that takes the focus, take it themselves: else no key scrolls them. */
export function frames(within: HTMLElement): () => void {
  let asked = 0;
  const look = () => {
    asked = 0;
    for (const frame of within.querySelectorAll<HTMLElement>(FRAMES)) {
      const more = frame.scrollWidth > frame.clientWidth || frame.scrollHeight > frame.clientHeight;
      const style = getComputedStyle(frame);
      const scrolls = more && /auto|scroll/.test(style.overflowX + style.overflowY);
      if (scrolls && !frame.querySelector(REACHED)) frame.tabIndex = 0;
      else frame.removeAttribute('tabindex');
    }
  };
  // Once for all that changes before the next picture.
  const ask = () => (asked ||= requestAnimationFrame(look));
  const watch = new MutationObserver(ask);
  watch.observe(within, { childList: true, subtree: true });
  window.addEventListener('resize', ask);
  ask();
  return () => {
    watch.disconnect();
    window.removeEventListener('resize', ask);
    cancelAnimationFrame(asked);
  };
}
