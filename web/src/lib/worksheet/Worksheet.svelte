<script lang="ts">
  import { beforeNavigate } from '$app/navigation';
  import { page } from '$app/state';
  import { session } from '$lib/shell/session.svelte';
  import Ask from '$lib/ui/Ask.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import Tabs from '$lib/ui/Tabs.svelte';
  import { say } from '$lib/ui/said';
  import { onMount, tick, type Snippet } from 'svelte';
  import Checks from './Checks.svelte';
  import LineGrid from './LineGrid.svelte';
  import News from './News.svelte';
  import TallyStrip from './TallyStrip.svelte';
  import Working from './Working.svelte';
  import type { Editor } from './editor.svelte';
  import { Grid } from './grid.svelte';
  /** The editor: lines on the left, checks on the right, the tally at the foot. */
  let {
    editor,
    locked,
    weighs = true,
    under,
    beside = [],
    side = $bindable('checks'),
    panel
  }: {
    editor: Editor;
    locked: boolean;
    weighs?: boolean;
    under?: Snippet;
    /** what can be opened beside the lines in place of the checks @default [] */
    beside?: { key: string; label: string; mark?: string }[];
    /** which of them is open @default 'checks' */
    side?: string;
    panel?: Snippet<[key: string]>;
  } = $props();
  const tabs = $derived([
    { key: 'checks', label: 'Checks' },
    ...(locked ? [] : [{ key: 'what-if', label: 'Scenarios' }]),
    ...beside
  ]);
  let explained = $state<string | null>(null);
  let keeping = $state(false);
  const explain = (of: string) => (explained = of);
  // svelte-ignore state_referenced_locally
  const grid = new Grid(editor, () => locked);
  onMount(() => {
    editor.restore();
    if (page.state.fresh && !locked) {
      grid.go(grid.openRow, 'code');
      grid.onLand();
    }
    return () => editor.close();
  });

  // Nothing is lost by leaving; that it is not saved yet is said.
  beforeNavigate(() => {
    if (editor.dirty && !editor.busy) say('Your lines are not saved yet. They are kept on this device.');
  });

  /** Goes to the row of a line. */
  function see(id: string) {
    const at = editor.lines.findIndex((line) => line.id === id);
    if (at < 0) return;
    grid.go(grid.rowOf(at), 'quantity');
    grid.onLand();
  }

  /** Goes to the first place to mend: its row, and where no column types it, its field beside the row. */
  function mend() {
    const first = editor.problems[0];
    if (first?.id) {
      see(first.id);
      const beside = 'this-' + first.field;
      void tick().then(() => document.querySelector<HTMLElement>(`[name='${beside}']`)?.focus());
    } else
      document
        .getElementById(first?.field === 'discountAmount' ? 'discount-amount' : 'discount-percent')
        ?.focus();
  }

  /** Takes something off the whole, in one of the two ways; one visit to the field is one step back. */
  function whole(given: { discountPercent: string; discountAmount: string }) {
    void editor.write('document discount', (t) => ({ ...t, ...given }));
  }
  const discounted = $derived(editor.discountPercent !== '' || editor.discountAmount !== '');
</script>

