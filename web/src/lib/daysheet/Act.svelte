<script lang="ts">
  import { api, ask, type Schemas } from '$lib/api/client';
  import StepFields from '$lib/activity/StepFields.svelte';
  import { emptyStep } from '$lib/activity/step';
  import { session } from '$lib/shell/session.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import { Acts } from '$lib/ui/acts.svelte';
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
  {#await import('$lib/opportunity/CloseForm.svelte') then { default: CloseForm }}<CloseForm
      o={{ id: Number(row.id), stageId: row.stageId ?? 0, version: row.version ?? 0 }}
      bind:open
      onChange={onDone}
    />{/await}
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
