<script lang="ts">
  import { Toast } from '@skeletonlabs/skeleton-svelte';
  import Icon from './Icon.svelte';
  import { toaster } from './toaster';
</script>

<Toast.Group {toaster} class="said-group">
  {#snippet children(toast)}
    <Toast {toast} class="said-toast">
      <Toast.Description>{toast.description}</Toast.Description>
      {#if toast.action}<Toast.ActionTrigger class="plain">{toast.action.label}</Toast.ActionTrigger>{/if}
      <Toast.CloseTrigger class="said-close" aria-label="Dismiss"><Icon name="cross" /></Toast.CloseTrigger>
    </Toast>
  {/snippet}
</Toast.Group>

<style>
  :global(.said-group) {
    z-index: 60;
  }
  :global(.said-toast) {
    display: flex;
    align-items: center;
    gap: var(--gap);
    width: max-content;
    max-width: min(520px, 92vw);
    background: var(--ink);
    color: var(--paper);
    border-left: 4px solid var(--brass);
    border-radius: 2px;
    padding: 8px 8px 8px 14px;
    margin: 0 0 66px 8px;
  }
  :global(.said-toast .plain) {
    color: inherit;
    font-weight: 620;
    text-decoration: underline;
    min-height: 28px;
    white-space: nowrap;
  }
  :global(.said-close) {
    color: inherit;
    min-width: 28px;
    min-height: 28px;
    display: grid;
    place-items: center;
    cursor: pointer;
  }
</style>
