<script lang="ts">
  import { api, ask, upload, type Schemas } from '$lib/api/client';
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
  let answering = $state(0);
  let read = $state<Schemas['Activity'] | null>(null);
  let inviting = $state<Schemas['Activity'] | null>(null);
  let over = $state(false);
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

  /** Emails that were saved from a mailbox, dropped here or chosen. */
  async function take(list: FileList | null | undefined) {
    for (const file of list ?? []) {
      if (!(await acts.run(() => upload(`/api/records/${record}/${id}/received`, file)))) return;
    }
  }

  /** The same file can be chosen again: what was chosen is forgotten. */
  async function choose(input: HTMLInputElement) {
    await take(input.files);
    input.value = '';
  }

  function write(answer: number) {
    read = null;
    answering = answer;
    writing = true;
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

<section
  aria-label="Activities"
  class:over
  ondragover={(e) => {
    if (!mayChange || !e.dataTransfer?.types.includes('Files')) return;
    e.preventDefault();
    over = true;
  }}
  ondragleave={() => (over = false)}
  ondrop={(e) => {
    if (!mayChange) return;
    e.preventDefault();
    over = false;
    void take(e.dataTransfer?.files);
  }}
>
  <h2>
    Activities {#if mayChange}<button class="plain" onclick={() => write(0)}>Write email…</button><label
        class="plain file"
        title="Or drop it here"
        >Add email (EML)…<input
          type="file"
          accept=".eml,message/rfc822"
          multiple
          class="sr-only"
          onchange={(e) => void choose(e.currentTarget)}
        /></label
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
      {#if mayChange}<span class="acts"
          >{#if a.receivedId}<button class="plain" onclick={() => (read = a)}>Read…</button>{/if}
          {#if a.kind === 'meeting'}<button class="plain" onclick={() => (inviting = a)}>Invite…</button>{/if}
          <button
            class="plain"
            onclick={() => {
              doing = a;
              asking = true;
            }}>Done…</button
          ></span
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
      {#if a.receivedId}<button class="plain" onclick={() => (read = a)}>Read…</button
        >{:else if mayChange && a.kind !== 'note'}<button class="plain" onclick={() => undo(a.id)}
          >Reopen</button
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

<Ask bind:open={() => read !== null, (o) => !o && (read = null)} title="Email" wide>
  {#if read?.receivedId}{@const received =
      read.receivedId}{#await import('./ReceivedEmail.svelte') then { default: ReceivedEmail }}<ReceivedEmail
        id={received}
        onAnswer={mayChange ? () => write(received) : null}
      />{/await}{/if}
</Ask>

<Ask bind:open={() => inviting !== null, (o) => !o && (inviting = null)} title="Invite to the meeting">
  {#if inviting}{@const meeting =
      inviting}{#await import('./InvitationForm.svelte') then { default: InvitationForm }}<InvitationForm
        {meeting}
        onDone={async () => {
          inviting = null;
          await onChange();
        }}
      />{/await}{/if}
</Ask>

<Ask bind:open={writing} title={answering ? 'Answer' : 'Write an email'} wide>
  {#await import('./EmailForm.svelte') then { default: EmailForm }}<EmailForm
      {record}
      {id}
      answers={answering}
      onSent={async () => {
        writing = false;
        await onChange();
      }}
    />{/await}
</Ask>

<style>
  h2 {
    margin-bottom: 4px;
    display: flex;
    flex-wrap: wrap;
    gap: 4px 12px;
    align-items: baseline;
  }
  .over {
    outline: 2px dashed var(--petrol);
    outline-offset: 4px;
  }
  .file {
    cursor: pointer;
  }
  .file:focus-within {
    outline: 2px solid var(--petrol);
  }
  .acts {
    display: flex;
    gap: 8px;
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
