<script lang="ts">
  import { api, ask, type Schemas } from '$lib/api/client';
  import { session } from '$lib/shell/session.svelte';
  import Changes from '$lib/trail/Changes.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import { Acts, match } from '$lib/ui/acts.svelte';
  import { untrack } from 'svelte';
  /** A process as a whole: its stages in order, with probability, usual days, checks and suggested steps. */
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
  const acts = new Acts(() => onChange());
  type StageForm = Schemas['StageForm'];
  let dirty = $state(false);
  let name = $state(untrack(() => view.process.name));
  let deactivated = $state(untrack(() => view.process.deactivated));
  let stages = $state<StageForm[]>(
    untrack(() =>
      view.process.stages.map((s) => ({
        id: s.id,
        name: s.name,
        probability: s.probability,
        usualDays: String(s.usualDays),
        team: s.team ?? '',
        movesHere: s.movesHere ?? '',
        step: s.step ? { kind: s.step.kind, subject: s.step.subject, days: String(s.step.days) } : null,
        deactivated: s.deactivated,
        checks: s.checks.filter((c) => !c.deactivated).map((c) => ({ ...c }))
      }))
    )
  );
  const PROOFS = [
    ['ticked', 'ticked by hand'],
    ['lines', 'it has a line'],
    ['quote-sent', 'a quote was sent'],
    ['file', 'a file is enclosed'],
    ['contact', 'a person is named'],
    ['budget', 'the budget is known'],
    ['next-step', 'an activity is planned']
  ] as const;
  const MOVERS = [
    ['', 'never (by hand)'],
    ['lines-saved', 'lines are saved'],
    ['quote-made', 'a quote is made'],
    ['quote-sent', 'a quote is sent']
  ] as const;

  function openHere(stage: StageForm): number {
    return view.openHere[String(stage.id)] ?? 0;
  }

  function add() {
    stages.push({
      id: null,
      name: 'New stage',
      probability: '50',
      usualDays: '14',
      team: '',
      movesHere: '',
      step: null,
      deactivated: false,
      checks: []
    });
    dirty = true;
  }

  function move(at: number, by: number) {
    const [stage] = stages.splice(at, 1);
    if (stage) stages.splice(at + by, 0, stage);
    dirty = true;
  }

  function save() {
    void acts.run(() =>
      ask(
        api.PUT('/api/processes/{id}', {
          params: { path: { id: view.process.id }, header: match(view.process.version) },
          body: { name, deactivated, stages: $state.snapshot(stages) }
        })
      )
    );
  }
</script>

