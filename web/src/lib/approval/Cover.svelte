<script lang="ts">
  import { api } from '$lib/api/client';
  import Notice from '$lib/ui/Notice.svelte';
  import Verdict from '$lib/ui/Verdict.svelte';
  import { words } from '$lib/ui/format';
  import { load, refusalOf } from '$lib/ui/load.svelte';
  import WorkingSteps from '$lib/worksheet/WorkingSteps.svelte';
  /** Whether a yes still holds for what the quote has become, reason by reason, with how that came about. */
  let { quote }: { quote: number } = $props();
  const cover = load(
    () => ['quote', quote, 'cover'],
    () => api.GET('/api/quotes/{id}/cover', { params: { path: { id: quote } } })
  );
</script>

<Notice refusal={refusalOf(cover)} />
{#if cover.data}
  {#if cover.data.role === null}<p class="quiet">These terms need no sign-off.</p>
  {:else}
    <p>
      {cover.data.holds
        ? `The ${words(cover.data.role)}’s sign-off holds: no reason is worse than what was signed off.`
        : `The ${words(cover.data.role)}’s sign-off no longer holds.`}
    </p>
    {#each cover.data.reasons as reason (reason.words)}
      <div class="reason">
        <Verdict tone={reason.covered ? 'good' : 'bad'}>{reason.covered ? 'covered' : 'not covered'}</Verdict>
        {reason.words}
        {#if reason.working}<p class="quiet">{reason.working.formula}</p>
          <WorkingSteps working={reason.working} />{/if}
      </div>
    {/each}
  {/if}
{:else if cover.isPending}<p class="quiet">Loading…</p>{/if}

<style>
  .reason {
    border-top: 1px solid var(--rule);
    padding: 8px 0;
  }
</style>
