/** The pages of the guide, by what stands in their address. */
export const PAGES = [
  ['', 'Guide'],
  ['rep', 'A rep’s first day'],
  ['manager', 'A manager’s first day'],
  ['credit-controller', 'A credit controller’s first day'],
  ['administrator', 'An administrator’s first day'],
  ['glossary', 'Words']
] as const;

const TEXTS = import.meta.glob<string>(['../../../../docs/guide/*.md', '../../../../docs/glossary.md'], {
  import: 'default'
});
const PICTURES = import.meta.glob<string>('../../../../docs/screenshots/*.png', {
  query: '?url',
  import: 'default',
  eager: true
});

const named = (of: Record<string, unknown>, end: string) =>
  Object.keys(of).find((path) => path.endsWith(end));

/** A page as HTML, with the pictures that ship with it; null where there is none. */
export async function pageOf(key: string): Promise<string | null> {
  const path = named(TEXTS, `/${key || 'index'}.md`);
  const html = path ? await TEXTS[path]?.() : undefined;
  return html === undefined ? null : withPictures(html);
}

function withPictures(html: string): string {
  return html.replace(/src="[^"]*\/([a-z-]+\.png)"/g, (_, name: string) => {
    const picture = named(PICTURES, `/${name}`);
    return `src="${picture ? (PICTURES[picture] ?? '') : ''}"`;
  });
}
