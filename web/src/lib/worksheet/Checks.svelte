<script lang="ts">
  import Icon from '$lib/ui/Icon.svelte';
  import Verdict from '$lib/ui/Verdict.svelte';
  import { figure, percent, words } from '$lib/ui/format';
  import Beam from './Beam.svelte';
  import Stack from './Stack.svelte';
  import type { Bench } from './bench.svelte';
  let { bench, locked, onWorking }: { bench: Bench; locked: boolean; onWorking: (of: string) => void } =
    $props();
  const signOff = $derived(bench.view.signOff);
  const landing = $derived(bench.view.landing);
  const problem = $derived(bench.refusal?.at('targetContract'));
</script>

<aside class="checks leaf" aria-label="Checks">
  <Beam view={bench.view} {onWorking} />
  <section aria-label="Sign-off">
    <h2>
      Sign-off
      {#if signOff.needed}<Verdict tone="heed">{words(signOff.role ?? '')}</Verdict>{:else}<Verdict
          tone="good">not needed</Verdict
        >{/if}
    </h2>
    {#each signOff.reasons as reason, n (n)}
      <p class="reason">
        <button class="how" onclick={() => onWorking(`signOff.reasons[${n}].role`)}
          >{words(reason.rule)}{reason.line ? `, line ${reason.line}` : ''}: {words(reason.role)}</button
        >
      </p>
    {/each}
  </section>
  {#if !locked}
    <section aria-label="Landing" class="landing">
      <h2><label for="landing">Land on a total of</label></h2>
      <div>
        <input
          class="box figure"
          id="landing"
          name="landing"
          placeholder={figure(bench.view.totals.contract)}
          bind:value={bench.targetContract}
          oninput={() => void bench.tally()}
          onkeydown={(e) => e.key === 'Enter' && bench.land()}
          aria-invalid={problem ? 'true' : undefined}
        />
        <button class="act" disabled={!landing?.feasible} onclick={() => bench.land()}
          >Apply <Icon name="arrow" size={13} /></button
        >
      </div>
      {#if problem}<p class="bad">{problem}</p>
      {:else if landing && bench.targetContract}
        {#if landing.feasible}
          <p>
            Take off {figure(landing.documentDiscount)} in all; leaves {percent(landing.marginPercent)} margin.
          </p>
        {:else}<p class="bad">
            Cannot be reached: it would take {figure(landing.documentDiscount)} off the one-off lines.
          </p>{/if}
      {/if}
    </section>
  {/if}
  <Stack credit={bench.view.credit} {onWorking} />
</aside>

<style>
  .checks {
    padding: 10px 14px;
    display: flex;
    flex-direction: column;
    gap: 10px;
    min-width: 0;
  }
  .checks :global(section + section),
  .checks > :global(* + *) {
    border-top: 1px solid var(--rule);
    padding-top: 8px;
  }
  .checks :global(h2) {
    display: flex;
    justify-content: space-between;
    align-items: center;
    gap: 8px;
  }
  .checks :global(dl) {
    display: grid;
    grid-template-columns: 1fr auto;
    gap: 1px 10px;
    font-size: 12.5px;
  }
  .checks :global(dd) {
    text-align: right;
    font-variant-numeric: tabular-nums;
  }
  .checks :global(dt) {
    color: var(--stone);
  }
  .landing div {
    display: flex;
    gap: 8px;
    margin-top: 3px;
  }
  .reason,
  .landing p {
    font-size: 12.5px;
    margin-top: 2px;
  }
</style>
