<script lang="ts">
  import { after } from '$lib/activity/step';
  import { api, type Schemas } from '$lib/api/client';
  import Cut from '$lib/report/Cut.svelte';
  import Days from '$lib/report/Days.svelte';
  import MovementItems from '$lib/report/MovementItems.svelte';
  import MovementPicture from '$lib/report/MovementPicture.svelte';
  import MovementWords from '$lib/report/MovementWords.svelte';
  import ReportTabs from '$lib/report/ReportTabs.svelte';
  import { ask, asked, cut } from '$lib/report/address';
  import { session } from '$lib/shell/session.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import { load, refusalOf } from '$lib/ui/load.svelte';
  /** What moved in the pipeline between two days, as a bridge and down to each opportunity. */
  const query = $derived(cut('since', 'until', 'from', 'to', 'owner', 'team', 'process', 'source'));
  const moved = load<Schemas['MovementView']>(
    () => ['movement', query],
    () => api.GET('/api/movement', { params: { query } }),
    () => true,
    true
  );
  const m = $derived(moved.data);
  const plain = $derived(asked('as') === 'plain');
  let part = $state('');
  const today = $derived(session.view?.today ?? '2026-01-01');
  const SINCE = [
    ['yesterday', 1],
    ['a week', 7],
    ['a month', 30],
    ['a quarter', 91]
  ] as const;
</script>

<svelte:head><title>What moved · Firm Tally</title></svelte:head>
<div class="page">
  <div class="head">
    <h1>What moved?</h1>
    <Cut source />
  </div>
  <ReportTabs />
  <div class="row pick">
    <span class="quiet">since</span>
    {#each SINCE as [words, days] (words)}
      <button
        class="plain"
        aria-pressed={m?.since === after(today, -days)}
        onclick={() => ask({ since: after(today, -days), until: '' })}>{words}</button
      >
    {/each}
    {#if m}
      <Days first="from the end of" last="to" names={['since', 'until']} shown={[m.since, m.until]} />
      <span class="whole"><Days first="expected from" last="to" shown={[m.from, m.to]} /></span>
    {/if}
    <label class="plainly"
      ><input
        type="checkbox"
        checked={plain}
        onchange={(e) => ask({ as: e.currentTarget.checked ? 'plain' : '' })}
      /> whole values, not weighted</label
    >
  </div>
  <Notice refusal={refusalOf(moved)} />
  {#if m}
    <p class="told"><MovementWords moved={m} /></p>
    <MovementPicture
      parts={plain ? m.plain : m.weighted}
      chosen={part}
      onChoose={(p: string) => (part = part === p ? '' : p)}
    />
    <MovementItems {m} {part} onAll={() => (part = '')} />
  {/if}
</div>

<style>
  .pick {
    flex-wrap: wrap;
    gap: 6px 12px;
    margin-bottom: 10px;
  }
  .pick :global(.box) {
    width: auto;
  }
  .pick [aria-pressed='true'] {
    color: var(--ink);
    font-weight: 600;
    box-shadow: inset 0 -2px var(--brass);
  }
  .whole {
    display: inline-flex;
    flex-wrap: wrap;
    gap: 6px 12px;
  }
  .told {
    margin-bottom: 10px;
    font-size: var(--type-lead);
  }
  .plainly {
    margin-left: auto;
  }
</style>
