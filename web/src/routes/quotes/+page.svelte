<script lang="ts">
  import Rows from '$lib/ui/Rows.svelte';
  import { api } from '$lib/api/client';
  import { called } from '$lib/quote/called';
  import { session } from '$lib/shell/session.svelte';
  import Verdict from '$lib/ui/Verdict.svelte';
  import { day, figure, words } from '$lib/ui/format';
  import { listed } from '$lib/ui/further.svelte';
  import { tone } from '$lib/ui/tones';
  let status = $state('open');
  const list = listed(
    () => ['quotes', status],
    (after) => api.GET('/api/quotes', { params: { query: { state: status, after } } })
  );
  const COLUMNS = [
    { label: 'Number' },
    { label: 'Title' },
    { label: 'Account' },
    { label: 'State' },
    { label: 'Net', figure: true },
    { label: 'Made', figure: true },
    { label: 'Valid until', figure: true },
    { label: 'Sign-off' },
    { label: 'Owner' }
  ];
  type Row = (typeof list.rows)[number];
</script>

<svelte:head><title>Quotes · Firm Tally</title></svelte:head>
<div class="page">
  <div class="head">
    <h1>Quotes</h1>
    <select class="box" aria-label="State" bind:value={status}>
      <option value="open">draft, sent or accepted, still open</option>
      {#each ['draft', 'sent', 'accepted', 'declined', 'expired', 'superseded', 'withdrawn', 'ordered'] as state (state)}<option
          >{state}</option
        >{/each}
      <option value="">all</option>
    </select>
  </div>
  <Rows
    label="Quotes"
    columns={COLUMNS}
    {list}
    key={(row: Row) => row.id}
    empty="No quotes. Create one on an opportunity with Ctrl Enter."
  >
    {#snippet row(row: Row)}
      {@const out = row.state === 'sent' && row.validUntil < (session.view?.today ?? '')}
      <td class="number"><a href="/quotes/{row.id}">{called(row)}</a></td>
      <td
        >{row.title}{#if row.leads}<small class="quiet"> lead quote</small>{/if}</td
      >
      <td class="lead">{row.account}</td>
      <td><Verdict tone={tone(row.state)}>{row.state}</Verdict></td>
      <td class="figure worth">{figure(row.value)}</td>
      <td class="figure off">{day(row.madeOn)}</td>
      <td class="figure" class:bad={out}>{day(row.validUntil)}{out ? ', expired' : ''}</td>
      <td class="heed">{row.signOffRole ? words(row.signOffRole) : ''}</td>
      <td class="quiet off">{row.owner}</td>
    {/snippet}
  </Rows>
</div>
