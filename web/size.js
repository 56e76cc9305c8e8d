/** How much JavaScript each screen takes before it is drawn, compressed; ends with 1 where a limit is passed. */
import { readFileSync } from 'node:fs';
import { gzipSync } from 'node:zlib';

const OUT = '.svelte-kit/output/client/';
const NODES = '.svelte-kit/generated/client-optimized/';
const KB = 1000;
const HOUSE = 'routes/(house)/';
const LIMITS = {
  [HOUSE + '+page.svelte']: 90,
  [HOUSE + 'opportunities/[id]/+page.svelte']: 130,
  'routes/(customer)/copy/[token]/+page.svelte': 60
};
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
const sources = keys
  .filter((k) => /\/nodes\/\d+\.js$/.test(k))
  .map((k) => [k, readFileSync(NODES + k.split('client-optimized/')[1], 'utf8')]);
/** Screens of the house stand in its layout; the customer's have none. */
const layout = sources.filter(([, source]) => source.includes('(house)/+layout.svelte')).map(([k]) => k);
const screens = sources
  .map(([k, source]) => {
    const screen = /routes\/[^"]*\+page\.svelte/.exec(source)?.[0];
    const around = screen?.startsWith(HOUSE) ? layout.flatMap((l) => [...needed(l)]) : [];
    return [screen, kilobytes(new Set([...shell, ...around, ...needed(k)]))];
  })
  .filter(([screen]) => screen)
  .sort((x, y) => y[1] - x[1]);
for (const [screen, size] of screens) {
  const limit = LIMITS[screen];
  if (size > (limit ?? Infinity)) process.exitCode = 1;
  console.log(`${size.toFixed(1).padStart(7)} kB  ${screen}${limit ? `, at most ${limit}` : ''}`);
}
