<script lang="ts">
  import { goto } from '$app/navigation';
  import { untrack } from 'svelte';
  import { api, ask, type Schemas } from '$lib/api/client';
  import { after } from '$lib/activity/step';
  import Files from '$lib/file/Files.svelte';
  import { offer } from '$lib/shell/actions.svelte';
  import { session } from '$lib/shell/session.svelte';
  import Changes from '$lib/trail/Changes.svelte';
  import Trail from '$lib/trail/Trail.svelte';
  import Ask from '$lib/ui/Ask.svelte';
  import Icon from '$lib/ui/Icon.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import Strokes from '$lib/ui/Strokes.svelte';
  import Verdict from '$lib/ui/Verdict.svelte';
  import { Acts, match } from '$lib/ui/acts.svelte';
  import { day, daysBetween, words } from '$lib/ui/format';
  import { tone } from '$lib/ui/tones';
  import Ruler from '$lib/worksheet/Ruler.svelte';
  import Worksheet from '$lib/worksheet/Worksheet.svelte';
  import { Editor } from '$lib/worksheet/editor.svelte';
  import { homeOf } from '$lib/worksheet/home';
  import { benchKeys } from '$lib/worksheet/keys';
  import AboutPanel from './AboutPanel.svelte';
  import LeadQuote from './LeadQuote.svelte';
  import StagePanel from './StagePanel.svelte';

  let { o, onChange }: { o: Schemas['OpportunityView']; onChange: () => unknown } = $props();
  const editor = untrack(
    () => new Editor(o.worksheet, homeOf('opportunities', o.id), String(session.me?.id ?? ''))
  );
  const acts = new Acts(() => onChange());
  let side = $state('checks');
  let asking = $state<'' | 'order' | 'about' | 'team' | 'lost' | 'paused' | 'copy' | 'owner' | 'process'>('');
  const today = $derived(session.view?.today ?? '');
  const next = $derived(
    o.activities.filter((a) => !a.closedAt).sort((a, b) => a.due.localeCompare(b.due))[0]
  );
  const stage = $derived(o.stages.find((s) => s.id === o.stageId));
  const missing = $derived(o.checks.filter((c) => c.must && !c.done).length);
  const silent = $derived(o.state === 'open' ? daysBetween(o.touchedOn, today) : 0);
  const suggestions = $derived(
    // What is planned already is not suggested again, nor what was done here since it came to the stage.
    (stage?.steps ?? [])
      .filter(
        (step) =>
          !o.activities.some(
            (a) =>
              a.subject === step.subject && (!a.closedAt || (a.doneAt ?? '').slice(0, 10) >= o.stageSince)
          )
      )
      .map((step) => ({ kind: step.kind, subject: step.subject, due: after(today, step.days) }))
  );
  const beside = $derived([
    { key: 'stage', label: 'Stage', ...(missing > 0 ? { mark: String(missing) } : {}) },
    { key: 'about', label: 'Details' },
    { key: 'steps', label: 'Activities', mark: String(o.activities.filter((a) => !a.closedAt).length) },
    { key: 'files', label: 'Files', ...(o.files.length > 0 ? { mark: String(o.files.length) } : {}) },
    { key: 'history', label: 'History' }
  ]);

  // What somebody else saved is shown, or joined with what is typed here.
  $effect(() => {
    const fresh = o.worksheet;
    untrack(() => void editor.seen(fresh));
  });

  function move(to: number) {
    void acts
      .run(() =>
        ask(
          api.POST('/api/opportunities/{id}/stage/{stage}', {
            params: { path: { id: o.id, stage: to }, header: match(o.version) }
          })
        )
      )
      .then((moved) => {
        if (moved && !next) side = 'steps';
        if (!moved) side = 'stage';
      });
  }

  async function quote() {
    if (editor.dirty && !(await editor.save())) return;
    await acts.run(async () => {
      const made = await ask(api.POST('/api/opportunities/{id}/quotes', { params: { path: { id: o.id } } }));
      await goto('/quotes/' + made.id);
    });
  }

  function copy() {
    asking = 'copy';
  }

  function reopen() {
    void acts.run(() =>
      ask(
        api.POST('/api/opportunities/{id}/reopened', {
          params: { path: { id: o.id }, header: match(o.version) }
        })
      )
    );
  }

  /** Without a quote, what is typed here can be ordered as it is. */
  const direct = $derived(o.mayChange && o.leadQuoteId === null);
  async function order() {
    if (editor.dirty && !(await editor.save())) return;
    asking = 'order';
  }

  const steps = { label: 'Activities', keys: 't', run: () => (side = side === 'steps' ? 'checks' : 'steps') };
  offer(() =>
    o.mayChange
      ? [
          ...benchKeys(editor),
          { label: 'Create quote', keys: 'Ctrl+Enter', run: quote },
          ...(direct ? [{ label: 'Place order', keys: 'b', run: order }] : []),
          { label: 'Edit opportunity', keys: 'e', run: () => (asking = 'about') },
          {
            label: 'Edit people, tags, competitors and credit split',
            keys: 'w',
            run: () => (asking = 'team')
          },
          steps,
          { label: 'Put on hold', keys: 'p', run: () => (asking = 'paused') },
          { label: 'Lost', keys: 'x', run: () => (asking = 'lost') },
          { label: 'Reassign to a colleague', run: () => (asking = 'owner') },
          { label: 'Change sales process', run: () => (asking = 'process') },
          { label: 'Copy', run: copy }
        ]
      : [
          steps,
          ...(o.mayReopen ? [{ label: 'Reopen', keys: 'o', run: reopen }] : []),
          ...(session.sells ? [{ label: 'Copy', run: copy }] : [])
        ]
  );
