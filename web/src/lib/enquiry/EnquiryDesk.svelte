<script lang="ts">
  import { api, ask, type Schemas } from '$lib/api/client';
  import Steps from '$lib/activity/Steps.svelte';
  import Files from '$lib/file/Files.svelte';
  import { offer } from '$lib/shell/actions.svelte';
  import { session } from '$lib/shell/session.svelte';
  import Changes from '$lib/trail/Changes.svelte';
  import Ask from '$lib/ui/Ask.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import Reach from '$lib/ui/Reach.svelte';
  import Verdict from '$lib/ui/Verdict.svelte';
  import { Acts, match } from '$lib/ui/acts.svelte';
  import { day, figure, words } from '$lib/ui/format';
  import { load, refusalOf } from '$lib/ui/load.svelte';
  import { tone } from '$lib/ui/tones';
  import Alike from './Alike.svelte';
  import EnquiryEnd from './EnquiryEnd.svelte';
  import type { Ending } from './enquiry';
  import EnquiryForm from './EnquiryForm.svelte';
  import Convert from './Convert.svelte';
  import OwnFields from '$lib/ownfield/OwnFields.svelte';
  /** An enquiry being worked: talked about, given, parked, dropped, taken on. */
  let { view, onChange }: { view: Schemas['EnquiryView']; onChange: () => unknown } = $props();
  const e = $derived(view.enquiry);
  const acts = new Acts(() => onChange());
  const files = load(
    () => ['record-files', 'enquiry', e.id, view.activities.length],
    () => api.GET('/api/records/{kind}/{id}/files', { params: { path: { kind: 'enquiry', id: e.id } } })
  );
  const open = $derived(['new', 'talking', 'on-hold'].includes(e.state));
  const works = $derived(open && e.mayChange && session.sells);
  const ENDINGS = [
    ['not-pursued', 'Not pursued'],
    ['on-hold', 'Put on hold'],
    ['reassign', 'Reassign']
  ] as const;
  let asking = $state<'' | 'change' | 'convert' | Ending>('');
  let kind = $state('call');
  let said = $state('');
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

  async function done() {
    asking = '';
    await onChange();
  }

  function takeUp() {
    void acts.run(() => ask(api.POST('/api/enquiries/{id}/reopened', { params })));
  }

  offer(() =>
    works
      ? [
          { label: 'Convert to opportunity', keys: 'Ctrl+Enter', run: () => (asking = 'convert') },
          { label: 'Edit', keys: 'e', run: () => (asking = 'change') },
          { label: 'Put on hold', keys: 'p', run: () => (asking = 'on-hold') },
          { label: 'Close enquiry', keys: 'x', run: () => (asking = 'not-pursued') },
          { label: 'Reassign', keys: 'v', run: () => (asking = 'reassign') }
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
    <button class="plain" onclick={() => (asking = 'reassign')}>Reassign…</button>
    <button class="plain" onclick={() => (asking = 'on-hold')}>Put on hold…</button>
    <button class="plain" onclick={() => (asking = 'not-pursued')}>Not pursued…</button>
    <button class="act" onclick={() => (asking = 'change')}>Edit…</button>
    <button class="act main" onclick={() => (asking = 'convert')}>Convert to opportunity…</button>
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
  {#if e.phone || e.email}<span><Reach phone={e.phone} email={e.email} /></span>{/if}
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
    <h2>Files</h2>
    <Notice refusal={refusalOf(files)} />
    {#if files.data}<Files
        record="enquiry"
        id={e.id}
        files={files.data}
        mayChange={works}
        onChange={() => files.refetch()}
      />{/if}
    <OwnFields record="enquiry" id={e.id} mayChange={works} />
    <h2 class="next">History</h2>
    <Changes record="enquiry" id={e.id} />
  </div>
</div>

<Ask
  bind:open={() => asking === 'convert', (o) => (asking = o ? 'convert' : '')}
  title="Convert {e.number} to an opportunity"
  wide
>
  <Convert {view} />
</Ask>
<Ask bind:open={() => asking === 'change', (o) => (asking = o ? 'change' : '')} title="Edit {e.number}" wide>
  <EnquiryForm enquiry={e} onChange={done} />
</Ask>
{#each ENDINGS as [how, title] (how)}
  <Ask bind:open={() => asking === how, (o) => (asking = o ? how : '')} title="{title}: {e.number}">
    <EnquiryEnd {e} {how} onDone={done} />
  </Ask>
{/each}

<style>
  .about {
    font-size: var(--type-lead);
    margin: 8px 0;
  }
  .two {
    margin-top: 10px;
  }
  .pad form {
    display: grid;
    grid-template-columns: 100px 1fr auto;
    gap: 6px;
    margin-bottom: 12px;
  }
  .next {
    margin-top: 14px;
  }
</style>
