<script lang="ts">
  import Verdict from '$lib/ui/Verdict.svelte';
  import { words } from '$lib/ui/format';
  import Beam from './Beam.svelte';
  import Landing from './Landing.svelte';
  import Stack from './Stack.svelte';
  import ThisLine from './ThisLine.svelte';
  import type { Editor } from './editor.svelte';
  import type { Grid } from './grid.svelte';
  let {
    editor,
    grid,
    locked,
    onWorking
  }: { editor: Editor; grid: Grid; locked: boolean; onWorking: (of: string) => void } = $props();
  const signOff = $derived(editor.view.signOff);
  const capital = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);
</script>

<aside class="checks leaf" aria-label="Margin and credit">
  <ThisLine {editor} {grid} {locked} {onWorking} />
  {#if editor.incomplete}<p class="heed reason">
      An entry is not valid: these figures are from before it.
    </p>{/if}
  {#if editor.view.room}<Beam view={editor.view} room={editor.view.room} {onWorking} />{/if}
  <section aria-label="Sign-off">
    <h2>
      Sign-off
      {#if signOff.needed}<Verdict tone="heed">{words(signOff.role ?? '')}</Verdict>{:else}<Verdict
          tone="good">not needed</Verdict
        >{/if}
    </h2>
    {#each signOff.reasons as reason, n (n)}
      <p class="reason">
        {#if reason.rule === 'own-cost'}
          <span title="Its cost was typed here and is not the catalogue’s, so no floor speaks against it.">
            {capital(reason.words)}: {words(reason.role)}
          </span>
        {:else}
          <button class="how" onclick={() => onWorking(`signOff.reasons[${n}].role`)}
            >{capital(reason.words)}: {words(reason.role)}</button
          >
        {/if}
      </p>
    {/each}
  </section>
  {#if !locked}<Landing {editor} {onWorking} />{/if}
  <Stack credit={editor.view.credit} {onWorking} />
</aside>

<style>
  .checks {
    padding: 10px 14px;
    display: flex;
    flex-direction: column;
    gap: 10px;
    min-width: 0;
  }
  .checks :global(section + section),
  .checks > :global(* + *) {
    border-top: 1px solid var(--rule);
    padding-top: 8px;
  }
  .checks :global(h2) {
    display: flex;
    justify-content: space-between;
    align-items: center;
    gap: 8px;
  }
  .checks :global(dl) {
    display: grid;
    grid-template-columns: 1fr auto;
    gap: 1px 10px;
    font-size: var(--type-small);
  }
  .checks :global(dd) {
    text-align: right;
    font-variant-numeric: tabular-nums;
  }
  .checks :global(dt) {
    color: var(--stone);
  }
  .reason {
    font-size: var(--type-small);
    margin-top: 2px;
  }
</style>
