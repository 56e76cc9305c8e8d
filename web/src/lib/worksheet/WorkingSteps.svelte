<script lang="ts">
  import { session } from '$lib/shell/session.svelte';
  import { words } from '$lib/ui/format';
  import { nameOf, valueOf, type WorkingView } from './workings';
  /** The steps of a working as a table: what was looked at, and what became of it. */
  let { working }: { working: WorkingView } = $props();
  const digits = $derived(session.company?.minorDigits ?? 2);
  const names = $derived([
    ...new Set(working.steps.flatMap((step) => step.inputs.map((input) => input.name)))
  ]);
</script>

<div class="steps">
  <table class="ledger" aria-label="Steps">
    <thead>
      <tr>
        <th>Step</th>
        <th>Outcome</th>
        {#each names as name (name)}<th class="figure">{nameOf(name)}</th>{/each}
      </tr>
    </thead>
    <tbody>
      {#each working.steps as step, n (n)}
        <tr class:wins={step.outcome === 'wins'}>
          <td>{step.subject}</td>
          <td>{words(step.outcome)}</td>
          {#each names as name (name)}
            {@const input = step.inputs.find((i) => i.name === name)}
            <td class="figure">{input ? valueOf(input, digits) : ''}</td>
          {/each}
        </tr>
      {/each}
    </tbody>
  </table>
</div>

<style>
  .steps {
    max-height: 44vh;
    overflow: auto;
  }
  .wins {
    font-weight: 600;
  }
</style>
