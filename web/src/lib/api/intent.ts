/** How long after an act was done the same act, asked again, is taken for a second press. */
const SECOND_PRESS = 1500;

const keys = new Map<string, string>();

function newKey(): string {
  return Array.from(crypto.getRandomValues(new Uint8Array(16)), (byte) =>
    byte.toString(16).padStart(2, '0')
  ).join('');
}

/**
 * The key of one intention: the same act with the same words keeps its key while it is under way, while
 * its answer was lost on the way, and for a moment after it was done. So a double press, or a second try
 * after a failed connection, does it once. The server keeps to it.
 */
export function keyFor(act: string): string {
  const key = keys.get(act) ?? newKey();
  keys.set(act, key);
  return key;
}

/** The act was answered: done, it is over in a moment; refused, nothing was made and it is over now. */
export function answered(act: string, done: boolean): void {
  if (done) setTimeout(() => keys.delete(act), SECOND_PRESS);
  else keys.delete(act);
}
