<script lang="ts">
  import Term from '$lib/ui/Term.svelte';
  import { untrack } from 'svelte';
  import { figure, percent, words } from '$lib/ui/format';
  import type { Aim, Editor } from './editor.svelte';
  /** The total or the margin that is wanted: what it would take, what is left, and who would have to sign. */
  let { editor, onWorking }: { editor: Editor; onWorking: (of: string) => void } = $props();
  let kind = $state<Aim>('net');
  const NAME = { net: 'net total', total: 'total with tax', margin: 'margin' };
  let text = $state('');
  const landing = $derived(editor.landing);

  // Asked anew when another total is typed, and when what is typed in the lines has moved it.
  $effect(() => {
    void editor.view;
    const wanted = text;
    const as = kind;
    untrack(() => void editor.aim(as, wanted));
  });

  function apply() {
    if (!landing?.feasible) return;
    editor.land();
    text = '';
  }
</script>

{#snippet how(of: string, text: string)}<button class="how" onclick={() => onWorking('landing.' + of)}
    ><b>{text}</b></button
  >{/snippet}

<section aria-label="Landing" class="landing">
  <div>
    <h2>
      Land on <Term word="landing"
        >Type the net total, the total with tax or the margin that is wanted: the document discount that gets
        there is found, with what is left.</Term
      >
    </h2>
    <select class="box" aria-label="Land on a total or margin" bind:value={kind}>
      <option value="net">net</option>
      <option value="total">with tax</option>
      <option value="margin">margin %</option>
    </select>
    <input
      class="box figure"
      id="landing"
      name="landing"
      aria-label="The {NAME[kind]} wanted"
      placeholder={figure(
        kind === 'net'
          ? editor.view.totals.contract
          : kind === 'total'
            ? editor.view.totals.invoiceTotal
            : editor.view.totals.marginPercent
      )}
      bind:value={text}
      onkeydown={(e) => e.key === 'Enter' && apply()}
      aria-invalid={editor.aimProblem ? 'true' : undefined}
    />
    <button class="act" disabled={!landing?.feasible} onclick={apply}>Apply</button>
  </div>
  {#if editor.aimProblem}<p class="bad">{editor.aimProblem}</p>
  {:else if landing && text.trim()}
    {#if landing.feasible}
      <p>
        A discount of {@render how('documentDiscount', figure(landing.documentDiscount))} in all{editor.discountPercent
          ? `, in place of the ${editor.discountPercent} %`
          : ''}: net
        {@render how('contract', figure(landing.contract))}, margin {@render how(
          'marginPercent',
          percent(landing.marginPercent)
        )}{kind === 'total' ? `, first invoice ${figure(landing.total)}` : ''}.
        <span class={landing.signOffRole ? 'heed' : 'good'}
          >{landing.signOffRole
            ? `The ${words(landing.signOffRole)} would have to sign.`
            : 'No sign-off needed.'}</span
        >
      </p>
    {:else}<p class="bad">
        Cannot be reached: it would take {@render how('documentDiscount', figure(landing.documentDiscount))} off
        the one-off lines.
      </p>{/if}
  {/if}
</section>

<style>
  div {
    display: grid;
    grid-template-columns: auto 92px minmax(0, 1fr) auto;
    gap: 6px;
    align-items: center;
  }
  .act {
    padding: 0 8px;
  }
  p {
    font-size: var(--type-small);
    margin-top: 3px;
  }
</style>
