<script lang="ts">
  import { session } from '$lib/shell/session.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import Tabs from '$lib/ui/Tabs.svelte';
  import type { Snippet } from 'svelte';
  import Checks from './Checks.svelte';
  import LineGrid from './LineGrid.svelte';
  import TallyStrip from './TallyStrip.svelte';
  import Working from './Working.svelte';
  import type { Bench } from './bench.svelte';
  /** The bench: lines on the left, checks on the right, the tally at the foot. */
  let {
    bench,
    locked,
    weighs = true,
    under,
    beside = [],
    side = $bindable('checks'),
    panel
  }: {
    bench: Bench;
    locked: boolean;
    weighs?: boolean;
    under?: Snippet;
    /** what can be opened beside the lines in place of the checks @default [] */
    beside?: { key: string; label: string; mark?: string }[];
    /** which of them is open @default 'checks' */
    side?: string;
    panel?: Snippet<[key: string]>;
  } = $props();
  const tabs = $derived([{ key: 'checks', label: 'Checks' }, ...beside]);
  let explained = $state<string | null>(null);
  const explain = (of: string) => (explained = of);
  const discounted = $derived(bench.discountPercent !== '' || bench.discountAmount !== '');
</script>

<div class="bench">
  <div class="left">
    <LineGrid {bench} {locked} onWorking={explain} />
    {#if !locked || discounted}
      <div class="whole">
        <label for="discount-percent">Off the whole, %</label>
        <input
          class="box figure"
          id="discount-percent"
          value={bench.discountPercent}
          disabled={locked}
          oninput={(e) => {
            const value = e.currentTarget.value;
            void bench.edit(() => {
              bench.discountPercent = value;
              if (value) bench.discountAmount = '';
            });
          }}
          aria-invalid={bench.refusal?.at('discountPercent') ? 'true' : undefined}
        />
        <label for="discount-amount">or an amount</label>
        <input
          class="box figure"
          id="discount-amount"
          value={bench.discountAmount}
          disabled={locked}
          oninput={(e) => {
            const value = e.currentTarget.value;
            void bench.edit(() => {
              bench.discountAmount = value;
              if (value) bench.discountPercent = '';
            });
          }}
          aria-invalid={bench.refusal?.at('discountAmount') ? 'true' : undefined}
        />
        <span class="bad"
          >{bench.refusal?.at('discountPercent') ?? bench.refusal?.at('discountAmount') ?? ''}</span
        >
        {#if !locked}
          <span class="keep">
            <button class="plain" disabled={!bench.canUndo} onclick={() => void bench.undo()}>Undo</button>
            <button
              class="act"
              class:main={bench.dirty}
              disabled={!bench.dirty || bench.busy}
              onclick={() => void bench.save()}>{bench.dirty ? 'Save lines' : 'Saved'}</button
            >
          </span>
        {/if}
      </div>
    {/if}
    <Notice refusal={bench.refusal}>
      {#if bench.refusal?.isConflict}
        <button class="act" onclick={() => location.reload()}>Load theirs</button>
        <button class="act" onclick={() => void bench.save(bench.refusal?.version ?? 0)}
          >Save mine over it</button
        >
      {/if}
    </Notice>
    {@render under?.()}
  </div>
  <div class="right">
    {#if beside.length > 0}<Tabs {tabs} bind:chosen={side} label="Beside the lines" />{/if}
    {#if side === 'checks' || !panel}
      <Checks {bench} {locked} onWorking={explain} />
    {:else}
      <div class="leaf panel" role="tabpanel" aria-label={tabs.find((t) => t.key === side)?.label}>
        {@render panel(side)}
      </div>
    {/if}
  </div>
</div>
<TallyStrip
  totals={bench.view.totals}
  stale={bench.refusal !== null}
  currency={session.company?.currency ?? ''}
  {weighs}
  onWorking={explain}
/>
<Working {bench} bind:of={explained} />

<style>
  .bench {
    display: grid;
    grid-template-columns: minmax(0, 1fr) 330px;
    gap: 14px;
    align-items: start;
  }
  @media (max-width: 1000px) {
    .bench {
      grid-template-columns: minmax(0, 1fr);
    }
  }
  .right {
    min-width: 0;
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
