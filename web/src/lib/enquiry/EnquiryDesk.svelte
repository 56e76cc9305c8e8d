<script lang="ts">
  import { api, ask, type Schemas } from '$lib/api/client';
  import Steps from '$lib/activity/Steps.svelte';
  import { offer } from '$lib/shell/actions.svelte';
  import { session } from '$lib/shell/session.svelte';
  import Changes from '$lib/trail/Changes.svelte';
  import Ask from '$lib/ui/Ask.svelte';
  import Field from '$lib/ui/Field.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import Verdict from '$lib/ui/Verdict.svelte';
  import { Acts, match } from '$lib/ui/acts.svelte';
  import { day, figure, words } from '$lib/ui/format';
  import { load } from '$lib/ui/load.svelte';
  import { tone } from '$lib/ui/tones';
  import { after } from '$lib/activity/step';
  import Alike from './Alike.svelte';
  import EnquiryForm from './EnquiryForm.svelte';
  import Convert from './Convert.svelte';
  /** An enquiry being worked: talked about, given, parked, dropped, taken on. */
  let { view, onChange }: { view: Schemas['EnquiryView']; onChange: () => unknown } = $props();
  const e = $derived(view.enquiry);
  const acts = new Acts(() => onChange());
  const open = $derived(['new', 'talking', 'on-hold'].includes(e.state));
  const works = $derived(open && e.mayChange && session.sells);
  let asking = $state<'' | 'change' | 'take-on' | 'drop' | 'park' | 'give'>('');
  let kind = $state('call');
  let said = $state('');
  let reason = $state('');
  let until = $state(after(session.view?.today ?? '2026-01-01', 14));
  let owner = $state('rules');
  const people = load(
    () => ['people'],
    () => api.GET('/api/users')
  );
  const params = $derived({ path: { id: e.id }, header: match(e.version) });

  async function talk(event: SubmitEvent) {
    event.preventDefault();
    const done = await acts.run(() =>
      ask(
        api.POST('/api/enquiries/{id}/talks', {
          params: { path: { id: e.id } },
          body: { kind, words: said }
        })
      )
    );
    if (done) said = '';
  }

  async function end(event: SubmitEvent) {
    event.preventDefault();
    const done = await acts.run(() =>
      ask(
        asking === 'drop'
          ? api.POST('/api/enquiries/{id}/not-pursued', { params, body: { reason } })
          : asking === 'park'
            ? api.POST('/api/enquiries/{id}/on-hold', { params, body: { until, reason } })
            : api.PUT('/api/enquiries/{id}/owner', { params, body: { owner } })
      )
    );
    if (done) asking = '';
  }

  function takeUp() {
    void acts.run(() => ask(api.POST('/api/enquiries/{id}/reopened', { params })));
  }

  offer(() =>
    works
      ? [
          { label: 'Convert to opportunity', keys: 'Ctrl+Enter', run: () => (asking = 'take-on') },
          { label: 'Edit', keys: 'e', run: () => (asking = 'change') },
          { label: 'Put on hold', keys: 'p', run: () => (asking = 'park') },
          { label: 'Close enquiry', keys: 'x', run: () => (asking = 'drop') },
          { label: 'Reassign', keys: 'v', run: () => (asking = 'give') }
        ]
      : []
  );
</script>

