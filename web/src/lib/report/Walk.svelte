<script lang="ts">
  import { untrack } from 'svelte';
  import { api, ask, type Schemas } from '$lib/api/client';
  import CloseForm from '$lib/opportunity/CloseForm.svelte';
  import EndForm from '$lib/opportunity/EndForm.svelte';
  import MoveForm from '$lib/opportunity/MoveForm.svelte';
  import NextStep from '$lib/opportunity/NextStep.svelte';
  import { offer } from '$lib/shell/actions.svelte';
  import Ask from '$lib/ui/Ask.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import Strokes from '$lib/ui/Strokes.svelte';
  import { Acts, match } from '$lib/ui/acts.svelte';
  import { day, figure, moment, percent } from '$lib/ui/format';
  import { load, refusalOf } from '$lib/ui/load.svelte';
  import Ruler from '$lib/worksheet/Ruler.svelte';
  import WalkFacts from './WalkFacts.svelte';
  import { WHY, told } from './walking';
  /** One opportunity fills the screen; what changed since the last meeting first; keys decide and go on. */
  let {
    walk,
    onChange,
    onProtocol
  }: { walk: Schemas['Walk']; onChange: () => unknown; onProtocol: () => unknown } = $props();
  const id = untrack(() => walk.meeting.id);
  const items = $derived(walk.items);
  let here = $state(
    untrack(() => {
      const first = walk.items.findIndex((i) => i.seenAt === null);
      return first < 0 ? 0 : first;
    })
  );
  const item = $derived(items[Math.min(here, items.length - 1)]);
  const detail = load<Schemas['OpportunityView']>(
    () => ['opportunity', item?.id ?? 0],
    () => api.GET('/api/opportunities/{id}', { params: { path: { id: item?.id ?? 0 } } }),
    () => item !== undefined
  );
  const since = load<Schemas['WalkSince']>(
    () => ['meeting', id, 'since', item?.id ?? 0, item?.decisions.length],
    () =>
      api.GET('/api/meetings/{id}/items/{opportunity}', {
        params: { path: { id, opportunity: item?.id ?? 0 } }
      }),
    () => item !== undefined
  );
  const o = $derived(detail.data?.id === item?.id ? detail.data : undefined);
  const acts = new Acts(() => changed());
  let asking = $state('');
  let open = $state(false);
  let notes = $state<Record<number, string>>({});
  const note = $derived(item ? (notes[item.id] ?? item.note) : '');

  async function changed() {
    await Promise.all([detail.refetch(), onChange()]);
  }

  function see(): Promise<unknown> {
    if (!item) return Promise.resolve();
    const opportunity = item.id;
    return acts.run(() =>
      ask(
        api.PUT('/api/meetings/{id}/items/{opportunity}', {
          params: { path: { id, opportunity } },
          body: { note }
        })
      )
    );
  }

  /** What was looked at is marked, and its note kept, before the next one is shown. */
  async function go(by: number) {
    if (acts.busy) return;
    if (by > 0) await see();
    const to = here + by;
    if (to >= items.length) onProtocol();
    else here = Math.max(0, to);
    document.querySelector<HTMLElement>('.walk')?.focus({ preventScroll: true });
    scrollTo({ top: 0 });
  }

  function decide(what: string) {
    asking = what;
    open = true;
  }

  function move(stage: number) {
    if (!o) return;
    const of = o;
    void acts.run(() =>
      ask(
        api.POST('/api/opportunities/{id}/stage/{stage}', {
          params: { path: { id: of.id, stage }, header: match(of.version) }
        })
      )
    );
  }
  const TITLES: Record<string, string> = {
    close: 'New close date',
    next: 'Next activity',
    owner: 'Reassign to a colleague',
    lost: 'Lost',
    paused: 'Put on hold'
  };
  const may = $derived(!!o?.mayChange && o.state === 'open');
  offer(() => [
    { label: 'Next opportunity', keys: 'ArrowRight', run: () => go(1) },
    { label: 'On', keys: 'j', run: () => go(1) },
    { label: 'Previous opportunity', keys: 'ArrowLeft', run: () => go(-1) },
    { label: 'Back', keys: 'k', run: () => go(-1) },
    ...(may
      ? [
          { label: 'New close date', keys: 'd', run: () => decide('close') },
          { label: 'Next activity', keys: 'n', run: () => decide('next') },
          { label: 'Reassign to a colleague', keys: 'o', run: () => decide('owner') },
          { label: 'Put on hold', keys: 'p', run: () => decide('paused') },
          { label: 'Lost', keys: 'x', run: () => decide('lost') }
        ]
      : []),
    { label: 'Note', keys: 'm', run: () => document.getElementById('walk-note')?.focus() },
    { label: 'Protocol', keys: 'e', run: async () => (await see(), onProtocol()) }
  ]);
</script>

