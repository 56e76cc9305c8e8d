<script lang="ts">
  import { Popover, Portal } from '@skeletonlabs/skeleton-svelte';
  /** A button with something small to set beneath it. */
  let {
    label,
    title,
    children
  }: {
    label: string;
    /** what is set there */
    title: string;
    children: import('svelte').Snippet;
  } = $props();
  let open = $state(false);
</script>

<!-- Not there while it is closed: what is not seen keeps no keys from the screen. -->
<Popover {open} onOpenChange={(e) => (open = e.open)}>
  <Popover.Trigger class="plain">{label}</Popover.Trigger>
  {#if open}<Portal>
      <Popover.Positioner class="foldout-place">
        <Popover.Content class="foldout leaf">
          <Popover.Title class="foldout-title">{title}</Popover.Title>
          {@render children()}
        </Popover.Content>
      </Popover.Positioner>
    </Portal>{/if}
</Popover>

<style>
  :global(.foldout-place) {
    z-index: 40 !important;
  }
  :global(.foldout) {
    padding: 8px 12px 10px;
    max-width: 92vw;
    max-height: 70vh;
    overflow: auto;
    outline: none;
    box-shadow: none;
  }
  :global(.foldout-title) {
    font-size: var(--type-small);
    color: var(--stone);
    margin-bottom: 4px;
  }
</style>
