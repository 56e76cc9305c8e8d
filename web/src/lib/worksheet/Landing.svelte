<script lang="ts">
  import { figure, percent, words } from '$lib/ui/format';
  import type { Bench } from './bench.svelte';
  /** The total or the margin that is wanted: what it would take, what is left, and who would have to sign. */
  let { bench }: { bench: Bench } = $props();
  let kind = $state<'total' | 'margin'>('total');
  let text = $state('');
  const landing = $derived(bench.landing);

  // What is typed in the lines moves the landing with it.
  $effect(() => {
    void bench.view;
    if (text.trim()) void bench.aim(kind, text);
  });

  function apply() {
    if (!landing?.feasible) return;
    bench.land();
    text = '';
  }
</script>

<section aria-label="Landing" class="landing">
  <div>
    <h2>Land on</h2>
    <select class="box" aria-label="Land on a total or a margin" bind:value={kind}>
      <option value="total">net</option>
      <option value="margin">margin %</option>
    </select>
    <input
      class="box figure"
      id="landing"
      name="landing"
      aria-label="The {kind} wanted"
      placeholder={kind === 'total'
        ? figure(bench.view.totals.contract)
        : figure(bench.view.totals.marginPercent)}
      bind:value={text}
      oninput={() => void bench.aim(kind, text)}
      onkeydown={(e) => e.key === 'Enter' && apply()}
      aria-invalid={bench.aimProblem ? 'true' : undefined}
    />
    <button class="act" disabled={!landing?.feasible} onclick={apply}>Apply</button>
  </div>
  {#if bench.aimProblem}<p class="bad">{bench.aimProblem}</p>
  {:else if landing && text.trim()}
    {#if landing.feasible}
      <p>
        Take off <b>{figure(landing.documentDiscount)}</b> in all{bench.discountPercent
          ? `, in place of the ${bench.discountPercent} %`
          : ''}: net {figure(landing.contract)}, margin {percent(landing.marginPercent)}.
        <span class={landing.signOffRole ? 'heed' : 'good'}
          >{landing.signOffRole
            ? `The ${words(landing.signOffRole)} would have to sign.`
            : 'No sign-off needed.'}</span
        >
      </p>
    {:else}<p class="bad">
        Cannot be reached: it would take {figure(landing.documentDiscount)} off the one-off lines.
      </p>{/if}
  {/if}
</section>

<style>
  div {
    display: grid;
    grid-template-columns: auto 78px minmax(0, 1fr) auto;
    gap: 6px;
    align-items: center;
  }
  .act {
    padding: 0 8px;
  }
  p {
    font-size: 12.5px;
    margin-top: 3px;
  }
</style>