<div class="top" oninput={() => (dirty = true)}>
  <label>Name <input class="box" bind:value={name} disabled={!mayChange} /></label>
  <span class="quiet">{view.process.kind === 'new' ? 'new business' : 'renewals'}</span>
  <label
    ><input type="checkbox" bind:checked={deactivated} disabled={!mayChange} /> deactivated: nothing new starts
    on it</label
  >
  {#if mayChange}
    <button class="act" onclick={add}>Add a stage</button>
    <button class="act" class:main={dirty} disabled={!dirty || acts.busy} onclick={save}
      >{dirty ? 'Save process' : 'Saved'}</button
    >
  {/if}
</div>
<Notice refusal={acts.refusal}>{acts.at('stages') ?? ''}</Notice>
<ol class="leaf" aria-label="Stages" oninput={() => (dirty = true)}>
  {#each stages as stage, n (n)}
    <li class:deactivated={stage.deactivated}>
      <span class="order"
        ><b>{n + 1}</b>{#if mayChange}<button
            class="plain"
            disabled={n === 0}
            onclick={() => move(n, -1)}
            aria-label="{stage.name} up">up</button
          ><button
            class="plain"
            disabled={n === stages.length - 1}
            onclick={() => move(n, 1)}
            aria-label="{stage.name} down">down</button
          >{/if}</span
      >
      <div class="facts">
        <label class="name"
          >Stage<input
            class="box"
            aria-label="Name of stage {n + 1}"
            bind:value={stage.name}
            disabled={!mayChange}
            aria-invalid={acts.at(`stages[${n}].name`) ? 'true' : undefined}
          />{#if acts.at(`stages[${n}].name`)}<small class="bad">{acts.at(`stages[${n}].name`)}</small
            >{/if}</label
        >
        <label
          >Probability %<input
            class="box figure"
            aria-label="Probability of {stage.name}"
            bind:value={stage.probability}
            disabled={!mayChange}
            aria-invalid={acts.at(`stages[${n}].probability`) ? 'true' : undefined}
          />{#if acts.at(`stages[${n}].probability`)}<small class="bad"
              >{acts.at(`stages[${n}].probability`)}</small
            >{/if}</label
        >
        <label
          >Usual days<input
            class="box figure"
            aria-label="Usual days of {stage.name}"
            bind:value={stage.usualDays}
            disabled={!mayChange}
            aria-invalid={acts.at(`stages[${n}].usualDays`) ? 'true' : undefined}
          />{#if acts.at(`stages[${n}].usualDays`)}<small class="bad"
              >{acts.at(`stages[${n}].usualDays`)}</small
            >{/if}</label
        >
        <label
          >For<select
            class="box"
            aria-label="Team of {stage.name}"
            bind:value={stage.team}
            disabled={!mayChange}
            ><option value="">everybody</option>{#each teams as t (t)}<option value={t}>team {t}</option
              >{/each}</select
          ></label
        >
        <label
          >Moves here automatically when<select
            class="box"
            aria-label="Moves to {stage.name} automatically when"
            bind:value={stage.movesHere}
            disabled={!mayChange}
            >{#each MOVERS as [key, label] (key)}<option value={key}>{label}</option>{/each}</select
          ></label
        >
        <span class="last"
          ><b>{openHere(stage) || 'none'}</b> open here
          <label
            ><input
              type="checkbox"
              aria-label="{stage.name} is deactivated"
              bind:checked={stage.deactivated}
              disabled={!mayChange}
            /> deactivated</label
          ></span
        >
      </div>
      <div class="more">
        {#if stage.step}
          <span class="step">
            Suggests
            <select
              class="box"
              aria-label="Kind of activity in {stage.name}"
              bind:value={stage.step.kind}
              disabled={!mayChange}
              ><option>call</option><option>mail</option><option>meeting</option><option>task</option></select
            ><input
              class="box"
              aria-label="Activity in {stage.name}"
              bind:value={stage.step.subject}
              disabled={!mayChange}
            />
            after
            <input
              class="box figure"
              aria-label="Days of the activity in {stage.name}"
              bind:value={stage.step.days}
              disabled={!mayChange}
            />
            days
            {#if mayChange}<button
                class="plain"
                onclick={() => {
                  stage.step = null;
                  dirty = true;
                }}>none</button
              >{/if}
          </span>
        {:else if mayChange}<button
            class="plain"
            onclick={() => {
              stage.step = { kind: 'call', subject: 'Call', days: '7' };
              dirty = true;
            }}>Suggest an activity</button
          >{/if}
        {#each stage.checks as check, m (m)}
          <span class="check">
            <input
              class="box"
              aria-label="Check {m + 1} of {stage.name}"
              bind:value={check.words}
              disabled={!mayChange}
            />
            <select
              class="box"
              aria-label="Proof {m + 1} of {stage.name}"
              bind:value={check.proof}
              disabled={!mayChange}
              >{#each PROOFS as [key, label] (key)}<option value={key}>{label}</option>{/each}</select
            >
            <label><input type="checkbox" bind:checked={check.must} disabled={!mayChange} /> required</label>
            {#if mayChange}<button
                class="plain"
                aria-label="Remove check {m + 1} of {stage.name}"
                onclick={() => {
                  stage.checks.splice(m, 1);
                  dirty = true;
                }}>Remove</button
              >{/if}
          </span>
        {/each}
        {#if mayChange}<button
            class="plain"
            onclick={() => {
              stage.checks.push({
                id: null,
                words: 'To be done',
                proof: 'ticked',
                must: false,
                deactivated: false
              });
              dirty = true;
            }}>Add a check</button
          >{/if}
      </div>
    </li>
  {/each}
</ol>
<p class="quiet">
  Opportunities in a deactivated stage stay there until they are moved. A required item blocks every move past
  its stage.
</p>
{#if session.manages}
  <div class="leaf log">
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
    grid-template-columns: 58px 1fr;
    gap: 0 10px;
    padding: 8px 14px;
    border-bottom: 1px solid var(--rule);
  }
  li:last-child {
    border-bottom: 0;
  }
  li.deactivated .box {
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
  .facts {
    display: grid;
    grid-template-columns: 200px 72px 84px 130px 190px 1fr;
    gap: 0 10px;
    align-items: end;
  }
  .facts label {
    font-size: var(--type-small);
    color: var(--stone);
  }
  .facts label .box {
    display: block;
    font-size: var(--type-text);
    color: var(--ink);
  }
  .last {
    align-self: center;
    text-align: right;
    color: var(--stone);
  }
  .more {
    grid-column: 2;
    display: flex;
    flex-wrap: wrap;
    gap: 6px 18px;
    margin-top: 6px;
    align-items: center;
  }
  .step {
    display: flex;
    gap: 5px;
    align-items: center;
    color: var(--stone);
  }
  .step select {
    width: 92px;
  }
  .step .figure {
    width: 44px;
  }
  .check {
    display: grid;
    grid-template-columns: 170px 140px auto auto;
    gap: 4px;
    align-items: center;
    white-space: nowrap;
  }
  @media (max-width: 1100px) {
    .facts {
      grid-template-columns: 1fr 1fr 1fr;
    }
  }
  .log {
    padding: 10px 14px;
    margin-top: 14px;
    max-width: 760px;
  }
  p {
    margin-top: 8px;
  }
</style>