</script>

<div class="head">
  <h1>{o.title}</h1>
  {#if o.mayChange}
    <a class="plain" href="/api/opportunities/{o.id}/brief.pdf" download>Brief (PDF)</a>
    <button class="plain" onclick={copy}>Copy</button>
    <button class="plain" onclick={() => (asking = 'paused')}>Put on hold…</button>
    <button class="plain" onclick={() => (asking = 'lost')}>Close as lost…</button>
    <button class="act" onclick={() => (asking = 'about')}>Edit…</button>
    {#if direct}<button class="act" onclick={() => void order()}>Place order…</button>{/if}
    <button class="act main" onclick={quote}>Create quote <Icon name="arrow" size={13} /></button>
  {:else}
    <Verdict tone={tone(o.state)}
      >{o.state}{o.about.pausedUntil ? ' until ' + day(o.about.pausedUntil) : ''}{o.about.reason
        ? ': ' + o.about.reason
        : ''}{o.about.competitor ? ', to ' + o.about.competitor : ''}</Verdict
    >
    {#if session.sells}<button class="plain" onclick={copy}>Copy</button>{/if}
    {#if o.mayReopen}<button class="act main" onclick={reopen}>Reopen</button>{/if}
  {/if}
</div>
<div class="top">
  <div class="facts">
    <span>{o.number}</span>
    <span><a href="/accounts/{o.accountId}">{o.account}</a>{o.town ? ', ' + o.town : ''}</span>
    <span>terms <b>{o.termsDays} days</b>{o.priceGroup ? ', ' + words(o.priceGroup) : ''}</span>
    <span class:bad={o.state === 'open' && o.expectedClose < today}
      >closes <b>{day(o.expectedClose)}</b>{o.slips ? `, moved back ${o.slips}×` : ''}</span
    >
    <span
      >probability <b>{o.probability} %</b>
      <Strokes probability={o.probability} />{o.about.ownProbability ? ' set by hand' : ''}</span
    >
    {#if o.about.priority !== 'normal'}<span>priority <b>{o.about.priority}</b></span>{/if}
    <span>{o.owner}</span>
    {#if next}<span>next <b class:bad={next.due < today}>{next.kind} {day(next.due)}</b></span
      >{:else if o.state === 'open'}<span class="bad">no activity planned</span>{/if}
    {#if silent > 14}<span class="heed">no contact for {silent} days</span>{/if}
  </div>
  <Ruler stages={o.stages} here={o.stageId} moves={o.moves} locked={!o.mayChange} onMove={move} />
</div>
{#if asking === ''}<Notice refusal={acts.refusal} />{/if}
{#if o.renewsId}{#await import('$lib/renewal/RunningTerm.svelte') then { default: RunningTerm }}<RunningTerm
      agreement={o.renewsId}
      {o}
    />{/await}{/if}
{#if o.leadQuoteId !== null}<LeadQuote {o} {editor} {onChange} />{/if}
{#snippet panel(key: string)}
  {#if key === 'stage'}<StagePanel {o} {onChange} />
  {:else if key === 'about'}<AboutPanel
      {o}
      onChangeAbout={() => (asking = 'about')}
      onChangeTeam={() => (asking = 'team')}
      onMove={(what: 'owner' | 'process') => {
        asking = what;
      }}
    />
  {:else if key === 'steps'}{#await import('$lib/activity/Steps.svelte') then { default: Steps }}<Steps
        record="opportunity"
        id={o.id}
        activities={o.activities}
        mayChange={o.mayChange}
        wanted={o.state === 'open'}
        {suggestions}
        {onChange}
      />{/await}
  {:else if key === 'files'}<Files
      record="opportunity"
      id={o.id}
      files={o.files}
      mayChange={o.mayChange}
      {onChange}
    />
  {:else}<Trail opportunity={o.id} here={o.number} /><Changes record="opportunity" id={o.id} />{/if}
{/snippet}
<Worksheet {editor} locked={!o.mayChange} {beside} bind:side {panel} />

{#snippet asked(kind: typeof asking, title: string)}
  <Ask
    bind:open={() => asking === kind, (open) => (asking = open ? kind : '')}
    {title}
    wide={kind === 'about' || kind === 'team'}
  >
    {#if kind === 'order'}{#await import('$lib/order/OrderForm.svelte') then { default: OrderForm }}<OrderForm
          opportunity={o.id}
          contract={editor.view.totals.contract}
          onDone={() => (asking = '')}
        />{/await}
    {:else if kind === 'about'}{#await import('./AboutForm.svelte') then { default: AboutForm }}<AboutForm
          {o}
          {onChange}
          bind:open={() => true, (open) => !open && (asking = '')}
        />{/await}
    {:else if kind === 'team'}{#await import('./TeamForm.svelte') then { default: TeamForm }}<TeamForm
          {o}
          {onChange}
          bind:open={() => true, (open) => !open && (asking = '')}
        />{/await}
    {:else if kind === 'copy'}{#await import('./CopyForm.svelte') then { default: CopyForm }}<CopyForm
          {o}
        />{/await}
    {:else if kind === 'owner' || kind === 'process'}{#await import('./MoveForm.svelte') then { default: MoveForm }}<MoveForm
          {o}
          what={kind}
          {onChange}
          bind:open={() => true, (open) => !open && (asking = '')}
        />{/await}
    {:else}{#await import('./EndForm.svelte') then { default: EndForm }}<EndForm
          {o}
          paused={kind === 'paused'}
          {onChange}
          bind:open={() => true, (open) => !open && (asking = '')}
        />{/await}{/if}
  </Ask>
{/snippet}
{@render asked('about', `Edit ${o.number}`)}
{@render asked('team', `People and competitors, ${o.number}`)}
{@render asked('copy', `Copy ${o.number}`)}
{@render asked('owner', `Reassign ${o.number}`)}
{@render asked('process', `Change the sales process of ${o.number}`)}
{@render asked('order', `Place order on ${o.number}`)}
{@render asked('lost', `Close ${o.number} as lost`)}
{@render asked('paused', `Put ${o.number} on hold`)}

<style>
  .top {
    display: flex;
    gap: 8px 26px;
    margin: -4px 0 12px;
    flex-direction: column;
  }
</style>
