<script lang="ts">
  import type { Schemas } from '$lib/api/client';
  import { words } from '$lib/ui/format';
  /** Stages on one scale, a notch each at its probability; the pointer where it stands, ticks where it has been. */
  let {
    stages,
    here,
    moves,
    locked,
    onMove
  }: {
    stages: Schemas['Stage'][];
    here: number;
    moves: Schemas['Move'][];
    locked: boolean;
    onMove: (stage: number) => void;
  } = $props();
  const been = $derived(new Set(moves.map((move) => move.stageId)));
  // Stages stand at their probability, but never so near that their names run together.
  const placed = $derived.by(() => {
    let last = -100;
    return stages.map((stage) => {
      last = Math.max(Number(stage.probability), last + 19);
      return { stage, at: last };
    });
  });
  const span = $derived(Math.max(100, ...placed.map((p) => p.at + 16)));
</script>

<div class="ruler" role="group" aria-label="Stages">
  {#each placed as { stage, at } (stage.id)}
    <button
      style:left="{(at / span) * 100}%"
      aria-current={stage.id === here ? 'step' : undefined}
      class:been={been.has(stage.id)}
      disabled={locked || stage.id === here}
      title="{words(stage.name)}: probability {stage.probability} %, usually {stage.usualDays} days"
      onclick={() => onMove(stage.id)}><i></i>{stage.name} <small>{stage.probability}</small></button
    >
  {/each}
</div>

<style>
  .ruler {
    position: relative;
    height: 34px;
    border-top: 2px solid var(--rule-strong);
    background: repeating-linear-gradient(90deg, var(--rule) 0 1px, transparent 1px 5%) top / 100% 5px
      no-repeat;
    flex: none;
    margin-bottom: 2px;
  }
  button {
    position: absolute;
    top: -2px;
    padding-top: 14px;
    font-size: var(--type-small);
    color: var(--stone);
    white-space: nowrap;
    cursor: pointer;
    text-align: left;
  }
  button:disabled {
    cursor: default;
    opacity: 1;
  }
  i {
    position: absolute;
    left: 0;
    top: 0;
    height: 12px;
    border-left: 2px solid var(--rule-strong);
  }
  .been i {
    border-color: var(--petrol);
    height: 12px;
  }
  [aria-current] {
    color: var(--ink);
    font-weight: 620;
  }
  [aria-current] i {
    border: 6px solid transparent;
    border-top: 10px solid var(--petrol);
    left: -5px;
    height: 0;
  }
  /* There is room for one name: where the opportunity is. The others are a touch away. */
  @media (max-width: 640px) {
    .ruler {
      overflow: hidden;
    }
    button:not([aria-current]) {
      font-size: 0;
      min-width: 24px;
      min-height: 34px;
    }
    button:not([aria-current]) :global(small) {
      font-size: 0;
    }
  }
</style>
