<script lang="ts">
  import { api, ask } from '$lib/api/client';
  import PlanForm from '$lib/activity/PlanForm.svelte';
  import { placeOf } from '$lib/shell/places';
  import { session } from '$lib/shell/session.svelte';
  import Ask from '$lib/ui/Ask.svelte';
  import Icon from '$lib/ui/Icon.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import { day, figure, month as monthOf, rounded, firstDayOfWeek } from '$lib/ui/format';
  import { load, refusalOf } from '$lib/ui/load.svelte';
  import { byDay, daysFrom, stepMonth, weeksOf } from './month';
  /** A month of what is due and what is expected to close. */
  let { person, team }: { person: number; team: string } = $props();
  const today = $derived(session.view?.today ?? '2026-01-01');
  let shown = $state((session.view?.today ?? '2026-01-01').slice(0, 7));
  let linking = $state(false);
  let link = $state('');
  const weeks = $derived(weeksOf(shown, firstDayOfWeek()));
  const from = $derived(weeks[0]?.[0] ?? '');
  const to = $derived(weeks.at(-1)?.at(-1) ?? '');
  const calendar = load(
    () => ['calendar', from, to, person, team],
    () => api.GET('/api/calendar', { params: { query: { from, to, person, team } } }),
    () => true,
    true
  );
  const days = $derived(byDay(calendar.data));
  let planning = $state('');
  let asking = $state(false);

  function planOn(d: string) {
    planning = d;
    asking = true;
  }

  const MOST = 4;
  let unfolded = $state('');

  async function feed(anew: boolean) {
    linking = true;
    link = (await ask(anew ? api.POST('/api/calendar/link') : api.GET('/api/calendar/link'))).url;
  }
</script>

<div class="turn">
  <button class="act" onclick={() => (shown = stepMonth(shown, -1))} aria-label="Previous month"
    ><i class="back"><Icon name="arrow" size={13} /></i></button
  >
  <h2>{monthOf(shown)}</h2>
  <button class="act" onclick={() => (shown = stepMonth(shown, 1))} aria-label="Next month"
    ><Icon name="arrow" size={13} /></button
  >
  <button class="plain" onclick={() => (shown = today.slice(0, 7))}>This month</button>
  <button class="plain feed" onclick={() => feed(false)}>Subscribe…</button>
</div>
<Notice refusal={refusalOf(calendar)} />
{#if calendar.data?.more}<p class="heed" role="status">
    Too many entries to show. Choose a user or a team.
  </p>{/if}
<table aria-label="Calendar of {monthOf(shown)}">
  <thead
    ><tr
      >{#each daysFrom(firstDayOfWeek()) as name (name)}<th>{name}</th>{/each}</tr
    ></thead
  >
  <tbody>
    {#each weeks as week (week[0])}
      <tr>
        {#each week as d (d)}
          {@const entries = days.get(d) ?? { steps: [], closes: [] }}
          {@const count = entries.steps.length + entries.closes.length}
          {@const all = unfolded === d}
          <td class:other={!d.startsWith(shown)} class:now={d === today}>
            {#if session.sells}<button
                type="button"
                class="day"
                aria-label="Plan an activity on {day(d)}"
                title="Plan an activity"
                onclick={() => planOn(d)}>{Number(d.slice(8))}<i><Icon name="plus" size={10} /></i></button
              >{:else}<b>{Number(d.slice(8))}</b>{/if}
            {#each all ? entries.closes : entries.closes.slice(0, 2) as c (c.id)}
              <a
                class="close"
                href="/opportunities/{c.id}"
                title="{c.title}, {c.account}: {figure(c.value)}, {c.owner}"
                >closes <span class="figure">{rounded(c.value)}</span> {c.account}</a
              >
            {/each}
            {#each all ? entries.steps : entries.steps.slice(0, MOST - Math.min(2, entries.closes.length)) as a (a.id)}
              <a
                class="step"
                class:done={a.done}
                class:late={!a.done && d < today}
                href={placeOf(a.record, a.recordId, a.number)}
                title="{a.subject}, {a.account}, {a.person}{a.done ? ', done' : ''}"
                >{!a.done && d < today ? 'late ' : ''}{a.atTime ? a.atTime + ' ' : ''}{a.kind} {a.account}</a
              >
            {/each}
            {#if !all && count > MOST}<button class="plain" onclick={() => (unfolded = d)}>all {count}</button
              >{/if}
          </td>
        {/each}
      </tr>
    {/each}
  </tbody>
</table>
<Ask bind:open={asking} title="Plan an activity on {day(planning)}">
  {#key planning}<PlanForm
      day={planning}
      onDone={async () => {
        asking = false;
        await calendar.refetch();
      }}
    />{/key}
</Ask>
<Ask bind:open={linking} title="Subscribe to the calendar">
  <p>Add this address to your calendar program; it is read again every hour.</p>
  <input class="box" readonly aria-label="Address" value={link} onfocus={(e) => e.currentTarget.select()} />
  <p class="quiet">
    Anyone with this address can read your activities and expected closes. A new address ends this one.
  </p>
  <p><button class="act" onclick={() => feed(true)}>New address</button></p>
</Ask>

<style>
  .turn {
    display: flex;
    gap: 10px;
    align-items: center;
    margin-bottom: 8px;
  }
  .back {
    transform: scaleX(-1);
  }
  h2 {
    min-width: 74px;
    text-align: center;
  }
  .feed {
    margin-left: auto;
  }
  table {
    width: 100%;
    border-collapse: collapse;
    table-layout: fixed;
    background: var(--paper);
  }
  th {
    font-size: var(--type-small);
    font-weight: 500;
    color: var(--stone);
    text-align: left;
    padding: 3px 6px;
    border: 1px solid var(--rule);
  }
  td {
    vertical-align: top;
    height: 98px;
    border: 1px solid var(--rule);
    padding: 3px 5px;
    font-size: var(--type-small);
  }
  td b {
    font-weight: 500;
    color: var(--stone);
    font-size: var(--type-small);
  }
  td.other {
    background: var(--chalk);
  }
  td.now {
    box-shadow: inset 0 0 0 2px var(--brass);
  }
  td a,
  td button {
    display: block;
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
    line-height: 17px;
    text-decoration: none !important;
    font-size: var(--type-small);
  }
  td .day {
    min-height: 0;
    height: 17px;
    width: 100%;
    text-align: left;
    font-size: var(--type-small);
    color: var(--stone);
    padding: 0;
  }
  .day i {
    visibility: hidden;
    margin-left: 4px;
    color: var(--petrol);
  }
  .day:hover i,
  .day:focus-visible i {
    visibility: visible;
  }
  .close {
    color: var(--ink);
    border-left: 3px solid var(--petrol);
    padding-left: 4px;
  }
  .step {
    color: var(--ink);
    padding-left: 7px;
  }
  .step.done {
    color: var(--stone);
    text-decoration: line-through !important;
  }
  .step.late {
    color: var(--madder);
  }
  p {
    margin: 8px 0;
  }
</style>
