<script lang="ts">
  /** The letters of this month and the twelve after it, over the bands. */
  let { today }: { today: string } = $props();
  const NAMES = ['J', 'F', 'M', 'A', 'M', 'J', 'J', 'A', 'S', 'O', 'N', 'D'];
</script>

<div class="months" aria-hidden="true">
  {#each Array.from({ length: 13 }, (_, n) => NAMES[(Number(today.slice(5, 7)) - 1 + n) % 12]) as name, n (n)}<span
      >{name}</span
    >{/each}
</div>

<style>
  .months {
    display: grid;
    grid-template-columns: repeat(13, 1fr);
    width: 190px;
    font-size: var(--type-tiny);
  }
</style>
