import { Marked } from 'marked';
import type { Plugin } from 'vite';

/** Links between the pages lead to where the application shows them. */
const marked = new Marked({
  walkTokens(token) {
    if (token.type === 'link' && /^[\w./-]+\.md$/.test(String(token.href))) {
      token.href = `/guide/${String(token.href).replace(/^.*\//, '').replace(/\.md$/, '')}`;
    }
  }
});

/** Pages of the guide are written as Markdown and become HTML when the application is built. */
export function guide(): Plugin {
  return {
    name: 'guide',
    transform(code, id) {
      if (!id.endsWith('.md')) return undefined;
      return { code: `export default ${JSON.stringify(marked.parse(code, { async: false }))}`, map: null };
    }
  };
}
