<script lang="ts">
  /** A word of our own, explained where it stands: by mouse, by key and by thumb. */
  let { word, children }: { word: string; children: import('svelte').Snippet } = $props();
  const id = $props.id();
</script>

<button type="button" class="plain term" popovertarget={id} aria-label="What is {word}?">?</button>
<span {id} popover="auto" class="leaf">{@render children()}</span>

<style>
  .term {
    color: var(--stone);
    font-size: var(--type-small);
    border: 1px solid var(--rule-strong);
    border-radius: 50%;
    width: 17px;
    min-height: 17px;
    line-height: 15px;
    padding: 0;
    /* beside its word, also where the figure stands at the end of the row */
    margin-inline-end: auto;
    vertical-align: middle;
  }
  [popover] {
    margin: auto;
    max-width: min(360px, 92vw);
    padding: 12px 16px;
    color: var(--ink);
    border: 1px solid var(--rule-strong);
    border-top: 4px solid var(--brass);
  }
  [popover]::backdrop {
    background: rgb(20 25 27 / 20%);
  }
</style>
