import { afterEach, expect, test } from 'vitest';
import { frames } from './frames';

const SCROLLING = 'style="overflow-x: auto"';
let end = () => {};
afterEach(() => end());

const picture = () => new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(done)));

function page(html: string, wide = true) {
  const main = document.createElement('main');
  main.innerHTML = html;
  document.body.replaceChildren(main);
  widen(main, wide);
  end = frames(main);
  return main;
}

function widen(main: HTMLElement, wide: boolean) {
  for (const frame of main.querySelectorAll('table')) {
    Object.defineProperty(frame, 'scrollWidth', { value: wide ? 600 : 300, configurable: true });
    Object.defineProperty(frame, 'clientWidth', { value: 300, configurable: true });
  }
}

test('a table of figures alone that scrolls takes the focus', async () => {
  const main = page(`<table class="ledger" ${SCROLLING}><tbody><tr><td>1.00</td></tr></tbody></table>`);
  await picture();
  expect(main.querySelector('table')?.tabIndex).toBe(0);
});

test('one whose rows are reached does not, nor one that fits', async () => {
  const links = page(
    `<table class="ledger" ${SCROLLING}><tbody><tr><td><a href="/x">x</a></td></tr></tbody></table>`
  );
  await picture();
  expect(links.querySelector('table')?.hasAttribute('tabindex')).toBe(false);
  end();
  const fits = page(`<table class="ledger" ${SCROLLING}><tbody><tr><td>1</td></tr></tbody></table>`, false);
  await picture();
  expect(fits.querySelector('table')?.hasAttribute('tabindex')).toBe(false);
});

test('what comes later is seen, and the focus is given back when it fits again', async () => {
  const main = page('');
  main.innerHTML = `<table class="ledger" ${SCROLLING}><tbody><tr><td>1.00</td></tr></tbody></table>`;
  widen(main, true);
  await picture();
  expect(main.querySelector('table')?.tabIndex).toBe(0);
  widen(main, false);
  window.dispatchEvent(new Event('resize'));
  await picture();
  expect(main.querySelector('table')?.hasAttribute('tabindex')).toBe(false);
});
