import { marked } from 'marked';
import type { Plugin } from 'vite';

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
