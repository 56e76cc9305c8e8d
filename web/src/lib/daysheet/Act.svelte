<script lang="ts">
  import { api, ask, type Schemas } from '$lib/api/client';
  import StepFields from '$lib/activity/StepFields.svelte';
  import { after, emptyStep } from '$lib/activity/step';
  import { session } from '$lib/shell/session.svelte';
  import Field from '$lib/ui/Field.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import { Acts, match } from '$lib/ui/acts.svelte';
  import { untrack } from 'svelte';
  /** The one thing to do about a row, in place: done with the next step, a step planned, a new close. */
  let {
    row,
    open = $bindable(),
    onDone
  }: { row: Schemas['Todo']; open: boolean; onDone: () => unknown } = $props();
  const acts = new Acts(() => onDone());
  const today = session.view?.today ?? '2026-01-01';
  let step = $state({ ...emptyStep(today), subject: untrack(() => 'Follow up: ' + row.title) });
  let close = $state(after(today, 30));
  const moves = $derived(row.kind === 'past-expected-close' && row.stageId !== null && row.version !== null);

  async function plan(event: SubmitEvent) {
    event.preventDefault();
    open = !(await acts.run(() =>
      ask(
        api.POST('/api/opportunities/{id}/activities', {
          params: { path: { id: row.id } },
          body: { ...step, personId: step.personId || null }
        })
      )
    ));
  }

  async function move(event: SubmitEvent) {
    event.preventDefault();
    open = !(await acts.run(() =>
      ask(
        api.POST('/api/opportunities/{id}/place', {
          params: { path: { id: row.id }, header: match(row.version ?? 0) },
          body: { stageId: row.stageId ?? 0, expectedClose: close }
        })
      )
    ));
  }
</script>

{#if row.activityId}
  {#await import('$lib/activity/DoneForm.svelte') then { default: DoneForm }}<DoneForm
      activity={row.activityId}
      bind:open
      {onDone}
    />{/await}
{:else if row.kind === 'quote-expiring'}
  {#await import('./Expiring.svelte') then { default: Expiring }}<Expiring {row} bind:open />{/await}
{:else if moves}
  <form onsubmit={move}>
    <Field
      label="New expected close"
      name="close"
      type="date"
      bind:value={close}
      problem={acts.at('expectedClose')}
      focus
    />
    <p class="quiet">
      A later date counts as close date moved back. Is it lost? <a href="/opportunities/{row.id}">Open it</a>.
    </p>
    <Notice refusal={acts.refusal} />
    <p><button class="act main" disabled={acts.busy}>Move close date</button></p>
  </form>
{:else}
  <form onsubmit={plan}>
    <StepFields bind:step refusal={acts.refusal} prefix="" />
    <Notice refusal={acts.refusal} />
    <p><button class="act main" disabled={acts.busy}>Plan</button></p>
  </form>
{/if}

<style>
  form {
    display: flex;
    flex-direction: column;
    gap: 10px;
  }
</style>
