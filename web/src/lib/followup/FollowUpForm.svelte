<script lang="ts">
  import { api, ask, type Schemas } from '$lib/api/client';
  import Entry from '$lib/forms/Entry.svelte';
  import FormFoot from '$lib/forms/FormFoot.svelte';
  import Pick from '$lib/forms/Pick.svelte';
  import Tick from '$lib/forms/Tick.svelte';
  import { Form } from '$lib/forms/form.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import { Acts, match } from '$lib/ui/acts.svelte';
  import { load } from '$lib/ui/load.svelte';
  import { untrack } from 'svelte';
  import RuleActions from './RuleActions.svelte';
  import RuleTrial from './RuleTrial.svelte';
  import { EVENTS } from './events';
  /** A follow-up rule: when, on which conditions, and what then; tried on the last month before it is saved. */
  let { rule, onDone }: { rule?: Schemas['FollowUpView'] | undefined; onDone: () => unknown } = $props();
  const id = untrack(() => rule?.id);
  const of = (r: Schemas['FollowUpView'] | undefined) => ({
    values: {
      name: r?.name ?? '',
      event: r?.event ?? 'quote-sent',
      active: r?.active ?? true,
      valueFrom: r?.conditions.valueFrom ?? '',
      valueBelow: r?.conditions.valueBelow ?? '',
      processId: String(r?.conditions.processId ?? ''),
      stageId: String(r?.conditions.stageId ?? ''),
      source: r?.conditions.source ?? '',
      team: r?.conditions.team ?? '',
      ownFieldId: String(r?.conditions.ownFieldId ?? ''),
      ownValue: r?.conditions.ownValue ?? '',
      actions: r?.actions.map((a) => ({ ...a, purpose: a.purpose ?? '' })) ?? [
        { kind: 'plan', activity: 'call', words: '', days: '3', personId: null, text: '', purpose: '' }
      ]
    },
    version: r?.version ?? 0
  });
  type Values = ReturnType<typeof of>['values'];
  const number = (text: string) => (text === '' ? null : Number(text));
  const typed = (v: Values): Schemas['FollowUpTyped'] => ({
    name: v.name,
    event: v.event,
    active: v.active,
    conditions: {
      valueFrom: v.valueFrom,
      valueBelow: v.valueBelow,
      processId: number(v.processId),
      stageId: number(v.stageId),
      source: v.source,
      team: v.team,
      ownFieldId: number(v.ownFieldId),
      ownValue: v.ownValue
    },
    actions: v.actions
  });
  const form = new Form({
    ...untrack(() => of(rule)),
    draft: `follow-up rule ${untrack(() => rule?.id ?? 'new')}`,
    send: async (values, version) => {
      const body = typed(values);
      if (id === undefined) await ask(api.POST('/api/follow-up-rules', { body }));
      else
        await ask(
          api.PUT('/api/follow-up-rules/{id}', { params: { path: { id }, header: match(version) }, body })
        );
    },
    reread: async () => {
      const all = await ask(api.GET('/api/follow-up-rules'));
      return of(all.rules.find((one) => one.id === id));
    },
    done: () => onDone()
  });
  form.labels.actions = 'What is done';
  const users = load(
    () => ['users'],
    () => api.GET('/api/users')
  );
  const processes = load(
    () => ['processes'],
    () => api.GET('/api/processes')
  );
  const own = load(
    () => ['own-field-list'],
    () => api.GET('/api/own-fields')
  );
  const isEnquiry = $derived(form.values.event === 'enquiry-added');
  const teams = $derived([...new Set((users.data ?? []).flatMap((user) => user.team ?? []))].sort());
  const stages = $derived(
    (processes.data?.processes ?? []).find((one) => String(one.process.id) === form.values.processId)?.process
      .stages ?? []
  );
  const fields = $derived(
    (own.data?.fields ?? []).filter((field) =>
      isEnquiry ? field.record === 'enquiry' : ['opportunity', 'account'].includes(field.record)
    )
  );
  let trial = $state.raw<Schemas['FollowUpTrial'] | null>(null);
  const trying = new Acts();

  function tryIt() {
    return trying.run(async () => {
      trial = await ask(api.POST('/api/follow-up-rules/trial', { body: typed(form.values) }));
    });
  }

  const at = (where: string) => form.at(where) ?? trying.at(where);
</script>

<form class="form" onsubmit={form.submit}>
  <Entry {form} name="name" label="Name" focus />
  <Pick {form} name="event" label="When" options={EVENTS} />
  <fieldset class="wide">
    <legend>Only if (all that is filled in)</legend>
    <div class="conditions">
      <Entry {form} name="valueFrom" label="Value from" />
      <Entry {form} name="valueBelow" label="Value below" />
      {#if !isEnquiry}
        <Pick
          {form}
          name="processId"
          label="Sales process"
          options={[
            ['', 'any'],
            ...(processes.data?.processes ?? []).map(({ process: p }) => [String(p.id), p.name] as const)
          ]}
        />
        <Pick
          {form}
          name="stageId"
          label="Stage"
          options={[['', 'any'], ...stages.map((s) => [String(s.id), s.name] as const)]}
        />
      {/if}
      <Entry {form} name="source" label="Source" />
      <Pick
        {form}
        name="team"
        label="Team of the owner"
        options={[['', 'any'], ...teams.map((team) => [team, team] as const)]}
      />
      {#if fields.length}
        <Pick
          {form}
          name="ownFieldId"
          label="Own field"
          options={[['', 'none'], ...fields.map((f) => [String(f.id), `${f.name} (${f.record})`] as const)]}
        />
        <Entry {form} name="ownValue" label="is" />
      {/if}
    </div>
  </fieldset>
  <fieldset class="wide">
    <legend>Then</legend>
    <RuleActions bind:actions={form.values.actions} users={users.data ?? []} {at} />
    {#if at('actions')}<div class="bad">{at('actions')}</div>{/if}
  </fieldset>
  <Tick {form} name="active" label="In force" />
  <FormFoot {form} label={rule ? 'Save' : 'Add'}>
    <button type="button" class="act" disabled={trying.busy} onclick={() => void tryIt()}
      >Try on the last 30 days</button
    >
  </FormFoot>
</form>
<Notice refusal={trying.refusal} />
{#if trial}<RuleTrial {trial} />{/if}

<style>
  .conditions {
    display: grid;
    grid-template-columns: repeat(4, minmax(0, 1fr));
    gap: 8px 14px;
  }
  @media (max-width: 900px) {
    .conditions {
      grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
    }
  }
  .wide {
    grid-column: 1 / -1;
  }
</style>
