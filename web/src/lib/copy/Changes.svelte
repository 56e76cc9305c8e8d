<script lang="ts">
  import type { Schemas } from '$lib/api/client';
  /** What the next term changes against the running one. */
  let { changes }: { changes: Schemas['Change'][] } = $props();
</script>

<section aria-label="Against your running term">
  <h2>Against your running term</h2>
  {#if changes.length}
    <ul>
      {#each changes as c, n (n)}
        <li>
          <b>{c.words}</b>:
          {#if c.before && c.after}until now {c.before}; from now on {c.after}.
          {:else if c.after}new, {c.after}.
          {:else}no longer ({c.before}).{/if}
        </li>
      {/each}
    </ul>
  {:else}<p>Nothing changes: the same lines at the same prices.</p>{/if}
</section>

<style>
  section {
    margin: 14px 0;
    padding: 10px 14px;
    border-left: 3px solid var(--brass);
  }
  h2 {
    margin-bottom: 4px;
  }
  li {
    padding: 2px 0;
  }
  b {
    font-weight: 560;
  }
</style>
