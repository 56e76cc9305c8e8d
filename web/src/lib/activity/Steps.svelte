<script lang="ts">
  import { api, ask, type Schemas } from '$lib/api/client';
  import { session } from '$lib/shell/session.svelte';
  import Ask from '$lib/ui/Ask.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import { Acts, match } from '$lib/ui/acts.svelte';
  import { day } from '$lib/ui/format';
  import StepFields from './StepFields.svelte';
  import { plan as planStep, type Plannable } from './planning';
  import { emptyStep, type Suggestion } from './step';
  /** What is planned with a record and what was done: planned, done with its outcome, moved. */
  let {
    record,
    id,
    activities,
    mayChange,
    wanted = false,
    suggestions = [],
    onChange
  }: {
    record: Plannable;
    id: number;
    activities: Schemas['Activity'][];
    mayChange: boolean;
    /** whether it is a fault that nothing is planned @default false */
    wanted?: boolean;
    /** what the stage suggests as next activities @default none */
    suggestions?: Suggestion[];
    onChange: () => unknown;
  } = $props();
  const acts = new Acts(() => onChange());
  const today = $derived(session.view?.today ?? '');
  let step = $state(emptyStep(session.view?.today ?? ''));
  let doing = $state<Schemas['Activity'] | null>(null);
  let asking = $state(false);
  let writing = $state(false);
  let shown = $state(6);
  const open = $derived(activities.filter((a) => !a.closedAt).sort((a, b) => a.due.localeCompare(b.due)));
  const done = $derived(activities.filter((a) => a.closedAt));

  async function plan(event: SubmitEvent) {
    event.preventDefault();
    if (await acts.run(() => planStep(record, id, step))) step = emptyStep(today);
  }

  /** Takes what is suggested as it stands; its day can be moved afterwards. */
  function planAll(chosen: Suggestion[]) {
    const activities = chosen.map((s) => ({ ...s, time: '', personId: null }));
    void acts.run(() =>
      ask(
        api.POST('/api/opportunities/{id}/activities/several', {
          params: { path: { id } },
          body: { activities }
        })
      )
    );
  }

  function undo(activity: number) {
    void acts.run(() => ask(api.POST('/api/activities/{id}/undone', { params: { path: { id: activity } } })));
  }

  function move(a: Schemas['Activity'], due: string) {
    if (!due || due === a.due) return;
    void acts.run(() =>
      ask(
        api.PUT('/api/activities/{id}', {
          params: { path: { id: a.id }, header: match(a.version) },
          body: { kind: a.kind, subject: a.subject, due, time: a.atTime, personId: a.personId }
        })
      )
    );
  }
</script>

<section aria-label="Activities">
  <h2>
    Activities {#if mayChange}<button class="plain" onclick={() => (writing = true)}>Write email…</button
      >{/if}
    {#if wanted && open.length === 0}<span class="bad">none is planned</span>{/if}
  </h2>
  {#each open as a (a.id)}
    <div class="step">
      {#if mayChange}<input
          class="box"
          type="date"
          aria-label="Due: {a.subject}"
          value={a.due}
          class:bad={a.due < today}
          onchange={(e) => move(a, e.currentTarget.value)}
        />{:else}<b class="figure">{day(a.due)}</b>{/if}
      <span
        >{a.atTime ? a.atTime + ' ' : ''}{a.kind}: {a.subject}
        <span class="quiet">{a.person}</span></span
      >
      {#if mayChange}<button
          class="plain"
          onclick={() => {
            doing = a;
            asking = true;
          }}>Done…</button
        >{/if}
    </div>
  {/each}
  {#if suggestions.length > 0 && mayChange}
    <div class="suggested" role="group" aria-label="Suggested activities">
      <span class="quiet">Suggested</span>
      {#each suggestions as s (s.subject)}
        <button class="act" onclick={() => planAll([s])} disabled={acts.busy}
          >{s.kind}: {s.subject}, {day(s.due)}</button
        >
      {/each}
      {#if suggestions.length > 1}<button
          class="plain"
          onclick={() => planAll(suggestions)}
          disabled={acts.busy}>Plan all {suggestions.length}</button
        >{/if}
    </div>
  {/if}
  {#if mayChange}
    <form onsubmit={plan}>
      <StepFields bind:step refusal={acts.refusal} prefix="" notes />
      <button class="act">{step.kind === 'note' ? 'Note' : 'Plan'}</button>
    </form>
  {/if}
  <Notice refusal={acts.refusal} />
  {#if done.length > 0}<h2 class="past">Done</h2>{/if}
  {#each done.slice(0, shown) as a (a.id)}
    <p>
      <span class="quiet">{day(a.closedAt)}{a.doneAt ? '' : ', not done'}</span>
      {a.kind}: {a.subject}{#if a.outcome.length > 120}<details>
          <summary>Text</summary><span class="whole">{a.outcome}</span>
        </details>{:else if a.outcome}{' – ' + a.outcome}{/if} <span class="quiet">{a.person}</span>
      {#if mayChange && a.kind !== 'note'}<button class="plain" onclick={() => undo(a.id)}>Reopen</button
        >{/if}
    </p>
  {/each}
  {#if done.length > shown}<button class="plain" onclick={() => (shown += 20)}>Earlier ones</button>{/if}
</section>

<Ask bind:open={asking} title="Done: {doing?.subject ?? ''}">
  {#if doing}{#await import('./DoneForm.svelte') then { default: DoneForm }}<DoneForm
        activity={doing.id}
        suggestion={suggestions[0] ?? null}
        onDone={onChange}
        bind:open={asking}
      />{/await}{/if}
</Ask>

<Ask bind:open={writing} title="Write an email" wide>
  {#await import('./EmailForm.svelte') then { default: EmailForm }}<EmailForm
      {record}
      {id}
      onSent={async () => {
        writing = false;
        await onChange();
      }}
    />{/await}
</Ask>

<style>
  h2 {
    margin-bottom: 4px;
  }
  h2.past {
    margin-top: 10px;
  }
  .whole {
    white-space: pre-line;
  }
  p,
  .step {
    font-size: var(--type-small);
    padding: 2px 0;
  }
  .step {
    display: grid;
    grid-template-columns: 128px 1fr auto;
    gap: 8px;
    align-items: center;
  }
  .suggested {
    display: flex;
    flex-wrap: wrap;
    gap: 4px 8px;
    align-items: center;
    font-size: var(--type-small);
    margin: 6px 0;
  }
  form {
    margin: 8px 0;
  }
  form button {
    margin-top: 6px;
  }
</style>
