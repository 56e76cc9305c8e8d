<script lang="ts">
  import { api, ask, type Schemas } from '$lib/api/client';
  import { session } from '$lib/shell/session.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import { Acts } from '$lib/ui/acts.svelte';
  import { day, daysBetween, figure } from '$lib/ui/format';
  /** Where it stands: how long against the usual, what is to be done here, and where it has been. */
  let { o, onChange }: { o: Schemas['OpportunityView']; onChange: () => unknown } = $props();
  const acts = new Acts(() => onChange());
  const stage = $derived(o.stages.find((s) => s.id === o.stageId));
  const days = $derived(daysBetween(o.stageSince, session.view?.today ?? o.stageSince));
  const over = $derived(stage ? days - stage.usualDays : 0);
  const PROOFS: Record<string, string> = {
    lines: 'shown by its lines',
    'quote-sent': 'shown by the quote',
    file: 'shown by a file',
    contact: 'shown by the people',
    budget: 'shown by the budget',
    'next-step': 'shown by a planned activity'
  };

  function tick(check: number, done: boolean) {
    void acts.run(() =>
      ask(
        api.POST('/api/opportunities/{id}/checks/{check}', {
          params: { path: { id: o.id, check } },
          body: { done }
        })
      )
    );
  }
</script>

<section aria-label="Stage">
  <h2>{stage?.name}</h2>
  <p class="time">
    <span>{days} {days === 1 ? 'day' : 'days'} here, usually {stage?.usualDays ?? 0}</span>
    {#if o.state === 'open' && over > 0}<b class="heed">{over} over</b>{/if}
  </p>
  <div class="bar" aria-hidden="true">
    <i style:width="{Math.min(100, (days / Math.max(1, stage?.usualDays ?? 1)) * 100)}%" class:over={over > 0}
    ></i>
  </div>
  {#if o.checks.length > 0}
    <h2>Checklist</h2>
    {#each o.checks as check (check.id)}
      <label class="check">
        <input
          type="checkbox"
          checked={check.done}
          disabled={!o.mayChange || check.proof !== 'ticked'}
          onchange={(e) => tick(check.id, e.currentTarget.checked)}
        />
        <span
          >{check.words}
          {#if check.must}<b class={check.done ? 'quiet' : 'bad'}>required</b>{/if}
          {#if check.proof !== 'ticked'}<small class="quiet">{PROOFS[check.proof]}</small>{/if}</span
        >
      </label>
    {/each}
  {/if}
  <Notice refusal={acts.refusal} />
  <h2>Stage history</h2>
  <table>
    <tbody>
      {#each [...o.moves].reverse() as move, n (n)}
        <tr>
          <td class="quiet">{day(move.at)}</td>
          <td
            >{move.fromStage ? move.fromStage + ' to ' : ''}{move.stage}<small class="quiet"
              >{move.person}</small
            ></td
          >
          <td class="figure">{figure(move.value)}</td>
        </tr>
      {/each}
    </tbody>
  </table>
</section>

<style>
  h2:not(:first-child) {
    margin-top: 12px;
  }
  .time {
    display: flex;
    justify-content: space-between;
    font-size: var(--type-small);
  }
  .bar {
    height: 4px;
    background: var(--rule);
    margin-top: 3px;
  }
  .bar i {
    display: block;
    height: 4px;
    background: var(--petrol);
  }
  .bar i.over {
    background: var(--brass);
  }
  .check {
    display: flex;
    gap: 8px;
    align-items: baseline;
    padding: 2px 0;
    font-size: var(--type-small);
  }
  small {
    display: block;
    font-size: var(--type-small);
  }
  table {
    width: 100%;
    font-size: var(--type-small);
  }
  td {
    padding: 2px 8px 2px 0;
    vertical-align: top;
  }
  td:last-child {
    padding-right: 0;
  }
</style>
