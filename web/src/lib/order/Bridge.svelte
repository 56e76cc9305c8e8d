<script lang="ts">
  import { api, type Schemas } from '$lib/api/client';
  import { figure, position } from '$lib/ui/format';
  import { load } from '$lib/ui/load.svelte';
  /** Variance: one bridge from the first value to what is invoiced, each step opening to its lines. */
  let { o }: { o: Schemas['OrderView'] } = $props();
  const bridge = load(
    () => ['bridge', o.id, o.version],
    () => api.GET('/api/orders/{id}/bridge', { params: { path: { id: o.id } } }),
    () => true,
    true
  );
  const PARTS = [
    ['quantity', 'Quantities'],
    ['price', 'Unit prices'],
    ['discount', 'Discounts'],
    ['added', 'Lines added'],
    ['removed', 'Lines removed']
  ] as const;
  const steps = $derived(bridge.data?.steps ?? []);
  const most = $derived(Math.max(1, ...steps.flatMap((s) => [position(s.before), position(s.after)])));
  const signed = (amount: string) => (amount.startsWith('-') ? figure(amount) : '+' + figure(amount));
  const is = (amount: string) => !/^-?0(\.0+)?$/.test(amount);
  let open = $state(-1);
</script>

<section class="leaf pad" aria-label="Variance">
  <h2>Variance</h2>
  {#if steps[0]}
    <ol>
      <li>
        <span>{steps[0].from}</span><b class="figure">{figure(steps[0].before)}</b>
        <i style="width: {(position(steps[0].before) / most) * 100}%"></i>
      </li>
      {#each steps as step, n (step.to)}
        {#if is(step.parts.change)}
          {#each PARTS as [part, label] (part)}
            {#if is(step.parts[part])}
              <li class="part">
                <span>{step.to === 'Invoiced' && part === 'removed' ? 'Not invoiced yet' : label}</span><span
                  class="figure"
                  class:bad={step.parts[part].startsWith('-')}>{signed(step.parts[part])}</span
                >
              </li>
            {/if}
          {/each}
        {/if}
        <li>
          <span
            >{step.to}
            {#if step.lines.length}<button
                class="plain"
                aria-expanded={open === n}
                onclick={() => (open = open === n ? -1 : n)}
                >{step.lines.length} {step.lines.length === 1 ? 'line' : 'lines'}</button
              >{/if}</span
          ><b class="figure">{figure(step.after)}</b>
          <i style="width: {(position(step.after) / most) * 100}%"></i>
        </li>
        {#if open === n}
          {#each step.lines as line (line.line)}
            <li class="part line">
              <span>{line.description}</span><span
                class="figure"
                class:bad={line.parts.change.startsWith('-')}>{signed(line.parts.change)}</span
              >
            </li>
          {/each}
        {/if}
      {/each}
    </ol>
  {:else}<p class="quiet">{bridge.isPending ? 'Loading…' : 'Nothing to compare.'}</p>{/if}
</section>

<style>
  li {
    display: grid;
    grid-template-columns: minmax(0, 1fr) auto;
    gap: 0 8px;
    padding: 3px 0;
  }
  li i {
    grid-column: 1 / -1;
    height: 4px;
    background: var(--petrol);
    min-width: 1px;
  }
  b {
    font-weight: 560;
  }
  .part {
    padding-left: 12px;
    font-size: var(--type-small);
    color: var(--stone);
  }
  .line {
    padding-left: 24px;
  }
</style>
