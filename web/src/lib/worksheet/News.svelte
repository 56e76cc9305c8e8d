<script lang="ts">
  import type { Editor } from './editor.svelte';
  import { NAMES } from './lines';
  /** Lines that came back, or what somebody else saved; where both changed the same, whose stands is chosen here. */
  let { editor, onSee }: { editor: Editor; onSee: (id: string) => void } = $props();
  function where(id: string): string {
    const at = editor.lines.findIndex((line) => line.id === id);
    return at < 0 ? 'A line' : `Row ${at + 1}`;
  }
</script>

{#if editor.waiting}
  <div class="news heed" role="status">
    The server cannot be reached. Your entries are kept in this browser and saved as soon as there is an
    answer again.
  </div>
{/if}
{#if editor.news}
  <div class="news" role="status">
    <p>
      {editor.news.words}
      <button class="plain" onclick={() => (editor.news = null)}>Dismiss</button>
      {#if editor.dirty}<button class="plain" onclick={() => void editor.discard()}
          >Discard mine, show the saved version</button
        >{/if}
    </p>
    {#each editor.news.clashes as clash (clash.id + clash.field)}
      <p>
        {#if clash.id}<button class="plain" onclick={() => onSee(clash.id)}>{where(clash.id)}</button>,{/if}
        {NAMES[clash.field]?.toLowerCase() ?? clash.field}: yours <b>{clash.mine}</b>, theirs
        <b>{clash.theirs}</b>.
        <button class="act" onclick={() => editor.settle(clash)}>Keep mine</button>
        <button class="act" onclick={() => editor.takeTheirs(clash)}>Take theirs</button>
      </p>
    {/each}
  </div>
{/if}

<style>
  .news {
    border: 1px solid var(--brass);
    border-left-width: 4px;
    background: var(--brass-wash);
    padding: 6px 12px;
    margin-bottom: 8px;
    border-radius: 2px;
  }
  .news p + p {
    margin-top: 4px;
  }
  .act {
    min-height: 24px;
    padding: 0 8px;
  }
</style>
