<script lang="ts">
  import type { Schemas } from '$lib/api/client';
  /** One stage of a process as typed. */
  let {
    stage = $bindable(),
    n,
    teams,
    mayChange,
    openHere,
    at
  }: {
    stage: Schemas['StageForm'];
    /** its place, from 0 */
    n: number;
    teams: string[];
    mayChange: boolean;
    /** how many opportunities are open in it */
    openHere: number;
    /** what is wrong at one of its fields */
    at: (field: string) => string | undefined;
  } = $props();
  const PROOFS = [
    ['ticked', 'ticked by hand'],
    ['lines', 'it has a line'],
    ['quote-sent', 'a quote was sent'],
    ['file', 'a file is attached'],
    ['contact', 'a person is named'],
    ['budget', 'the budget is known'],
    ['next-step', 'an activity is planned']
  ] as const;
  const MOVERS = [
    ['', 'never (by hand)'],
    ['lines-saved', 'lines are saved'],
    ['quote-made', 'a quote is made'],
    ['quote-sent', 'a quote is sent'],
    ['quote-accepted', 'a quote is accepted']
  ] as const;
</script>

<div class="facts">
  <label class="name"
    >Stage<input
      class="box"
      aria-label="Name of stage {n + 1}"
      bind:value={stage.name}
      disabled={!mayChange}
      aria-invalid={at('name') ? 'true' : undefined}
    />{#if at('name')}<small class="bad">{at('name')}</small>{/if}</label
  >
  <label
    >Probability %<input
      class="box figure"
      aria-label="Probability of {stage.name}"
      bind:value={stage.probability}
      disabled={!mayChange}
      aria-invalid={at('probability') ? 'true' : undefined}
    />{#if at('probability')}<small class="bad">{at('probability')}</small>{/if}</label
  >
  <label
    >Usual days<input
      class="box figure"
      aria-label="Usual days of {stage.name}"
      bind:value={stage.usualDays}
      disabled={!mayChange}
      aria-invalid={at('usualDays') ? 'true' : undefined}
    />{#if at('usualDays')}<small class="bad">{at('usualDays')}</small>{/if}</label
  >
  <label
    >For<select class="box" aria-label="Team of {stage.name}" bind:value={stage.team} disabled={!mayChange}
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
    ><b>{openHere || 'none'}</b> open here
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
  {#each stage.steps as step, m (m)}
    <span class="step">
      Suggests
      <select
        class="box"
        aria-label="Kind of activity {m + 1} in {stage.name}"
        bind:value={step.kind}
        disabled={!mayChange}
        ><option>call</option><option>email</option><option>meeting</option><option>task</option></select
      ><input
        class="box"
        aria-label="Activity {m + 1} in {stage.name}"
        bind:value={step.subject}
        disabled={!mayChange}
        aria-invalid={at(`steps[${m}].subject`) ? 'true' : undefined}
      />
      after
      <input
        class="box figure"
        aria-label="Days of activity {m + 1} in {stage.name}"
        bind:value={step.days}
        disabled={!mayChange}
        aria-invalid={at(`steps[${m}].days`) ? 'true' : undefined}
      />
      days
      {#if mayChange}<button
          type="button"
          class="plain"
          aria-label="Remove activity {m + 1} of {stage.name}"
          onclick={() => {
            stage.steps.splice(m, 1);
          }}>Remove</button
        >{/if}
    </span>
    {#each ['subject', 'days'] as field (field)}{#if at(`steps[${m}].${field}`)}<small class="bad"
          >{at(`steps[${m}].${field}`)}</small
        >{/if}{/each}
  {/each}
  {#if mayChange}<button
      type="button"
      class="plain"
      onclick={() => {
        stage.steps.push({ kind: 'call', subject: 'Call', days: '7' });
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
          type="button"
          class="plain"
          aria-label="Remove check {m + 1} of {stage.name}"
          onclick={() => {
            stage.checks.splice(m, 1);
          }}>Remove</button
        >{/if}
    </span>
  {/each}
  {#if mayChange}<button
      type="button"
      class="plain"
      onclick={() => {
        stage.checks.push({
          id: null,
          words: 'To be done',
          proof: 'ticked',
          must: false,
          deactivated: false
        });
      }}>Add a check</button
    >{/if}
</div>

<style>
  .facts {
    display: grid;
    grid-template-columns: 200px 92px 84px 130px 190px 1fr;
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
  @media (max-width: 640px) {
    .facts.facts {
      grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
    }
    .check,
    .step {
      display: flex;
      flex-wrap: wrap;
      white-space: normal;
    }
  }
  @media (max-width: 900px) {
    .facts {
      grid-template-columns: 1fr 1fr 1fr;
    }
  }
</style>
