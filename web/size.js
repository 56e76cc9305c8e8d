/** How much JavaScript each screen takes before it is drawn, compressed; ends with 1 where a limit is passed. */
import { readFileSync } from 'node:fs';
import { gzipSync } from 'node:zlib';

const OUT = '.svelte-kit/output/client/';
const NODES = '.svelte-kit/generated/client-optimized/';
const KB = 1000;
const LIMITS = { 'routes/+page.svelte': 90, 'routes/opportunities/[id]/+page.svelte': 130 };
const manifest = JSON.parse(readFileSync(OUT + '.vite/manifest.json', 'utf8'));
const keys = Object.keys(manifest);

/** A chunk with all that it needs at once. */
function needed(key, seen = new Set()) {
  if (!seen.has(key)) {
    seen.add(key);
    (manifest[key].imports ?? []).forEach((k) => needed(k, seen));
  }
  return seen;
}

function kilobytes(chunks) {
  const files = new Set([...chunks].map((k) => manifest[k].file).filter((f) => f.endsWith('.js')));
  return [...files].reduce((sum, f) => sum + gzipSync(readFileSync(OUT + f), { level: 9 }).length, 0) / KB;
}

const node = (n) => keys.find((k) => k.endsWith(`nodes/${n}.js`));
const start = keys.filter((k) => /client\/entry\.js$|client-optimized\/app\.js$/.test(k));
const shell = new Set([...start, node(0)].flatMap((k) => [...needed(k)]));
const screens = keys
  .filter((k) => /\/nodes\/\d+\.js$/.test(k))
  .map((k) => {
    const source = readFileSync(NODES + k.split('client-optimized/')[1], 'utf8');
    return [/routes\/[^"]*\+page\.svelte/.exec(source)?.[0], kilobytes(new Set([...shell, ...needed(k)]))];
  })
  .filter(([screen]) => screen)
  .sort((a, b) => b[1] - a[1]);
for (const [screen, size] of screens) {
  const limit = LIMITS[screen];
  if (size > (limit ?? Infinity)) process.exitCode = 1;
  console.log(`${size.toFixed(1).padStart(7)} kB  ${screen}${limit ? `, at most ${limit}` : ''}`);
}
