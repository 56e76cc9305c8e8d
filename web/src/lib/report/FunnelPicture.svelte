<script lang="ts">
  import type { Schemas } from '$lib/api/client';
  import { percent } from '$lib/ui/format';
  /** How far they came: for each stage a bar of those that went on, were lost here, or are still here. */
  let { f }: { f: Schemas['FunnelView'] } = $props();
  const most = $derived(Math.max(1, ...f.stages.map((s) => s.reached)));
  const wide = (count: number) => (count / most) * 100;
  const rows = $derived(
    f.stages.map((s, n) => {
      const next = f.stages[n + 1]?.reached ?? f.won;
      return { s, on: Math.min(next, s.reached), lost: s.lostHere, open: s.openHere };
    })
  );
</script>

<div
  class="leaf picture"
  role="img"
  aria-label="How far opportunities came; the table beneath has the figures"
>
  {#each rows as r (r.s.id)}
    <span class="name">{r.s.name}</span>
    <span class="bar">
      <i class="on" style:width="{wide(r.on)}%"></i><i class="open" style:width="{wide(r.open)}%"></i><i
        class="lost"
        style:width="{wide(r.lost)}%"
      ></i>
    </span>
    <span class="figure">{r.s.reached}</span>
    <span class="figure quiet">{r.s.conversion === null ? '–' : percent(r.s.conversion) + ' go on'}</span>
  {/each}
  <span class="name">Won</span>
  <span class="bar"><i class="on" style:width="{wide(f.won)}%"></i></span>
  <span class="figure">{f.won}</span><span></span>
  <p class="key">
    <span><i class="on"></i>went on</span><span><i class="open"></i>still here</span><span
      ><i class="lost"></i>lost here</span
    >
  </p>
</div>

<style>
  .picture {
    display: grid;
    grid-template-columns: max-content minmax(0, 1fr) max-content max-content;
    gap: 6px 12px;
    align-items: center;
    padding: 12px 14px;
    margin-bottom: 12px;
  }
  .bar {
    display: flex;
    height: 18px;
  }
  i {
    display: block;
    height: 100%;
  }
  i.on {
    background: var(--petrol);
  }
  i.open {
    background: repeating-linear-gradient(
      -45deg,
      var(--brass) 0 2px,
      color-mix(in oklab, var(--brass) 30%, var(--paper)) 2px 6px
    );
  }
  i.lost {
    background: var(--madder);
  }
  .key {
    grid-column: 2 / -1;
    display: flex;
    flex-wrap: wrap;
    gap: 2px 16px;
    font-size: var(--type-small);
    color: var(--stone);
  }
  .key i {
    display: inline-block;
    width: 10px;
    height: 10px;
    margin-right: 5px;
  }
  @media (max-width: 640px) {
    .picture {
      grid-template-columns: minmax(0, 1fr) max-content max-content;
      gap: 2px 10px;
    }
    .bar {
      grid-column: 1 / -1;
      grid-row: auto;
      order: 0;
    }
    .name {
      grid-column: 1 / -1;
    }
    .key {
      grid-column: 1 / -1;
    }
  }
</style>