<svelte:window ononline={() => editor.online()} onpagehide={() => editor.keepDraft()} />
<div class="editor">
  <div class="left">
    <News {editor} onSee={see} />
    <LineGrid {editor} {grid} {locked} onWorking={explain} />
    {#if !locked || discounted}
      <div class="whole">
        <label for="discount-percent">Document discount, %</label>
        <input
          class="box figure"
          id="discount-percent"
          value={editor.discountPercent}
          disabled={locked}
          onfocus={() => editor.endStep()}
          oninput={(e) => whole({ discountPercent: e.currentTarget.value, discountAmount: '' })}
          aria-invalid={editor.problemOfWhole('discountPercent') ? 'true' : undefined}
        />
        <label for="discount-amount">or an amount</label>
        <input
          class="box figure"
          id="discount-amount"
          value={editor.discountAmount}
          disabled={locked}
          onfocus={() => editor.endStep()}
          oninput={(e) => whole({ discountAmount: e.currentTarget.value, discountPercent: '' })}
          aria-invalid={editor.problemOfWhole('discountAmount') ? 'true' : undefined}
        />
        <span class="bad"
          >{editor.problemOfWhole('discountPercent') ?? editor.problemOfWhole('discountAmount') ?? ''}</span
        >
        {#if !locked}
          <span class="keep">
            {#if editor.removed}<span role="status"
                >{editor.removed === 1 ? '1 row removed' : `${editor.removed} rows removed`}</span
              >{/if}
            {#if editor.lines.length > 0}<button class="plain" onclick={() => (keeping = true)}
                >Save as kit or template…</button
              >{/if}
            {#if editor.book && editor.lines.length > 0}<a
                class="plain"
                href={editor.book}
                download
                title="The saved lines as a spreadsheet that reckons">Workbook</a
              >{/if}
            <button class="plain" disabled={!editor.canUndo} onclick={() => void editor.undo()}>Undo</button>
            <button class="plain" disabled={!editor.canRedo} onclick={() => void editor.redo()}>Redo</button>
            <button
              class="act"
              class:main={editor.dirty}
              disabled={!editor.dirty || editor.busy}
              onclick={() => void editor.save()}
              >{editor.waiting ? 'Waiting for the server' : editor.dirty ? 'Save lines' : 'Saved'}</button
            >
          </span>
        {/if}
      </div>
    {/if}
    <Notice refusal={editor.refusal} />
    {@render under?.()}
  </div>
  <div class="right">
    {#if tabs.length > 1}<Tabs {tabs} bind:chosen={side} label="Beside the lines" />{/if}
    {#if side === 'checks' || (side !== 'what-if' && !panel)}
      <Checks {editor} {grid} {locked} onWorking={explain} />
    {:else if side === 'what-if'}
      <div class="leaf panel" role="tabpanel" aria-label="Scenarios">
        {#await import('./Scenarios.svelte') then { default: Scenarios }}<Scenarios
            {editor}
            {locked}
          />{/await}
      </div>
    {:else}
      <div class="leaf panel" role="tabpanel" aria-label={tabs.find((t) => t.key === side)?.label}>
        {@render panel?.(side)}
      </div>
    {/if}
  </div>
</div>
<TallyStrip
  totals={editor.view.totals}
  incomplete={editor.problems.length}
  stale={editor.refusal !== null || editor.waiting}
  onMend={mend}
  currency={session.company?.currency ?? ''}
  {weighs}
  onWorking={explain}
/>
<Working {editor} bind:of={explained} />
<Ask bind:open={keeping} title={grid.isRange ? 'Save the selected rows' : 'Save these rows'} wide>
  {#await import('$lib/catalogue/TemplateForm.svelte') then { default: TemplateForm }}<TemplateForm
      rows={grid.isRange ? grid.chosen : editor.lines}
      onDone={() => (keeping = false)}
    />{/await}
</Ask>

<style>
  .editor {
    display: grid;
    grid-template-columns: minmax(0, 1fr) clamp(330px, 29.6vw, 380px);
    gap: 14px;
    align-items: start;
  }
  @media (max-width: 1000px) {
    .editor {
      grid-template-columns: minmax(0, 1fr);
    }
    .right {
      position: static;
      max-height: none;
    }
  }
  /* However many lines there are, the checks stay beside the one that is worked at. */
  .right {
    min-width: 0;
    position: sticky;
    top: 52px;
    max-height: calc(100vh - 52px - 66px);
    overflow-y: auto;
  }
  /* What stands beside the lines is chosen in one row. */
  .right :global([role='tablist']) {
    font-size: var(--type-small);
    gap: 2px 9px;
  }
  .panel {
    padding: 10px 14px;
  }
  .whole {
    display: flex;
    align-items: center;
    gap: 8px;
    margin: 10px 0;
    flex-wrap: wrap;
    color: var(--stone);
  }
  .whole input {
    width: 96px;
  }
  .keep {
    margin-left: auto;
    display: flex;
    gap: 8px;
  }
</style>
