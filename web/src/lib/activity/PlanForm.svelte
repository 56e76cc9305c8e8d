<script lang="ts">
  import { untrack } from 'svelte';
  import { api, missing, type Schemas } from '$lib/api/client';
  import FormFoot from '$lib/forms/FormFoot.svelte';
  import { Form } from '$lib/forms/form.svelte';
  import RecordPick from '$lib/ui/RecordPick.svelte';
  import { load } from '$lib/ui/load.svelte';
  import StepFields from './StepFields.svelte';
  import { isPlannable, plan } from './planning';
  import { emptyStep } from './step';
  /** Plans an activity on a day, with a record that is found by typing. */
  let { day, onDone }: { day: string; onDone: () => unknown } = $props();
  let text = $state('');
  const found = load(
    () => ['find', text],
    () => api.GET('/api/find', { params: { query: { q: text } } }),
    () => text.trim() !== '',
    true
  );
  type Found = { id: string; name: string; hit: Schemas['Hit'] };
  const rows = $derived(
    (text.trim() === '' ? [] : (found.data ?? []))
      .filter((hit) => isPlannable(hit.kind))
      .map((hit): Found => ({ id: hit.kind + hit.id, name: hit.words, hit }))
  );
  const form = new Form({
    values: untrack(() => ({
      kind: '',
      id: 0,
      step: emptyStep(day)
    })),
    send: ({ kind, id, step }) => {
      if (!isPlannable(kind)) throw missing('record', 'Choose an opportunity, an account or an enquiry.');
      return plan(kind, id, step);
    },
    done: () => onDone()
  });
  form.labels['record'] = 'With';
</script>

<form class="form one" onsubmit={form.submit}>
  <RecordPick
    label="With"
    name="record"
    bind:text
    {rows}
    pending={found.isPending}
    detail={(row: Found) => [row.hit.number, row.hit.detail].filter(Boolean).join(', ')}
    problem={form.at('record')}
    focus
    onPick={(row: Found | null) => {
      form.values.kind = row?.hit.kind ?? '';
      form.values.id = row?.hit.id ?? 0;
    }}
  />
  <StepFields bind:step={form.values.step} refusal={form.refusal} prefix="" />
  <FormFoot {form} label="Plan" />
</form>
