<script lang="ts">
  import { asRefusal, type Refusal } from '$lib/api/client';
  import { session } from '$lib/shell/session.svelte';
  import Ask from '$lib/ui/Ask.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import type { Editor } from './editor.svelte';
  import WorkingSteps from './WorkingSteps.svelte';
  import { sentences } from './sentences';
  import { formulaOf, nameOf, resultOf, titleOf, valueOf, type WorkingView } from './workings';
  /** How one figure came about: its formula, what went in, what was rounded. */
  let { editor, of = $bindable() }: { editor: Editor; of: string | null } = $props();
  let working = $state.raw<WorkingView | null>(null);
  let refusal = $state.raw<Refusal | null>(null);
  let asked = 0;
  const digits = $derived(session.company?.minorDigits ?? 2);

  $effect(() => {
    if (of) void open(of);
  });

  async function open(wanted: string) {
    const number = ++asked;
    working = null;
    refusal = null;
    try {
      const all = await editor.workings(wanted);
      if (number === asked) working = all.find((one) => one.of === wanted) ?? null;
    } catch (thrown) {
      if (number === asked) refusal = asRefusal(thrown);
    }
  }
  const said = $derived(working ? sentences(working, resultOf(working, digits), digits) : []);
</script>

<Ask bind:open={() => of !== null, (shown) => (of = shown ? of : null)} title={titleOf(of ?? '')} wide>
  <Notice {refusal} />
  {#if working}
    {#each said as sentence (sentence)}<p class="said">{sentence}</p>{/each}
    <p class={said.length ? 'quiet' : 'formula'}>{formulaOf(working.formula)}</p>
    {#if working.inputs.length}
      <dl>
        {#each working.inputs as input (input.name)}
          <dt>{nameOf(input.name)}</dt>
          <dd class="figure">{valueOf(input, digits)}</dd>
        {/each}
      </dl>
    {/if}
    {#if working.steps.length}
      <WorkingSteps {working} />
    {/if}
    <p class="result">
      {#if working.exact && working.rounding}
        <span class="quiet">{working.exact}, {working.rounding}:</span>
      {/if}
      <b class="figure">{resultOf(working, digits)}</b>
    </p>
  {:else if !refusal}
    <p class="quiet">Loading…</p>
  {/if}
</Ask>

<style>
  .said {
    font-size: var(--type-lead);
    margin-bottom: 4px;
  }
  .said + .quiet {
    margin: 8px 0;
  }
  .formula {
    font-family: 'Newsreader Variable', serif;
    font-size: var(--type-lead);
    margin-bottom: 8px;
  }
  dl {
    display: grid;
    grid-template-columns: max-content max-content;
    gap: 2px 24px;
    margin-bottom: 8px;
  }
  dt {
    color: var(--stone);
  }
  .result {
    border-top: 1px solid var(--ink);
    border-bottom: 3px double var(--ink);
    margin-top: 10px;
    padding: 4px 10px;
    text-align: right;
  }
  .result b {
    font-size: var(--type-lead);
    margin-left: 10px;
  }
</style>
