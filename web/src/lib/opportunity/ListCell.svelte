<script lang="ts">
  import type { Schemas } from '$lib/api/client';
  import Strokes from '$lib/ui/Strokes.svelte';
  import { day, daysBetween, figure } from '$lib/ui/format';
  import { attention } from './attention';
  /** What one column of the list shows of an opportunity. */
  let { column, row, today }: { column: string; row: Schemas['OpportunityRow']; today: string } = $props();
  const open = $derived(row.state === 'open');
</script>

{#if column === 'title'}<span role="cell" class="title" title={row.title}
    >{#if row.priority === 'high'}<b class="heed first" title="high priority">!</b>
    {/if}{row.title}</span
  >
{:else if column === 'account'}<span role="cell" title={row.account}
    ><a href="/accounts/{row.accountId}">{row.account}</a></span
  >
{:else if column === 'stage'}<span role="cell" title={row.stage}
    >{open ? row.stage : row.state + (row.reason ? ': ' + row.reason : '')}</span
  >
{:else if column === 'probability'}<span role="cell"
    >{#if open}<Strokes probability={row.probability} />{/if}</span
  >
{:else if column === 'value'}<span role="cell" class="figure value">{figure(row.value)}</span>
{:else if column === 'weighted'}<span role="cell" class="figure quiet">{figure(row.weighted)}</span>
{:else if column === 'budget'}<span role="cell" class="figure">{figure(row.budget)}</span>
{:else if column === 'close'}<span role="cell" class="figure" class:bad={open && row.expectedClose < today}
    >{day(row.closedOn ?? row.expectedClose)}</span
  >
{:else if column === 'age'}<span
    role="cell"
    class="figure"
    class:heed={row.attention.includes('over-usual-days')}
    >{open ? daysBetween(row.stageSince, today) + ' d' : '–'}</span
  >
{:else if column === 'last'}<span role="cell" class="quiet">{day(row.lastDone)}</span>
{:else if column === 'next'}<span
    role="cell"
    class={row.nextDue && row.nextDue >= today ? 'quiet' : open ? 'bad' : 'quiet'}
    >{row.nextDue ? day(row.nextDue) : open ? 'none' : '–'}</span
  >
{:else if column === 'attention'}<span role="cell" class="bad attention" title={attention(row, true)}
    >{attention(row, false)}</span
  >
{:else if column === 'owner'}<span role="cell" class="quiet off" title={row.owner}>{row.owner}</span>
{:else if column.startsWith('own-')}
  {@const words = row.own[column.slice(4)] ?? ''}
  <span role="cell" class="off" title={words}>{words}</span>
{:else}
  {@const words = row[column as 'process' | 'priority' | 'source' | 'campaign']}
  <span role="cell" class="quiet off" title={words}>{words}</span>
{/if}

<style>
  span {
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
  }
  .first {
    margin-right: 4px;
  }
  .attention {
    font-size: var(--type-small);
  }
  /* On a phone a row is a card: title and value, then the rest in small. */
  @media (max-width: 640px) {
    span {
      order: 3;
    }
    .title {
      order: 0;
      flex: 1 1 60%;
      font-size: var(--type-text);
      font-weight: 560;
    }
    .value {
      order: 1;
      margin-left: auto;
      font-size: var(--type-text);
    }
    .off {
      display: none;
    }
  }
</style>
