<script lang="ts">
  import { api, ask, type Schemas } from '$lib/api/client';
  import FormFoot from '$lib/forms/FormFoot.svelte';
  import { Form } from '$lib/forms/form.svelte';
  import { session } from '$lib/shell/session.svelte';
  import Changes from '$lib/trail/Changes.svelte';
  import { match } from '$lib/ui/acts.svelte';
  import { untrack } from 'svelte';
  import StageEntry from './StageEntry.svelte';
  /** A process as a whole: its stages in order, with probability, usual days, checks and suggested activities. */
  let {
    view,
    teams,
    mayChange,
    onChange
  }: {
    view: Schemas['ProcessView'];
    teams: string[];
    mayChange: boolean;
    onChange: () => unknown;
  } = $props();
  type StageForm = Schemas['StageForm'];
  const path = untrack(() => ({ id: view.process.id }));
  const of = ({ process }: Schemas['ProcessView']) => ({
    values: {
      name: process.name,
      deactivated: process.deactivated,
      stages: process.stages.map((s): StageForm => ({
        id: s.id,
        name: s.name,
        probability: s.probability,
        usualDays: String(s.usualDays),
        team: s.team ?? '',
        movesHere: s.movesHere ?? '',
        steps: s.steps.map((step) => ({ ...step, days: String(step.days) })),
        deactivated: s.deactivated,
        checks: s.checks.filter((c) => !c.deactivated).map((c) => ({ ...c }))
      }))
    },
    version: process.version
  });
  const form = new Form({
    ...untrack(() => of(view)),
    draft: `process ${path.id}`,
    send: (body, version) =>
      ask(api.PUT('/api/processes/{id}', { params: { path, header: match(version) }, body })),
    reread: async () => {
      const now = await ask(api.GET('/api/processes'));
      return of(now.processes.find((p) => p.process.id === path.id) as Schemas['ProcessView']);
    },
    done: () => onChange()
  });
  form.labels['stages'] = 'Stages';
  $effect(() => form.follow(of(view)));

  function add() {
    form.values.stages.push({
      id: null,
      name: 'New stage',
      probability: '50',
      usualDays: '14',
      team: '',
      movesHere: '',
      steps: [],
      deactivated: false,
      checks: []
    });
  }

  function move(at: number, by: number) {
    const [stage] = form.values.stages.splice(at, 1);
    if (stage) form.values.stages.splice(at + by, 0, stage);
  }
</script>

<form onsubmit={form.submit}>
  <div class="top">
    <label>Name <input class="box" bind:value={form.values.name} disabled={!mayChange} /></label>
    <span class="quiet">{view.process.kind === 'new' ? 'new business' : 'renewals'}</span>
    <label
      ><input type="checkbox" bind:checked={form.values.deactivated} disabled={!mayChange} /> deactivated: nothing
      new starts on it</label
    >
    {#if mayChange}<button type="button" class="act" onclick={add}>Add a stage</button>{/if}
  </div>
  {#if form.at('stages')}<p class="bad">{form.at('stages')}</p>{/if}
  <ol class="leaf" aria-label="Stages">
    {#each form.values.stages as stage, n (n)}
      <li class:deactivated={stage.deactivated}>
        <span class="order"
          ><b>{n + 1}</b>{#if mayChange}<button
              type="button"
              class="plain"
              disabled={n === 0}
              onclick={() => move(n, -1)}
              aria-label="{stage.name} up">up</button
            ><button
              type="button"
              class="plain"
              disabled={n === form.values.stages.length - 1}
              onclick={() => move(n, 1)}
              aria-label="{stage.name} down">down</button
            >{/if}</span
        >
        <StageEntry
          bind:stage={form.values.stages[n]!}
          {n}
          {teams}
          {mayChange}
          openHere={view.openHere[String(stage.id)] ?? 0}
          at={(field) => form.at(`stages[${n}].${field}`)}
        />
      </li>
    {/each}
  </ol>
  {#if mayChange && form.dirty}<FormFoot {form} label="Save process" />{/if}
</form>
<p class="quiet">
  Opportunities in a deactivated stage stay there until they are moved. A required item blocks every move past
  its stage.
</p>
{#if session.manages}
  <div class="leaf pad">
    <h2>History</h2>
    <Changes record="process" id={view.process.id} />
  </div>
{/if}

<style>
  .top {
    display: flex;
    gap: 14px;
    align-items: center;
    flex-wrap: wrap;
    margin-bottom: 10px;
  }
  .top label:first-child .box {
    width: 200px;
  }
  .top > span {
    margin-right: auto;
  }
  li {
    display: grid;
    grid-template-columns: 58px minmax(0, 1fr);
    gap: 0 10px;
    padding: 8px 14px;
    border-bottom: 1px solid var(--rule);
  }
  li:last-child {
    border-bottom: 0;
  }
  li.deactivated :global(.box) {
    color: var(--stone);
  }
  .order {
    display: flex;
    flex-direction: column;
    align-items: flex-start;
  }
  .order b {
    font-family: 'Newsreader Variable', serif;
    font-size: var(--type-lead);
    padding-left: 4px;
  }
  @media (max-width: 1100px) {
  }
  p {
    margin-top: 8px;
  }
</style>
