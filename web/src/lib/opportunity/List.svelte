<script lang="ts">
  import { untrack } from 'svelte';
  import { VList } from 'virtua/svelte';
  import { asRefusal, type Schemas } from '$lib/api/client';
  import { session } from '$lib/shell/session.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import Strokes from '$lib/ui/Strokes.svelte';
  import { day, daysBetween, figure, month, words } from '$lib/ui/format';
  import type { Narrow } from './narrow.svelte';
  import { Pages, type Line } from './pages.svelte';
  /** The list: narrowed, sorted, gathered and subtotalled; only what is seen is drawn. */
  let { narrow, onNew, fresh }: { narrow: Narrow; onNew: () => void; fresh: number } = $props();
  const pages = new Pages();
  const today = $derived(session.view?.today ?? '');
  const grouped = $derived(narrow.get('group') !== '');
  let height = $state(500);
  let frame: HTMLElement;

  $effect(() => {
    const query = narrow.query;
    // Asked anew as well when somebody changed something.
    void fresh;
    untrack(() => void pages.start(query));
  });

  function fit() {
    height = Math.max(240, window.innerHeight - frame.getBoundingClientRect().top - 60);
  }
  $effect(() => {
    fit();
    // The filters above may have grown.
    void narrow.text;
    const frameId = requestAnimationFrame(fit);
    return () => cancelAnimationFrame(frameId);
  });

  const SORTS = [
    ['title', 'Title', ''],
    ['account', 'Account', ''],
    ['stage', 'Stage', ''],
    ['value', 'Value', 'figure'],
    ['close', 'Closes', 'figure'],
    ['age', 'Days in stage', 'figure'],
    ['owner', 'Owner', '']
  ] as const;
  const sorted = $derived(narrow.get('sort') || 'close');

  function sort(by: string) {
    const first = by === 'value' ? '-value' : by;
    const other = first.startsWith('-') ? by : '-' + by;
    narrow.set('sort', sorted === first ? other : first);
  }

  function ordered(by: string): 'ascending' | 'descending' | 'none' {
    return sorted === by ? 'ascending' : sorted === '-' + by ? 'descending' : 'none';
  }

  const FAULT: Record<string, [short: string, whole: string]> = {
    'no-activity-planned': ['no activity', 'no activity planned'],
    'no-contact': ['no contact', 'no contact for 14 days'],
    'close-moved-back': ['moved back', 'close date moved back twice or more'],
    'past-expected-close': ['past', 'past its expected close'],
    'over-usual-days': ['slow', 'longer in stage than usual']
  };

  function attention(row: Schemas['OpportunityRow'], whole: boolean): string {
    return row.attention
      .map((f) =>
        f === 'close-moved-back' && !whole ? `${row.slips}× moved back` : FAULT[f]?.[whole ? 1 : 0]
      )
      .join(', ');
  }

  function label(group: { key: string; label: string }): string {
    if (group.label === '') return 'none';
    return narrow.get('group') === 'month' ? month(group.label) : words(group.label);
  }

  function key(line: Line, n: number): string {
    return line.kind === 'group'
      ? 'g' + line.group.key
      : line.kind === 'row'
        ? line.in + '/' + line.row.id
        : 'm' + n;
  }

  /** What follows is loaded as soon as it comes near. */
  function near(from: string) {
    return () => void pages.further(from);
  }
</script>

