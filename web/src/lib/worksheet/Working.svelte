<script lang="ts">
  import { asRefusal, type Refusal } from '$lib/api/client';
  import { session } from '$lib/shell/session.svelte';
  import Ask from '$lib/ui/Ask.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import { words } from '$lib/ui/format';
  import type { Bench } from './bench.svelte';
  import { formulaOf, nameOf, resultOf, titleOf, valueOf, type WorkingView } from './workings';
  /** How one figure came about: its formula, what went in, what was rounded. */
  let { bench, of = $bindable() }: { bench: Bench; of: string | null } = $props();
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
      const all = await bench.workings();
      if (number === asked) working = all.find((one) => one.of === wanted) ?? null;
    } catch (thrown) {
      if (number === asked) refusal = asRefusal(thrown);
    }
  }
  const inputNames = $derived([
    ...new Set(working?.steps.flatMap((step) => step.inputs.map((input) => input.name)) ?? [])
  ]);
</script>

<Ask bind:open={() => of !== null, (shown) => (of = shown ? of : null)} title={titleOf(of ?? '')} wide>
  <Notice {refusal} />
  {#if working}
    <p class="formula">{formulaOf(working.formula)}</p>
    {#if working.inputs.length}
      <dl>
        {#each working.inputs as input (input.name)}
          <dt>{nameOf(input.name)}</dt>
          <dd class="figure">{valueOf(input, digits)}</dd>
        {/each}
      </dl>
    {/if}
    {#if working.steps.length}
      <div class="steps">
        <table class="ledger" aria-label="Steps">
          <thead>
            <tr>
              <th>Step</th>
              <th>Outcome</th>
              {#each inputNames as name (name)}<th class="figure">{nameOf(name)}</th>{/each}
            </tr>
          </thead>
          <tbody>
            {#each working.steps as step, n (n)}
              <tr class:wins={step.outcome === 'wins'}>
                <td>{step.subject}</td>
                <td>{words(step.outcome)}</td>
                {#each inputNames as name (name)}
                  {@const input = step.inputs.find((i) => i.name === name)}
                  <td class="figure">{input ? valueOf(input, digits) : ''}</td>
                {/each}
              </tr>
            {/each}
          </tbody>
        </table>
      </div>
    {/if}
    <p class="result">
      {#if working.exact && working.rounding}
        <span class="quiet">{working.exact}, {working.rounding}:</span>
      {/if}
      <b class="figure">{resultOf(working, digits)}</b>
    </p>
  {:else if !refusal}
    <p class="quiet">Working it out…</p>
  {/if}
</Ask>

<style>
  .formula {
    font-family: 'Newsreader Variable', serif;
    font-size: 17px;
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
  .steps {
    max-height: 44vh;
    overflow: auto;
  }
  .wins {
    font-weight: 600;
  }
  .result {
    border-top: 1px solid var(--ink);
    border-bottom: 3px double var(--ink);
    margin-top: 10px;
    padding: 4px 10px;
    text-align: right;
  }
  .result b {
    font-size: 17px;
    margin-left: 10px;
  }
</style>
