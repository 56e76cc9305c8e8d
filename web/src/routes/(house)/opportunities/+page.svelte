<script lang="ts">
  import { goto } from '$app/navigation';
  import { page } from '$app/state';
  import { untrack } from 'svelte';
  import { api } from '$lib/api/client';
  import Columns from '$lib/opportunity/Columns.svelte';
  import Filters from '$lib/opportunity/Filters.svelte';
  import Views from '$lib/opportunity/Views.svelte';
  import { Narrow } from '$lib/opportunity/narrow.svelte';
  import { offer } from '$lib/shell/actions.svelte';
  import { session } from '$lib/shell/session.svelte';
  import Ask from '$lib/ui/Ask.svelte';
  import Icon from '$lib/ui/Icon.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import { load, refusalOf } from '$lib/ui/load.svelte';
  const SHOWN = ['sheet', 'list', 'calendar'] as const;
  type Shown = (typeof SHOWN)[number];
  // The address holds what is shown, so that it can be kept, sent and gone back to.
  const given = page.url.searchParams;
  function first(): Shown {
    const wanted = localStorage.getItem('tally-opportunities');
    return SHOWN.find((s) => s === wanted) ?? 'sheet';
  }
  const usual = first();
  const narrow = new Narrow(page.url.search);
  // What is kept and sent with a view or an address also says how it is shown.
  const view = $derived(SHOWN.find((s) => s === narrow.get('as')) ?? usual);
  if (page.url.search === '' && session.me && session.onlySells) narrow.set('owner', String(session.me.id));
  if (page.url.search === '') narrow.set('process', 'new');
  let opening = $state(given.has('new'));
  let finer = $state(false);
  let keeping = $state(false);
  const owner = $derived(Number(narrow.get('owner') || '0'));
  const sheet = load(
    () => ['sheet', narrow.text],
    () => api.GET('/api/sheet', { params: { query: narrow.query } }),
    () => view === 'sheet',
    true
  );
  const attention = load(
    () => ['attention', narrow.get('owner'), narrow.get('team')],
    () =>
      api.GET('/api/opportunities/attention', {
        params: { query: { ...(owner ? { owner } : {}), team: narrow.get('team') } }
      }),
    () => true,
    true
  );
  const processes = load(
    () => ['processes'],
    () => api.GET('/api/processes')
  );
  const people = load(
    () => ['people'],
    () => api.GET('/api/users')
  );
  // It grows with each answer to something that changed, so that the list asks anew as well.
  const fresh = $derived(attention.dataUpdatedAt);
  const whose = $derived(narrow.get('team') ? 'team ' + narrow.get('team') : narrow.get('owner'));

  function show(as: Shown) {
    narrow.set('as', as);
    localStorage.setItem('tally-opportunities', as);
  }

  function turn() {
    show(SHOWN[(SHOWN.indexOf(view) + 1) % SHOWN.length] ?? 'sheet');
  }

  function belong(to: string) {
    narrow.set('team', to.startsWith('team ') ? to.slice(5) : '');
    narrow.set('owner', to.startsWith('team ') ? '' : to);
  }

  function group(by: string) {
    narrow.set('group', by);
    if (by === '' || by === narrow.get('then')) narrow.set('then', '');
  }

  function neglected(attention: string) {
    show('list');
    narrow.set('attention', attention);
    narrow.set('process', '');
  }

  $effect(() => {
    const text = narrow.text;
    const address = '/opportunities' + (text ? '?' + text : '');
    untrack(() => {
      if (page.url.pathname + page.url.search !== address && page.url.pathname === '/opportunities')
        void goto(address, { replaceState: true, keepFocus: true, noScroll: true });
    });
  });
  const acts = $derived([
    ...(session.sells ? [{ label: 'New opportunity', keys: 'n', run: () => (opening = true) }] : []),
    { label: 'Sheet, list, calendar in turn', keys: 'v', run: turn },
    {
      label: 'Filter',
      keys: 'f',
      run: () => (view === 'calendar' ? show('list') : (finer = !finer))
    },
    { label: 'Needs attention', keys: 'm', run: () => neglected('any') },
    { label: 'Save this view', run: () => (keeping = true) }
  ]);
  // The sheet offers these beside its own.
  offer(() => (view === 'sheet' ? null : acts));
  const GROUPS = [
    ['', 'not grouped'],
    ['stage', 'by stage'],
    ['month', 'by month'],
    ['owner', 'by owner'],
    ['team', 'by team'],
    ['account', 'by account'],
    ['industry', 'by industry'],
    ['town', 'by place'],
    ['process', 'by process'],
    ['state', 'by state'],
    ['priority', 'by priority'],
    ['interest', 'by interest'],
    ['business', 'by business'],
    ['source', 'by source'],
    ['campaign', 'by campaign'],
    ['tag', 'by tag'],
    ['competitor', 'by competitor'],
    ['reason', 'by reason']
  ] as const;
  const ownFields = load(
    () => ['own-field-list'],
    () => api.GET('/api/own-fields')
  );
  const groups = $derived([
    ...GROUPS,
    ...(ownFields.data?.fields ?? [])
      .filter(
        (f) => ['opportunity', 'account'].includes(f.record) && ['choice', 'yes-no', 'text'].includes(f.kind)
      )
      .map((f) => [f.key, `by ${f.name}`] as const)
  ]);
  const ATTENTION = [
    ['no-activity-planned', 'no activity planned'],
    ['no-contact', 'no contact'],
    ['close-moved-back', 'close moved back'],
    ['past-expected-close', 'past close']
  ] as const;
</script>

