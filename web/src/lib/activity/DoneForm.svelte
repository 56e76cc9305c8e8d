<script lang="ts">
  import { api, ask } from '$lib/api/client';
  import { session } from '$lib/shell/session.svelte';
  import Field from '$lib/ui/Field.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import { Acts } from '$lib/ui/acts.svelte';
  import StepFields from './StepFields.svelte';
  import { untrack } from 'svelte';
  import { after, emptyStep, type Suggestion } from './step';
  /** What came of a step, and the next one at once. */
  let {
    activity,
    suggestion = null,
    open = $bindable(),
    onDone
  }: {
    activity: number;
    suggestion?: Suggestion | null;
    open: boolean;
    onDone: () => unknown;
  } = $props();
  const acts = new Acts(() => onDone());
  const today = session.view?.today ?? '';
  let outcome = $state('');
  let step = $state(untrack(() => ({ ...emptyStep(after(today, 7)), ...(suggestion ?? {}) })));

  async function finish(event: SubmitEvent) {
    event.preventDefault();
    const next = step.subject.trim() === '' ? null : { ...step, personId: step.personId || null };
    open = !(await acts.run(() =>
      ask(
        api.POST('/api/activities/{id}/done', {
          params: { path: { id: activity } },
          body: { outcome, next }
        })
      )
    ));
  }
</script>

<form onsubmit={finish}>
  <Field label="Outcome" name="outcome" bind:value={outcome} rows={3} focus />
  <fieldset>
    <legend>Next activity (optional)</legend>
    <StepFields bind:step refusal={acts.refusal} prefix="next." />
  </fieldset>
  <Notice refusal={acts.refusal} />
  <p><button class="act main" disabled={acts.busy}>Done</button></p>
</form>

<style>
  form {
    display: flex;
    flex-direction: column;
    gap: 12px;
  }
  legend {
    font-size: var(--type-small);
    color: var(--stone);
    margin-bottom: 3px;
  }
</style>
