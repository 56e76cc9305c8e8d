import { saying } from './saying.svelte';

const STAYS = 9000;

/** Says what was done, once at the foot of the screen, with a way back where there is one. It goes by itself. */
export function say(words: string, undo?: () => unknown): void {
  void saying.load().then((toaster) =>
    toaster.create({
      description: words,
      duration: STAYS,
      ...(undo ? { action: { label: 'Undo', onClick: () => void undo() } } : {})
    })
  );
}