<svelte:head><title>Opportunities · Firm Tally</title></svelte:head>
<div class="page">
  <div class="head">
    <h1>Opportunities</h1>
    <div class="as" role="group" aria-label="View">
      {#each SHOWN as as (as)}<button
          class="act"
          class:main={view === as}
          aria-pressed={view === as}
          onclick={() => show(as)}
          title="v">{as}</button
        >{/each}
    </div>
    <Views text={narrow.text} onChoose={(query: string) => narrow.read(query)} bind:keeping />
    {#if session.sells}<button class="act main" onclick={() => (opening = true)}
        ><Icon name="plus" size={13} />New opportunity</button
      >{/if}
  </div>
  <div class="narrow">
    {#if view !== 'calendar'}
      <input
        class="box"
        name="filter"
        placeholder="Title, number or account"
        aria-label="Filter"
        value={narrow.get('q')}
        oninput={(e) => narrow.set('q', e.currentTarget.value)}
      />
    {/if}
    {#if view === 'list'}
      <select
        class="box"
        aria-label="State"
        value={narrow.get('state') || 'open'}
        onchange={(e) => narrow.set('state', e.currentTarget.value === 'open' ? '' : e.currentTarget.value)}
      >
        {#each ['open', 'paused', 'won', 'lost', 'all'] as s (s)}<option>{s}</option>{/each}
      </select>
    {/if}
    {#if view !== 'calendar'}
      <select
        class="box"
        aria-label="Process"
        value={narrow.get('process') || (view === 'sheet' ? 'new' : '')}
        onchange={(e) => narrow.set('process', e.currentTarget.value)}
      >
        <option value="new">new business</option><option value="renewal">renewals</option>
        {#each processes.data?.processes ?? [] as p (p.process.id)}<option value={String(p.process.id)}
            >{p.process.name}</option
          >{/each}
        {#if view === 'list'}<option value="">all</option>{/if}
      </select>
    {/if}
    <select class="box" aria-label="Owner" value={whose} onchange={(e) => belong(e.currentTarget.value)}>
      <option value={String(session.me?.id)}>mine</option><option value="">everybody’s</option>
      {#each processes.data?.teams ?? [] as name (name)}<option value="team {name}">team {name}</option
        >{/each}
      {#each people.data?.filter((p) => p.id !== session.me?.id && p.roles.includes('rep')) ?? [] as p (p.id)}<option
          value={String(p.id)}>{p.name}</option
        >{/each}
    </select>
    {#if view === 'list'}
      <select
        class="box"
        aria-label="Grouped"
        value={narrow.get('group')}
        onchange={(e) => group(e.currentTarget.value)}
      >
        {#each groups as [key, label] (key)}<option value={key}>{label}</option>{/each}
      </select>
      {#if narrow.get('group')}
        <select
          class="box"
          aria-label="Grouped then"
          value={narrow.get('then')}
          onchange={(e) => narrow.set('then', e.currentTarget.value)}
        >
          {#each groups.filter(([key]) => key !== narrow.get('group')) as [key, label] (key)}<option
              value={key}>{key ? 'then ' + label : 'then by nothing'}</option
            >{/each}
        </select>
      {/if}
    {/if}
    {#if view !== 'calendar'}
      <button class="plain" aria-expanded={finer} onclick={() => (finer = !finer)}
        >Filter{narrow.finer ? ' ' + narrow.finer : ''}</button
      >
    {/if}
    {#if attention.data && view !== 'calendar'}
      {#each ATTENTION as [key, label] (key)}
        {#if attention.data[key]}<button
            class="plain attention"
            aria-pressed={narrow.get('attention') === key}
            onclick={() => neglected(narrow.get('attention') === key ? '' : key)}
            ><b>{attention.data[key]}</b> {label}</button
          >{/if}
      {/each}
    {/if}
    {#if view === 'list'}
      <Columns text={narrow.get('cols')} onChange={(cols: string) => narrow.set('cols', cols)} />
      <span class="out"
        ><a href="/api/opportunities/list.csv?{narrow.text}" download aria-label="This list as CSV">CSV</a>
        <a href="/api/opportunities/list.xlsx?{narrow.text}" download aria-label="This list as XLSX">XLSX</a
        ></span
      >
    {/if}
  </div>
  {#if finer && view !== 'calendar'}<Filters {narrow} />{/if}
  {#if view === 'sheet'}
    <Notice refusal={refusalOf(sheet)} />
    {#if sheet.data}{#await import('$lib/opportunity/Sheet.svelte') then { default: Sheet }}<Sheet
          sheet={sheet.data}
          onChange={() => sheet.refetch()}
          more={acts}
        />{/await}{/if}
  {:else if view === 'list'}
    {#await import('$lib/opportunity/List.svelte') then { default: List }}<List
        {narrow}
        {fresh}
        onNew={() => (opening = true)}
      />{/await}
  {:else}
    {#await import('$lib/opportunity/Month.svelte') then { default: Month }}<Month
        person={owner}
        team={narrow.get('team')}
      />{/await}
  {/if}
</div>
<Ask bind:open={opening} title="New opportunity"
  >{#await import('$lib/opportunity/NewOpportunity.svelte') then { default: NewOpportunity }}<NewOpportunity
    />{/await}</Ask
>

<style>
  .as {
    display: flex;
  }
  .as button {
    border-radius: 0;
    margin-left: -1px;
  }
  .narrow {
    display: flex;
    gap: 6px 10px;
    flex-wrap: wrap;
    align-items: center;
    margin: -2px 0 10px;
  }
  .narrow .box {
    width: auto;
    max-width: 150px;
  }
  button.attention {
    color: var(--brass);
    font-size: var(--type-small);
    padding: 0;
  }
  button.attention[aria-pressed='true'] {
    text-decoration: underline;
  }
  .out {
    margin-left: auto;
  }
</style>
