<script lang="ts">
  import type { Refusal } from '$lib/api/client';
  /** What was refused: what happened, what is safe, what to do. */
  let { refusal, children }: { refusal: Refusal | null; children?: import('svelte').Snippet } = $props();
  const other = $derived(refusal?.problems.filter((p) => p.at === '' || p.at === 'lines') ?? []);
</script>

{#if refusal}
  <div class="notice" role="alert">
    <strong>{refusal.message}.</strong>
    {refusal.detail}
    {#each other as problem (problem.message)}<span>{problem.message} </span>{/each}
    {@render children?.()}
  </div>
{/if}

<style>
  .notice {
    border: 1px solid var(--madder);
    border-left-width: 4px;
    background: var(--madder-wash);
    color: var(--ink);
    padding: 8px 12px;
    margin: 8px 0;
    border-radius: 2px;
  }
</style>
