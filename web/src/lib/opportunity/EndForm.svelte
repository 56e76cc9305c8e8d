<script lang="ts">
  import { api, ask, type Schemas } from '$lib/api/client';
  import { after } from '$lib/activity/step';
  import { session } from '$lib/shell/session.svelte';
  import Field from '$lib/ui/Field.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import { Acts, match } from '$lib/ui/acts.svelte';
  import { load } from '$lib/ui/load.svelte';
  /** Why it is lost and to whom, or why and until when it rests. */
  let {
    o,
    paused,
    open = $bindable(),
    onChange
  }: {
    o: Schemas['OpportunityView'];
    /** it rests, else it is lost */
    paused: boolean;
    open: boolean;
    onChange: () => unknown;
  } = $props();
  const acts = new Acts(() => onChange());
  const used = load(
    () => ['used'],
    () => api.GET('/api/opportunities/used')
  );
  let reason = $state('');
  let competitor = $state('');
  let until = $state(after(session.view?.today ?? '2026-01-01', 30));
  const rivals = $derived([...new Set([...o.team.competitors, ...(used.data?.competitors ?? [])])]);
  const reasons = $derived([
    ...new Set([...(used.data?.reasons ?? []), 'Price', 'No budget', 'Lost to competitor', 'Delivery time'])
  ]);

  async function end(event: SubmitEvent) {
    event.preventDefault();
    const params = { path: { id: o.id }, header: match(o.version) };
    open = !(await acts.run(() =>
      ask(
        paused
          ? api.POST('/api/opportunities/{id}/paused', { params, body: { until, reason } })
          : api.POST('/api/opportunities/{id}/lost', { params, body: { reason, competitor } })
      )
    ));
  }
</script>

<form onsubmit={end}>
  {#if paused}
    <Field label="Until" name="until" type="date" bind:value={until} problem={acts.at('until')} />
  {/if}
  <Field label="Reason" name="reason" bind:value={reason} problem={acts.at('reason')} list="reasons" focus />
  {#if !paused}
    <Field
      label="Lost to (optional)"
      name="competitor"
      bind:value={competitor}
      problem={acts.at('competitor')}
      list="rivals"
    />
    <datalist id="reasons"
      >{#each reasons as r (r)}<option value={r}></option>{/each}</datalist
    >
    <datalist id="rivals"
      >{#each rivals as r (r)}<option value={r}></option>{/each}</datalist
    >
  {/if}
  <p class="quiet">
    {paused
      ? 'It is left out of the sheet and the outlook until that day; then it is open again with a call planned.'
      : 'Its planned activities are closed. It can be reopened.'}
  </p>
  <Notice refusal={acts.refusal} />
  <p><button class="act main" disabled={acts.busy}>{paused ? 'Put on hold' : 'Close as lost'}</button></p>
</form>

<style>
  form {
    display: flex;
    flex-direction: column;
    gap: 10px;
  }
</style>
