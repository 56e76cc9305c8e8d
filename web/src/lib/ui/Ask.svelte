<script lang="ts">
  import { Dialog, Portal } from '@skeletonlabs/skeleton-svelte';
  /** A question in front of the page. Only for what leaves the house, or needs a few words. */
  let {
    open = $bindable(),
    title,
    wide = false,
    broad = false,
    children
  }: {
    open: boolean;
    title: string;
    wide?: boolean;
    /** for two things side by side */
    broad?: boolean;
    children: import('svelte').Snippet;
  } = $props();
</script>

<!-- Not there while it is closed: nothing in it is asked for or found by a reader before its time. -->
{#if open}
  <Dialog {open} onOpenChange={(e) => (open = e.open)}>
    <Portal>
      <Dialog.Backdrop class="ask-back" />
      <Dialog.Positioner class="ask-place">
        <Dialog.Content class={broad ? 'ask-sheet broad' : wide ? 'ask-sheet wide' : 'ask-sheet'}>
          <Dialog.Title class="ask-title">{title}</Dialog.Title>
          {@render children()}
        </Dialog.Content>
      </Dialog.Positioner>
    </Portal>
  </Dialog>
{/if}

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
    padding: 18px 22px;
  }
  :global(.ask-sheet.wide) {
    width: min(680px, 94vw);
  }
  :global(.ask-sheet.broad) {
    width: min(1080px, 96vw);
  }
  :global(.ask-title) {
    font-family: 'Newsreader Variable', serif;
    font-size: 20px;
    margin-bottom: 10px;
  }
</style>
