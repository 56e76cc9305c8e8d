import { createToaster } from '@skeletonlabs/skeleton-svelte';

/** What was done, said once at the foot of the screen; it goes by itself. */
export const toaster = createToaster({ placement: 'bottom-start', max: 3, overlap: false });

const STAYS = 9000;

/** Says what was done, with a way back where there is one. */
export function say(words: string, undo?: () => unknown): void {
  toaster.create({
    description: words,
    duration: STAYS,
    ...(undo ? { action: { label: 'Undo', onClick: () => void undo() } } : {})
  });
}