{#if item}
  <div class="page walk" tabindex="-1">
    <div class="head">
      <span class="quiet"
        >Meeting of {moment(walk.meeting.startedAt)}, {here + 1} of {items.length}{#if walk.meeting.leftOut}&nbsp;(the
          first; {walk.meeting.leftOut} more are open){/if}; changes since {day(walk.meeting.since)}</span
      >
      <span class="turn">
        <button class="act" disabled={here === 0 || acts.busy} onclick={() => go(-1)}
          >Back <kbd>←</kbd></button
        >
        <button class="act main" disabled={acts.busy} onclick={() => go(1)}
          >{here + 1 < items.length ? 'Next' : 'To the protocol'} <kbd>→</kbd></button
        >
        <button class="act" onclick={async () => (await see(), onProtocol())}>Protocol <kbd>e</kbd></button>
      </span>
    </div>
    <div class="bar" aria-hidden="true"><i style:width="{((here + 1) / items.length) * 100}%"></i></div>
    <div class="what">
      <div>
        <h1>{item.title}</h1>
        <p class="who">
          <a href="/opportunities/{item.id}">{item.number}</a>, {item.account}, {item.owner}
          {#if item.state !== 'open'}<b class={item.state === 'won' ? 'good' : 'bad'}>{item.state}</b>{/if}
        </p>
        {#if item.why.length}<p class="why heed">{item.why.map((w) => WHY[w] ?? w).join('; ')}</p>{/if}
      </div>
      <div class="worth">
        <b class="figure">{figure(o?.value ?? item.value)}</b>
        {#if o}<span class="odds"><Strokes probability={o.probability} /> {percent(o.probability)}</span>
          <span>closes {day(o.expectedClose)}{o.slips ? `, moved back ${o.slips}×` : ''}</span>{/if}
      </div>
    </div>
    <Notice refusal={refusalOf(detail) ?? refusalOf(since) ?? acts.refusal} />
    {#if o}<Ruler stages={o.stages} here={o.stageId} moves={o.moves} locked={!may} onMove={move} />{/if}
    <div class="three">
      <WalkFacts {o} {since} day={walk.meeting.since} />
      <section aria-label="Decide">
        <h2>Decide</h2>
        <div class="keys">
          <button class="act" disabled={!may} onclick={() => decide('close')}
            >New close date <kbd>d</kbd></button
          >
          <button class="act" disabled={!may} onclick={() => decide('next')}
            >Next activity <kbd>n</kbd></button
          >
          <button class="act" disabled={!may} onclick={() => decide('owner')}>Reassign <kbd>o</kbd></button>
          <button class="act" disabled={!may} onclick={() => decide('paused')}>On hold <kbd>p</kbd></button>
          <button class="act" disabled={!may} onclick={() => decide('lost')}>Lost <kbd>x</kbd></button>
        </div>
        {#if o && !o.mayChange}<p class="quiet">
            Only {item.owner} or a manager of the team changes it.
          </p>{/if}
        <label for="walk-note">Note <kbd>m</kbd></label>
        <textarea
          id="walk-note"
          class="box"
          rows="3"
          value={note}
          oninput={(e) => (notes[item.id] = e.currentTarget.value)}></textarea>
        {#if item.decisions.length}
          <p class="quiet">In this meeting:</p>
          <ul>
            {#each item.decisions as c, n (n)}<li>{told(c)}</li>{/each}
          </ul>
        {/if}
      </section>
    </div>
  </div>
  <Ask bind:open title={TITLES[asking] ?? ''}>
    {#if o && asking === 'close'}<CloseForm {o} bind:open onChange={changed} />
    {:else if o && asking === 'next'}<NextStep id={o.id} bind:open onChange={changed} />
    {:else if o && asking === 'owner'}<MoveForm {o} what="owner" bind:open onChange={changed} />
    {:else if o && (asking === 'lost' || asking === 'paused')}<EndForm
        {o}
        paused={asking === 'paused'}
        bind:open
        onChange={changed}
      />{/if}
  </Ask>
{/if}

<style>
  .walk {
    outline: none;
    font-size: 15px;
  }
  .head span:first-child {
    margin-right: auto;
  }
  .turn {
    display: flex;
    gap: 8px;
    flex-wrap: wrap;
  }
  .main kbd {
    color: inherit;
    background: transparent;
  }
  .bar {
    height: 3px;
    background: var(--rule);
    margin-bottom: 16px;
  }
  .bar i {
    display: block;
    height: 100%;
    background: var(--brass);
  }
  .what {
    display: flex;
    gap: 24px;
    align-items: start;
    margin-bottom: 16px;
  }
  .what > div:first-child {
    flex: 1;
  }
  h1 {
    font-size: 32px;
    line-height: 1.15;
  }
  .who {
    font-size: 17px;
    margin-top: 4px;
  }
  .why {
    margin-top: 4px;
  }
  .worth {
    display: grid;
    justify-items: end;
    gap: 2px;
  }
  .worth b {
    font-size: 32px;
    font-weight: 620;
    line-height: 1.15;
  }
  .odds {
    display: flex;
    gap: 8px;
    align-items: center;
  }
  .three {
    display: grid;
    grid-template-columns: minmax(0, 1.2fr) minmax(0, 1fr) minmax(0, 1fr);
    gap: 26px;
    margin-top: 20px;
    align-items: start;
  }
  h2 {
    margin-bottom: 6px;
  }
  li {
    padding: 3px 0;
    border-bottom: 1px solid var(--rule);
  }
  .keys {
    display: grid;
    grid-template-columns: 1fr 1fr;
    gap: 8px;
    margin-bottom: 12px;
  }
  .keys .act {
    justify-content: space-between;
    min-height: 36px;
  }
  textarea {
    width: 100%;
    margin: 4px 0 8px;
  }
  @media (max-width: 900px) {
    .three {
      grid-template-columns: minmax(0, 1fr);
    }
    .what {
      flex-wrap: wrap;
    }
    .worth {
      justify-items: start;
    }
    h1,
    .worth b {
      font-size: 24px;
    }
    .keys .act,
    .turn .act {
      min-height: 44px;
    }
  }
</style>