<Notice refusal={pages.failure ? asRefusal(pages.failure) : null} />
<div class="list leaf" role="table" aria-label="Opportunities" aria-rowcount={-1} bind:this={frame}>
  <div class="line titles" role="row">
    <span role="columnheader">Number</span>
    {#each SORTS as [by, shown, kind] (by)}
      <span role="columnheader" class={kind} aria-sort={ordered(by)}
        ><button class="plain" onclick={() => sort(by)}
          >{shown}{#if ordered(by) !== 'none'}<i class={ordered(by)}></i>{/if}</button
        ></span
      >
      {#if by === 'stage'}<span role="columnheader">Probability</span>{/if}
      {#if by === 'age'}<span role="columnheader">Next activity</span>{/if}
    {/each}
    <span role="columnheader">Needs attention</span>
  </div>
  {#if pages.lines.length === 0}
    <p class="quiet empty">
      {pages.ready ? 'No opportunity matches the filter.' : 'Loading…'}
      {#if pages.ready && session.sells}<button class="plain" onclick={onNew}>New opportunity</button>{/if}
    </p>
  {:else}
    <VList
      data={pages.lines}
      getKey={key}
      style="height: {height}px"
      tabindex={0}
      role="rowgroup"
      aria-label="Rows"
    >
      {#snippet children(line: Line)}
        {#if line.kind === 'group'}
          <div class="line group" role="row">
            <span role="cell" class="wide"
              ><button class="plain" aria-expanded={line.open} onclick={() => pages.toggle(line.group.key)}
                ><i class:open={line.open}></i>{label(line.group)}</button
              ></span
            >
            <span role="cell" class="quiet">{line.group.count}</span>
            <span role="cell" class="figure"><b>{figure(line.group.value)}</b></span>
            <span role="cell" class="figure quiet weighted">weighted {figure(line.group.weighted)}</span>
          </div>
        {:else if line.kind === 'row'}
          {@const row = line.row}
          {@const open = row.state === 'open'}
          {@const here = daysBetween(row.stageSince, today)}
          <div class="line row" role="row">
            <span role="cell"><a href="/opportunities/{row.id}">{row.number}</a></span>
            <span role="cell" class="title" title={row.title}
              >{#if row.priority === 'high'}<b class="heed first" title="high priority">!</b>
              {/if}{row.title}</span
            >
            <span role="cell" title={row.account}><a href="/accounts/{row.accountId}">{row.account}</a></span>
            <span role="cell" title={row.stage}
              >{open ? row.stage : row.state + (row.reason ? ': ' + row.reason : '')}</span
            >
            <span role="cell"
              >{#if open}<Strokes probability={row.probability} />{/if}</span
            >
            <span role="cell" class="figure value">{figure(row.value)}</span>
            <span role="cell" class="figure" class:bad={open && row.expectedClose < today}
              >{day(row.closedOn ?? row.expectedClose)}</span
            >
            <span role="cell" class="figure" class:heed={row.attention.includes('over-usual-days')}
              >{open ? here + ' d' : '–'}</span
            >
            <span role="cell" class={row.nextDue && row.nextDue >= today ? 'quiet' : open ? 'bad' : 'quiet'}
              >{row.nextDue ? day(row.nextDue) : open ? 'none' : '–'}</span
            >
            <span role="cell" class="quiet off" title={row.owner}>{row.owner}</span>
            <span role="cell" class="bad attention" title={attention(row, true)}>{attention(row, false)}</span
            >
          </div>
        {:else}
          <div class="line" role="row" {@attach near(line.in)}>
            <span role="cell" class="quiet">More…</span>
          </div>
        {/if}
      {/snippet}
    </VList>
  {/if}
</div>
{#if grouped && pages.groups.length > 1}
  <p class="quiet">
    {pages.groups.length} groups{narrow.get('group') === 'tag' || narrow.get('group') === 'competitor'
      ? '; an opportunity with several stands in each of them'
      : ''}
  </p>
{/if}

<style>
  .list {
    min-width: 0;
    overflow-x: auto;
  }
  /* On a phone a row is a card: title and value, then account, stage and close. */
  @media (max-width: 640px) {
    .line.line {
      display: flex;
      flex-wrap: wrap;
      min-width: 0;
      padding: 8px 10px;
      gap: 0 8px;
      font-size: var(--type-small);
    }
    .line.titles {
      display: none;
    }
    .line.row > span {
      order: 3;
    }
    .line.row > .title {
      order: 0;
      flex: 1 1 60%;
      font-size: var(--type-text);
      font-weight: 560;
    }
    .line.row > .value {
      order: 1;
      margin-left: auto;
      font-size: var(--type-text);
    }
    .line.row::after {
      content: '';
      order: 2;
      flex: 0 0 100%;
    }
    .line.row > .off {
      display: none;
    }
  }
  .line {
    display: grid;
    grid-template-columns:
      68px minmax(120px, 1.5fr) minmax(110px, 1.2fr) minmax(90px, 0.9fr) 54px 104px 78px 58px 70px minmax(
        76px,
        0.7fr
      )
      minmax(92px, 1fr);
    align-items: center;
    min-height: 30px;
    min-width: 1010px;
    padding: 0 10px;
    gap: 0 10px;
    border-bottom: 1px solid var(--rule);
  }
  .line > span {
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
  }
  .line:hover:not(.titles) {
    background: var(--petrol-wash);
  }
  .titles {
    font-size: var(--type-small);
    color: var(--stone);
    border-bottom-color: var(--rule-strong);
  }
  .titles button {
    color: inherit;
    padding: 0;
    font: inherit;
  }
  .titles [aria-sort='ascending'],
  .titles [aria-sort='descending'] {
    color: var(--ink);
  }
  .group {
    background: var(--chalk);
  }
  .group .wide {
    grid-column: span 4;
    font-weight: 600;
  }
  .group .weighted {
    grid-column: span 3;
    text-align: left;
  }
  .group button {
    color: var(--ink);
    display: flex;
    gap: 8px;
    align-items: center;
    padding: 0;
  }
  .group i {
    width: 0;
    height: 0;
    border: 4px solid transparent;
    border-left-color: var(--stone);
  }
  .group i.open {
    border-left-color: transparent;
    border-top-color: var(--stone);
    transform: translateY(2px);
  }
  .titles i {
    display: inline-block;
    border: 4px solid transparent;
    margin-left: 4px;
  }
  .titles i.ascending {
    border-bottom-color: currentColor;
    transform: translateY(-3px);
  }
  .titles i.descending {
    border-top-color: currentColor;
    transform: translateY(2px);
  }
  .first {
    margin-right: 4px;
  }
  .attention {
    font-size: var(--type-small);
  }
  .empty {
    padding: 10px;
  }
  p {
    margin-top: 6px;
  }
</style>
