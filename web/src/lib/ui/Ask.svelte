<script lang="ts">
  import { Guard, setGuard } from '$lib/forms/guard';
  import { sheets } from './sheets.svelte';
  /** A question in front of the page. Only for what leaves the company, or needs a few words. */
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
  const guard = new Guard();
  setGuard(guard);
  const Sheet = $derived(sheets.sheet);

  // Back to where one was, however it is closed.
  $effect(() => {
    if (!open) return;
    void sheets.load();
    const before = document.activeElement as HTMLElement | null;
    return () => {
      const gone = before;
      requestAnimationFrame(() => {
        const isLost = document.activeElement === null || document.activeElement === document.body;
        if (isLost && gone?.isConnected) gone.focus();
      });
    };
  });
</script>

<!-- Not there while it is closed: nothing in it is asked for or found by a reader before its time. -->
{#if open && Sheet}<Sheet bind:open {guard} {title} {wide} {broad} {children} />{/if}
