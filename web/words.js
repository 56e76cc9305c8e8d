/**
 * The interface's words for another language. They stand in English in the components of their part;
 * `npm run words -- de` gathers them into one file for each part under words/de, and keeps what is
 * translated there already. A build with TALLY_LANGUAGE=de says what is translated, and English where
 * nothing is.
 */
import { existsSync, mkdirSync, readFileSync, readdirSync, writeFileSync } from 'node:fs';
import { join, relative } from 'node:path';
import process from 'node:process';
import { parse } from 'svelte/compiler';

const SCRIPT = '<script lang="ts">';

/** Attributes and properties that people read or hear. */
const SEEN = new Set(['alt', 'aria-label', 'empty', 'head', 'label', 'placeholder', 'title', 'words']);

/** Calls whose words are for programs. */
const FOR_PROGRAMS =
  /^(GET|POST|PUT|DELETE|addEventListener|querySelector(All)?|setItem|getItem|startsWith|includes|split|goto)$/;
const KEYS =
  /^(Enter|Escape|Tab|Home|End|Delete|Backspace|Insert|Space|Control|Shift|Alt|Meta|Page|Arrow|F\d)/;
const LETTERS = /\p{L}{2}/u;
/** Names of classes of our own style sheet, as components pass them on. */
const CLASSES = /^((act|bad|figure|heed|lead|main|mid|number|off|own|plain|quiet|worth)( |$))+$/;
const SAYS = /\p{L}\S* \S|^\p{Lu}\p{Ll}+[….:?]?$/u;
const NOT_SAID = /[/\\<>=_#]|^[a-z-]+: |^[a-z]+\(|\b(var|minmax|repeat)\(|\d(px|em|fr|vw)\b/;

/** Whether a string of a program is said to people, as far as can be told from it. */
function isSaid(text) {
  return (
    LETTERS.test(text) && SAYS.test(text) && !NOT_SAID.test(text) && !KEYS.test(text) && !CLASSES.test(text)
  );
}

/** Whether a string in this place is compared or sent instead of shown. */
function isForPrograms(node, parents) {
  const parent = parents.at(-1);
  if (!parent) return false;
  if (/^(Import|Export|TS|SwitchCase|MemberExpression|BinaryExpression)/.test(parent.type)) return true;
  if (parent.type === 'Property' && parent.key === node) return true;
  if (parent.type === 'ArrayExpression' && parents.at(-2)?.type === 'MemberExpression') return true;
  const call = parents.findLast((one) => one.type === 'CallExpression');
  return call !== undefined && FOR_PROGRAMS.test(call.callee?.property?.name ?? call.callee?.name ?? '');
}

/** A stretch of a source without the space around it, and what it says. */
function trimmed(start, raw, said, as) {
  const bare = raw.trim();
  const from = start + raw.indexOf(bare);
  return { start: from, end: from + bare.length, text: said.replace(/[ \t\r\n]+/g, ' ').trim(), as };
}

/**
 * The words in a source, each with where they stand and what they stand in: text, attribute, string or template.
 */
export function phrases(source, file) {
  const isScript = !file.endsWith('.svelte');
  const shift = isScript ? SCRIPT.length : 0;
  const ast = parse(isScript ? `${SCRIPT}${source}</script>` : source, { modern: true });
  const found = [];
  const take = (phrase) => {
    if (phrase.text) found.push({ ...phrase, start: phrase.start - shift, end: phrase.end - shift });
  };

  function visit(node, parents) {
    if (node === null || typeof node !== 'object') return;
    if (Array.isArray(node)) {
      node.forEach((one) => visit(one, parents));
      return;
    }
    if (node.type === 'StyleSheet' || node.type === 'Comment') return;
    if (node.type === 'Text') {
      const attribute = parents.findLast((one) => one.type === 'Attribute');
      const isSeen = attribute ? SEEN.has(attribute.name) : true;
      if (isSeen && LETTERS.test(node.data))
        take(trimmed(node.start, node.raw, node.data, attribute ? 'attribute' : 'text'));
      return;
    }
    if (node.type === 'Literal' && typeof node.value === 'string') {
      if (isSaid(node.value) && !isForPrograms(node, parents))
        take({ start: node.start, end: node.end, text: node.value, as: 'string' });
      return;
    }
    if (node.type === 'TemplateElement') {
      const text = node.value.cooked ?? '';
      if (
        LETTERS.test(text) &&
        /\s/.test(text) &&
        !NOT_SAID.test(text) &&
        !isForPrograms(node, parents.slice(0, -1))
      )
        take(trimmed(node.start, node.value.raw, text, 'template'));
      return;
    }
    const within = node.type ? [...parents, node] : parents;
    for (const [key, child] of Object.entries(node)) {
      if (key !== 'parent' && key !== 'metadata' && key !== 'loc') visit(child, within);
    }
  }
  visit(ast.instance, []);
  visit(ast.module, []);
  visit(ast.fragment, []);
  return found.sort((a, b) => a.start - b.start);
}

/** Words as they are written in the place that they stand in. */
const WRITTEN = {
  text: (words) => words.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('{', '&#123;'),
  attribute: (words) => words.replaceAll('&', '&amp;').replaceAll('"', '&quot;').replaceAll('{', '&#123;'),
  string: (words) => JSON.stringify(words),
  template: (words) => words.replaceAll('\\', '\\\\').replaceAll('`', '\\`').replaceAll('${', '\\${')
};

/** A source with its words in another language, as far as they are translated. */
export function translated(source, file, words) {
  let out = source;
  for (const { start, end, text, as } of phrases(source, file).reverse()) {
    const other = words[text];
    if (other) out = out.slice(0, start) + WRITTEN[as](other) + out.slice(end);
  }
  return out;
}

/** The part of the interface that a source belongs to: `quote` of src/lib/quote/QuoteDesk.svelte. */
export function partOf(path) {
  const [, kind, part] = path.split(/[/\\]/);
  return kind === 'lib' && part ? part : 'pages';
}

function sources(folder) {
  return readdirSync(folder, { withFileTypes: true }).flatMap((entry) => {
    const path = join(folder, entry.name);
    if (entry.isDirectory()) return sources(path);
    const isSource = /\.(svelte|ts)$/.test(entry.name) && !/\.test\.ts$|schema\.d\.ts$/.test(entry.name);
    return isSource ? [path] : [];
  });
}

/** Words by part, from the sources of a folder. */
export function byPart(root) {
  const parts = {};
  for (const path of sources(join(root, 'src'))) {
    const name = relative(root, path);
    if (/^src[/\\]test/.test(name)) continue;
    const part = (parts[partOf(name)] ??= {});
    for (const { text } of phrases(readFileSync(path, 'utf8'), path)) part[text] = '';
  }
  return parts;
}

function read(folder) {
  if (!existsSync(folder)) return {};
  return Object.assign(
    {},
    ...readdirSync(folder).map((file) => JSON.parse(readFileSync(join(folder, file), 'utf8')))
  );
}

/** Builds the interface in the language of TALLY_LANGUAGE, where one is named. */
export function language(name = process.env.TALLY_LANGUAGE ?? '') {
  const words = name ? read(join(process.cwd(), 'words', name)) : {};
  return {
    name: 'language',
    enforce: 'pre',
    transform(code, id) {
      const path = id.split('?')[0] ?? '';
      const isOurs =
        path.startsWith(join(process.cwd(), 'src')) && /\.(svelte|ts)$/.test(path) && !id.includes('?');
      return name && isOurs ? { code: translated(code, path, words), map: null } : undefined;
    }
  };
}

if (process.argv[1]?.endsWith('words.js')) {
  const name = process.argv[2] ?? '';
  if (!/^[a-z]{2}$/.test(name)) {
    process.stderr.write('words: name a language by its two letters: npm run words -- de\n');
    process.exit(2);
  }
  const folder = join(process.cwd(), 'words', name);
  const known = read(folder);
  mkdirSync(folder, { recursive: true });
  let count = 0;
  let done = 0;
  for (const [part, words] of Object.entries(byPart('.'))) {
    const kept = Object.fromEntries(Object.keys(words).map((text) => [text, known[text] ?? '']));
    count += Object.keys(kept).length;
    done += Object.values(kept).filter(Boolean).length;
    writeFileSync(join(folder, `${part}.json`), JSON.stringify(kept, null, 2) + '\n');
  }
  process.stdout.write(`${count} phrases in ${folder}, ${done} of them translated\n`);
}
