<script lang="ts">
  import Term from '$lib/ui/Term.svelte';
  import { figure, percent, position } from '$lib/ui/format';
  import type { View } from './home';
  /** Margin as a balance beam: the notch is the floor, the pointer the document; it tips as margin nears the floor. */
  let {
    view,
    room,
    onWorking
  }: { view: View; room: NonNullable<View['room']>; onWorking: (of: string) => void } = $props();
  const WIDTH = 320;
  const SPAN = 60;
  const margin = $derived(position(view.totals.marginPercent));
  const floor = $derived(position(room.floorMarginPercent));
  const x = (p: number) => 12 + (Math.min(Math.max(p, 0), SPAN) / SPAN) * (WIDTH - 24);
  const tilt = $derived(Math.max(-1, Math.min(1, (margin - floor - 14) / 20)) * 5);
  const over = $derived(room.authorityPercent?.startsWith('-') ?? false);
  /** How much it is below or beyond is said by the words; the figure needs no sign. */
  const size = (text: string | null) => text?.replace(/^-/, '') ?? null;
  const under = $derived(room.floorAmount?.startsWith('-') ?? false);
</script>

<section aria-label="Margin">
  <h2>
    Margin <Term word="the beam"
      >The beam shows the margin: it tips as the margin nears the floor. The notch is the floor, the pointer
      this document. Room is how much more discount can be given before the floor, and before a sign-off is
      needed.</Term
    ><button class="how" onclick={() => onWorking('totals.marginPercent')}
      ><b class="figure">{percent(view.totals.marginPercent)}</b></button
    >
  </h2>
  <svg
    viewBox="0 0 {WIDTH} 66"
    role="img"
    aria-label="Margin {percent(view.totals.marginPercent)}, floor {percent(room.floorMarginPercent)}"
  >
    {#each [0, 10, 20, 30, 40, 50, 60] as p (p)}
      <path d="M{x(p)} 50v5" class="scale" /><text x={x(p)} y="65">{p}</text>
    {/each}
    <path d="M12 50H{WIDTH - 12}" class="scale" />
    <g transform="rotate({-tilt} {WIDTH / 2} 26)">
      <path d="M14 26H{WIDTH - 14}" class="beam" />
      <path d="M14 26l-7 10h14zM{WIDTH - 14} 26l-7 10h14z" class="pan" />
    </g>
    <path d="M{WIDTH / 2} 26v24" class="beam" />
    {#if room.floorMarginPercent}<path d="M{x(floor)} 50l-5 -9h10z" class="floor" />{/if}
    {#if view.totals.marginPercent}<path
        d="M{x(margin)} 14v36M{x(margin) - 5} 12h10"
        class="pointer"
        class:under
      />{/if}
  </svg>
  <dl>
    <dt>{under ? 'Below' : 'Room before'} the floor of {percent(room.floorMarginPercent)}</dt>
    <dd class:bad={under}>
      <button class="how" onclick={() => onWorking('room.floorAmount')}
        >{figure(size(room.floorAmount))}</button
      >,
      <button class="how quiet" onclick={() => onWorking('room.floorPercent')}
        >{percent(size(room.floorPercent))}</button
      >
    </dd>
    <dt>{over ? 'Beyond what needs no sign-off' : 'Room before sign-off'}</dt>
    <dd class:bad={over}>
      <button class="how" onclick={() => onWorking('room.authorityPercent')}
        >{percent(size(room.authorityPercent))}</button
      >
    </dd>
  </dl>
</section>

<style>
  svg {
    width: 100%;
    max-width: 360px;
    display: block;
    margin: 2px 0 4px;
  }
  .scale {
    stroke: var(--rule-strong);
    fill: none;
  }
  text {
    font-size: var(--type-tiny);
    fill: var(--stone);
    text-anchor: middle;
  }
  .beam {
    stroke: var(--brass);
    stroke-width: 2.5;
    fill: none;
    stroke-linecap: round;
  }
  .pan {
    fill: var(--brass-wash);
    stroke: var(--brass);
  }
  .floor {
    fill: var(--madder);
  }
  .pointer {
    stroke: var(--petrol);
    stroke-width: 3;
    fill: none;
  }
  .pointer.under {
    stroke: var(--madder);
  }
</style>
