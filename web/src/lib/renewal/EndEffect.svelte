<script lang="ts">
  import { api } from '$lib/api/client';
  import { day, figure } from '$lib/ui/format';
  import { load, refusalOf } from '$lib/ui/load.svelte';
  /** What another last day does: the stub that is charged, or what of invoiced periods is to be credited. */
  let { id, on }: { id: number; on: string } = $props();
  const effect = load(
    () => ['agreement', id, 'end', on],
    () => api.GET('/api/agreements/{id}/end', { params: { path: { id }, query: { on } } }),
    () => on.length === 10,
    true
  );
  const e = $derived(effect.data);
  const refusal = $derived(refusalOf(effect));
</script>

<div aria-live="polite">
  {#if refusal}<p class="bad">{refusal.problems[0]?.message ?? refusal.detail}</p>
  {:else if e}
    <p>
      Ends on <b>{day(e.end)}</b> instead of {day(e.before)}; worth {figure(e.value)} over its term.
    </p>
    {#if e.added.length}
      <table class="ledger" aria-label="Charged beside">
        <thead><tr><th>Charged for the stub</th><th>For</th><th class="figure">Net</th></tr></thead>
        <tbody
          >{#each e.added as p (p.line + p.from)}<tr
              ><td>{p.description}</td><td>{day(p.from)} – {day(p.to)}</td><td class="figure"
                >{figure(p.net)}</td
              ></tr
            >{/each}</tbody
        >
      </table>
    {/if}
    {#if e.credits.length}
      <table class="ledger" aria-label="To be credited">
        <thead><tr><th>To be credited</th><th>Of the period</th><th class="figure">Net</th></tr></thead>
        <tbody
          >{#each e.credits as p (p.line + p.from)}<tr
              ><td>{p.description}</td><td>{day(p.from)} – {day(p.to)}</td><td class="figure"
                >{figure(p.net)}</td
              ></tr
            >{/each}</tbody
        >
      </table>
      <p class="quiet">The credit notes stand under “To invoice” until a credit controller issues them.</p>
    {/if}
  {/if}
</div>

<style>
  b {
    font-weight: 560;
  }
  table {
    margin: 6px 0;
  }
</style>
