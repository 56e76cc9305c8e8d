<script lang="ts">
  import type { Schemas } from '$lib/api/client';
  import { written } from './written';
  /** What is notable, in words; its figures are written as everywhere. */
  let { pieces }: { pieces: Schemas['TablePiece'][] } = $props();
</script>

{#each pieces as piece, n (n)}{#if piece.kind === 'text'}{piece.text}{:else if piece.kind === 'name'}<b
      >{piece.text}</b
    >{:else}<b class="figure">{written(piece.kind, piece.text, true)}</b>{/if}{/each}

<style>
  b {
    font-weight: 560;
  }
</style>