<div class="head">
  <h1>{e.name}</h1>
  <Verdict tone={tone(e.state)}
    >{words(e.state)}{e.onHoldUntil ? ' until ' + day(e.onHoldUntil) : ''}{e.reason
      ? ': ' + e.reason
      : ''}</Verdict
  >
  {#if works}
    <button class="plain" onclick={() => (asking = 'give')}>Reassign…</button>
    <button class="plain" onclick={() => (asking = 'park')}>Put on hold…</button>
    <button class="plain" onclick={() => (asking = 'drop')}>Not pursued…</button>
    <button class="act" onclick={() => (asking = 'change')}>Edit…</button>
    <button class="act main" onclick={() => (asking = 'take-on')}>Convert to opportunity…</button>
  {:else if e.mayChange && (e.state === 'not-pursued' || e.state === 'on-hold')}
    <button class="act main" onclick={takeUp}>Reopen</button>
  {/if}
  {#if e.opportunityId}<a class="act main" href="/opportunities/{e.opportunityId}"
      >Opportunity {e.opportunityNumber}</a
    >{/if}
</div>
<div class="facts">
  <span>{e.number}, {day(e.addedAt)}</span>
  {#if e.person}<span>contact <b>{e.person}</b></span>{/if}
  {#if e.phone}<span><b>{e.phone}</b></span>{/if}
  {#if e.email}<span><b>{e.email}</b></span>{/if}
  {#if e.postal || e.town}<span>{e.postal} {e.town}</span>{/if}
  <span>source <b>{e.source}</b>{e.campaign ? ', ' + e.campaign : ''}</span>
  {#if e.family}<span>family <b>{e.family}</b></span>{/if}
  {#if e.value}<span>estimated value <b>{figure(e.value)}</b></span>{/if}
  <span>{e.owner}</span>
</div>
<p class="about">{e.subject}</p>
{#if view.alike.length > 0}<Alike rows={view.alike} />{/if}
{#if asking === ''}<Notice refusal={acts.refusal} />{/if}
<div class="two">
  <div class="leaf pad">
    {#if works}
      <form onsubmit={talk} aria-label="Notes">
        <select class="box" aria-label="Channel" bind:value={kind}
          ><option>call</option><option>email</option><option>meeting</option><option>note</option></select
        >
        <input
          class="box"
          aria-label="Notes"
          placeholder="Notes"
          bind:value={said}
          aria-invalid={acts.at('words') ? 'true' : undefined}
        />
        <button class="act">Add note</button>
      </form>
      {#if acts.at('words')}<p class="bad">{acts.at('words')}</p>{/if}
    {/if}
    <Steps
      record="enquiry"
      id={e.id}
      activities={view.activities}
      mayChange={works}
      wanted={open && e.state !== 'on-hold'}
      {onChange}
    />
  </div>
  <div class="leaf pad">
    <h2>History</h2>
    <Changes record="enquiry" id={e.id} />
  </div>
</div>

<Ask
  bind:open={() => asking === 'take-on', (o) => (asking = o ? 'take-on' : '')}
  title="Convert {e.number} to an opportunity"
  wide
>
  <Convert {view} />
</Ask>
<Ask bind:open={() => asking === 'change', (o) => (asking = o ? 'change' : '')} title="Edit {e.number}" wide>
  <EnquiryForm
    enquiry={e}
    onChange={async () => {
      asking = '';
      await onChange();
    }}
  />
</Ask>
<Ask
  bind:open={
    () => asking === 'drop' || asking === 'park' || asking === 'give', (o) => (asking = o ? asking : '')
  }
  title={asking === 'drop'
    ? `Not pursued: ${e.number}`
    : asking === 'park'
      ? `Park ${e.number}`
      : `Give ${e.number}`}
>
  <form class="column" onsubmit={end}>
    {#if asking === 'give'}
      <label
        >To <select class="box" bind:value={owner} aria-label="Assign to">
          <option value="rules">assign automatically</option>
          {#each people.data?.filter((p) => p.role !== 'credit-controller' && p.id !== e.ownerId) ?? [] as p (p.id)}
            <option value={String(p.id)}>{p.name}{p.team ? ', ' + p.team : ''}</option>
          {/each}
        </select></label
      >
    {:else}
      {#if asking === 'park'}<Field
          label="Until"
          name="until"
          type="date"
          bind:value={until}
          problem={acts.at('until')}
        />{/if}
      <Field label="Reason" name="reason" bind:value={reason} problem={acts.at('reason')} focus />
    {/if}
    <Notice refusal={acts.refusal} />
    <p>
      <button class="act main" disabled={acts.busy}
        >{asking === 'drop' ? 'Close enquiry' : asking === 'park' ? 'Put on hold' : 'Reassign'}</button
      >
    </p>
  </form>
</Ask>

<style>
  .about {
    font-size: var(--type-lead);
    margin: 8px 0;
  }
  .two {
    display: grid;
    grid-template-columns: minmax(0, 1fr) 380px;
    gap: 16px;
    align-items: start;
    margin-top: 10px;
  }
  .pad {
    padding: 10px 14px;
  }
  .pad form {
    display: grid;
    grid-template-columns: 100px 1fr auto;
    gap: 6px;
    margin-bottom: 12px;
  }
  .column {
    display: flex;
    flex-direction: column;
    gap: 10px;
  }
  @media (max-width: 900px) {
    .two {
      grid-template-columns: minmax(0, 1fr);
    }
  }
</style>
