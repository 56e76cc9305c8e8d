<script lang="ts">
  import type { Schemas } from '$lib/api/client';
  import { day as dayOf, figure, percent } from '$lib/ui/format';
  import { told } from './walking';
  /** What changed of an opportunity since the last meeting, and what is done and planned with it. */
  let {
    o,
    since,
    day
  }: {
    o: Schemas['OpportunityView'] | undefined;
    since: { data: Schemas['WalkSince'] | undefined; isPending: boolean };
    /** of the last meeting */
    day: string;
  } = $props();
  const next = $derived(o?.activities.find((a) => !a.doneAt));
  const done = $derived(o?.activities.find((a) => a.doneAt));
</script>

<section aria-label="Changed since the last meeting">
  <h2>Changed since {dayOf(day)}</h2>
  {#if since.data?.was && o}
    {@const w = since.data.was}
    <dl>
      {#if w.value !== o.value}<dt>Value</dt>
        <dd>{figure(w.value)} to <b>{figure(o.value)}</b></dd>{/if}
      {#if w.expectedClose !== o.expectedClose}<dt>Close</dt>
        <dd>{dayOf(w.expectedClose)} to <b>{dayOf(o.expectedClose)}</b></dd>{/if}
      {#if w.probability !== o.probability}<dt>Odds</dt>
        <dd>{percent(w.probability)} to <b>{percent(o.probability)}</b></dd>{/if}
    </dl>
  {:else if since.data && !since.data.was}<p class="quiet">It was not there at the last meeting.</p>{/if}
  <ul>
    {#each since.data?.changes.slice(0, 10) ?? [] as c, n (n)}
      <li><span class="quiet">{dayOf(c.at.slice(0, 10))} {c.person ?? ''}</span> {told(c)}</li>
    {:else}<li class="quiet">{since.isPending ? 'Loading…' : 'Nothing.'}</li>{/each}
  </ul>
</section>
<section aria-label="Activities">
  <h2>Activities</h2>
  <dl>
    <dt>Next</dt>
    <dd>
      {#if next}{next.subject}, {dayOf(next.due)}, {next.person}{:else}<span class="bad">none planned</span
        >{/if}
    </dd>
    <dt>Last</dt>
    <dd>
      {#if done}{done.subject}{done.outcome ? ': ' + done.outcome : ''}{:else}–{/if}
    </dd>
    {#if o}<dt>In stage since</dt>
      <dd>{dayOf(o.stageSince)}</dd>{/if}
  </dl>
  {#if o?.about.note}<p class="quiet">{o.about.note}</p>{/if}
</section>

<style>
  h2 {
    margin-bottom: 6px;
  }
  dl {
    display: grid;
    grid-template-columns: max-content 1fr;
    gap: 3px 12px;
    margin-bottom: 8px;
  }
  dt {
    color: var(--stone);
  }
  li {
    padding: 3px 0;
    border-bottom: 1px solid var(--rule);
  }
</style>
