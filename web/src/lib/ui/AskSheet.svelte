<script lang="ts">
  import type { Guard } from '$lib/forms/guard';
  import { Dialog, Portal } from '@skeletonlabs/skeleton-svelte';
  import Icon from './Icon.svelte';
  /** The sheet of a question. It is a part of its own so that a screen is there before its questions are. */
  let {
    open = $bindable(),
    guard,
    title,
    wide,
    broad,
    children
  }: {
    open: boolean;
    guard: Guard;
    title: string;
    wide: boolean;
    broad: boolean;
    children: import('svelte').Snippet;
  } = $props();
  let asking = $state(false);

  /** Where one begins: the field that took the focus, else the first; the button that closes is no beginning. */
  function begin(): HTMLElement | null {
    const sheets = document.querySelectorAll<HTMLElement>('.ask-sheet');
    const sheet = sheets[sheets.length - 1];
    const now = document.activeElement as HTMLElement | null;
    if (now && sheet?.contains(now) && !now.matches('.ask-close')) return now;
    return (
      sheet?.querySelector<HTMLElement>('input, select, textarea') ??
      sheet?.querySelector<HTMLElement>('button.main') ??
      sheet?.querySelector<HTMLElement>('button') ??
      null
    );
  }

  function change(to: boolean) {
    if (!to && guard.dirty) asking = true;
    else open = to;
  }

  function discard() {
    guard.discard();
    open = false;
  }
</script>

<Dialog
  {open}
  onOpenChange={(e) => change(e.open)}
  initialFocusEl={begin}
  onInteractOutside={(e) => {
    // A click beside it never loses what was typed.
    if (guard.dirty) e.preventDefault();
  }}
>
  <Portal>
    <Dialog.Backdrop class="ask-back" />
    <Dialog.Positioner class="ask-place">
      <Dialog.Content class={broad ? 'ask-sheet broad' : wide ? 'ask-sheet wide' : 'ask-sheet'}>
        <div class="ask-head">
          <Dialog.Title class="ask-title">{title}</Dialog.Title>
          <Dialog.CloseTrigger class="ask-close" aria-label="Close dialog"
            ><Icon name="cross" /></Dialog.CloseTrigger
          >
        </div>
        {#if asking}
          <div class="ask-sure" role="alert">
            <span>Your entries are not saved.</span>
            <button type="button" class="act" onclick={discard}>Discard</button>
            <button
              type="button"
              class="act main"
              onclick={() => (asking = false)}
              {@attach (b: HTMLElement) => b.focus()}>Continue editing</button
            >
          </div>
        {/if}
        {@render children()}
      </Dialog.Content>
    </Dialog.Positioner>
  </Portal>
</Dialog>

<style>
  :global(.ask-back) {
    position: fixed;
    inset: 0;
    background: rgb(20 25 27 / 45%);
    z-index: 40;
  }
  :global(.ask-place) {
    position: fixed;
    inset: 0;
    display: flex;
    justify-content: center;
    align-items: flex-start;
    padding-top: 12vh;
    z-index: 41;
  }
  :global(.ask-sheet) {
    background: var(--paper);
    border: 1px solid var(--rule-strong);
    border-top: 4px solid var(--brass);
    border-radius: 2px;
    width: min(480px, 94vw);
    max-height: 76vh;
    overflow: auto;
    padding: 14px 22px 18px;
  }
  :global(.ask-sheet.wide) {
    width: min(680px, 94vw);
  }
  :global(.ask-sheet.broad) {
    width: min(1080px, 96vw);
  }
  .ask-head {
    display: flex;
    align-items: flex-start;
    gap: 8px;
    margin-bottom: 10px;
  }
  :global(.ask-title) {
    font-family: 'Newsreader Variable', serif;
    font-size: var(--type-head);
    line-height: 1.3;
    margin-right: auto;
  }
  :global(.ask-close) {
    color: var(--stone);
    cursor: pointer;
    min-width: 28px;
    min-height: 28px;
    margin: -2px -8px 0 0;
    display: grid;
    place-items: center;
  }
  .ask-sure {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 8px;
    background: var(--brass-wash);
    border-left: 4px solid var(--brass);
    padding: 8px 12px;
    margin-bottom: 10px;
  }
  .ask-sure span {
    margin-right: auto;
  }
  @media (max-width: 640px) {
    :global(.ask-place) {
      padding-top: 0;
      align-items: stretch;
    }
    :global(.ask-sheet),
    :global(.ask-sheet.wide),
    :global(.ask-sheet.broad) {
      width: 100vw;
      max-height: 100dvh;
      border-width: 4px 0 0;
      padding: 12px 16px 24px;
    }
  }
</style>
