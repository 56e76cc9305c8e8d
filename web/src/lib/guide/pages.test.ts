import { describe, expect, it } from 'vitest';
import { PAGES, pageOf } from './pages';

describe('the guide', () => {
  it.each(PAGES.map(([key]) => key))(
    'has the page “%s”, with pictures and links that lead somewhere',
    async (key) => {
      const html = (await pageOf(key)) ?? '';
      const page = new DOMParser().parseFromString(html, 'text/html');
      expect(page.querySelector('h1')?.textContent).not.toBe('');
      for (const picture of page.querySelectorAll('img')) {
        expect(picture.getAttribute('src'), `a picture of ${key}`).toMatch(/\.png/);
        expect(picture.alt).not.toBe('');
      }
      for (const link of page.querySelectorAll('a')) {
        const to = link.getAttribute('href') ?? '';
        if (to.startsWith('/guide/')) {
          expect(await pageOf(to.replace('/guide/', '')), `${key} leads to ${to}`).not.toBeNull();
        } else expect(to, `a link of ${key}`).toMatch(/^(\/|https:)/);
      }
    }
  );

  it('knows no other page', async () => expect(await pageOf('nothing')).toBeNull());
});
