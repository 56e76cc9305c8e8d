<script lang="ts">
  /** Probability as tally strokes: none to five, the fifth across the four. */
  let { probability }: { /** in percent */ probability: string } = $props();
  const count = $derived(Math.round(Number(probability) / 20));
</script>

<svg
  class="strokes"
  width="24"
  height="14"
  viewBox="0 0 24 14"
  role="img"
  aria-label="probability {probability} %"
>
  {#each [0, 1, 2, 3] as n (n)}
    <path d="M{4 + n * 5} 2v10" class:on={n < count} />
  {/each}
  {#if count >= 5}<path d="M1 10 22 4" class="on" />{/if}
</svg>

<style>
  .strokes {
    display: inline-block;
    vertical-align: -2px;
  }
  path {
    stroke: var(--rule);
    stroke-width: 1.5;
    stroke-linecap: round;
  }
  path.on {
    stroke: var(--ink);
    stroke-width: 2;
  }
</style>
