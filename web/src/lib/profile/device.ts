const BROWSERS: [RegExp, string][] = [
  [/Edg\//, 'Edge'],
  [/OPR\//, 'Opera'],
  [/Firefox\//, 'Firefox'],
  [/Chrome\/|Chromium\//, 'Chrome'],
  [/Safari\//, 'Safari']
];
const SYSTEMS: [RegExp, string][] = [
  [/iPhone|iPad/, 'iOS'],
  [/Android/, 'Android'],
  [/Windows/, 'Windows'],
  [/Mac OS X/, 'macOS'],
  [/Linux/, 'Linux']
];

/** A browser by what it says of itself, as people know it: what is not known stays as it is. */
export function device(agent: string): string {
  const browser = BROWSERS.find(([pattern]) => pattern.test(agent))?.[1];
  const system = SYSTEMS.find(([pattern]) => pattern.test(agent))?.[1];
  if (!browser) return agent.split('/')[0] || 'Unknown';
  return system ? `${browser} on ${system}` : browser;
}
