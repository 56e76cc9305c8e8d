<script lang="ts">
  /** What stands beneath a list that has more pages. */
  let { list }: { list: { has: boolean; show: () => Promise<void> } } = $props();
  let busy = $state(false);
  async function show() {
    busy = true;
    await list.show();
    busy = false;
  }
</script>

{#if list.has}<p><button class="act" disabled={busy} onclick={() => void show()}>Show more</button></p>{/if}

<style>
  p {
    padding: 8px 12px;
  }
</style>
