<script lang="ts">
  import { untrack } from 'svelte';
  import StepFields from '$lib/activity/StepFields.svelte';
  import { plan } from '$lib/activity/planning';
  import { after, emptyStep } from '$lib/activity/step';
  import FormFoot from '$lib/forms/FormFoot.svelte';
  import { Form } from '$lib/forms/form.svelte';
  import { session } from '$lib/shell/session.svelte';
  /** The next activity of an opportunity that is known already. */
  let { id, open = $bindable(), onChange }: { id: number; open: boolean; onChange: () => unknown } = $props();
  const of = untrack(() => id);
  const form = new Form({
    values: { step: emptyStep(after(session.view?.today ?? '2026-01-01', 1)) },
    send: ({ step }) => plan('opportunity', of, step),
    done: async () => {
      await onChange();
      open = false;
    }
  });
</script>

<form class="form one" onsubmit={form.submit}>
  <StepFields bind:step={form.values.step} refusal={form.refusal} prefix="" />
  <FormFoot {form} label="Plan" />
</form>
