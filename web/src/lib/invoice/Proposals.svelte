<script lang="ts">
  import { api, type Schemas } from '$lib/api/client';
  import { offer } from '$lib/shell/actions.svelte';
  import Rows from '$lib/ui/Rows.svelte';
  import { day, figure } from '$lib/ui/format';
  import { listed } from '$lib/ui/further.svelte';
  import { say } from '$lib/ui/said';
  import { Issuing } from './issuing.svelte';
  /** What can be invoiced today: looked through once, issued many at once, with progress. */
  type Row = Schemas['Proposal'];
  let left = $state<Record<string, boolean>>({});
  let byEmail = $state(false);
  const issuing = new Issuing(async () => {
    await list.refetch();
    if (issuing.done) say(`${issuing.done} ${issuing.done === 1 ? 'invoice is' : 'invoices are'} issued.`);
  });
  const list = listed<Row>(
    () => ['invoices', 'proposals'],
    (after) => api.GET('/api/invoices/proposals', { params: { query: { after } } }),
    // Each invoice that is issued is heard of; the list is asked for once all of them are.
    () => !issuing.busy
  );
  const ready = $derived(list.rows.filter((row) => !row.obstacle));
  const chosen = $derived(ready.filter((row) => !left[row.key]));
  const KIND: Record<string, string> = { delivered: 'delivered', deposit: 'deposit', charges: 'recurring' };
  const COLUMNS = [
    { label: 'Issue', unseen: true },
    { label: 'Order' },
    { label: 'Account' },
    { label: 'For' },
    { label: 'Kind' },
    { label: 'Due', figure: true },
    { label: 'Net', figure: true },
    { label: 'Total', figure: true }
  ];
  const issue = () => void issuing.issue(chosen, byEmail);
  const all = () => void issuing.issue(chosen, byEmail, list.next);
  offer(() => (chosen.length ? [{ label: `Issue ${chosen.length}`, keys: 'Ctrl+Enter', run: issue }] : []));
</script>

<p class="row bar">
  <button class="act main" disabled={issuing.busy || chosen.length === 0} onclick={issue}
    >Issue {chosen.length} {chosen.length === 1 ? 'invoice' : 'invoices'}</button
  >
  {#if list.has}<button class="act" disabled={issuing.busy} onclick={all}
      >Issue all, these and further ones</button
    >{/if}
  <label><input type="checkbox" bind:checked={byEmail} /> send each by email</label>
  {#if issuing.busy}
    <progress value={issuing.done + issuing.refused.length} max={issuing.of} aria-label="Progress"></progress>
    <span
      >{issuing.done + issuing.refused.length} of {issuing.of}{issuing.more ? ' and further ones' : ''}</span
    >
    <button class="plain" onclick={() => issuing.stop()}>Stop</button>
  {/if}
</p>
{#each issuing.refused as { proposal, words } (proposal.key)}
  <p class="bad" role="alert">{proposal.order}, {proposal.what}: {words}</p>
{/each}
<Rows
  label="To invoice"
  columns={COLUMNS}
  {list}
  key={(row: Row) => row.key}
  empty="Nothing to invoice: everything that was delivered is invoiced, and no charge is due."
>
  {#snippet row(row: Row)}
    <td
      ><input
        type="checkbox"
        aria-label="Issue for {row.order}, {row.what}"
        disabled={!!row.obstacle || issuing.busy}
        checked={!row.obstacle && !left[row.key]}
        onchange={(e) => (left = { ...left, [row.key]: !e.currentTarget.checked })}
      /></td
    >
    <td class="number"><a href="/orders/{row.orderId}">{row.order}</a></td>
    <td class="lead">{row.account}</td>
    <td
      >{row.what}
      {#if row.obstacle}<span class="bad">{row.obstacle}</span>{/if}</td
    >
    <td class="quiet off">{KIND[row.kind] ?? row.kind}</td>
    <td class="figure off">{day(row.due)}</td>
    <td class="figure off">{figure(row.net)}</td>
    <td class="figure worth">{figure(row.total)}</td>
  {/snippet}
</Rows>

<style>
  .bar {
    margin-bottom: 10px;
  }
  progress {
    accent-color: var(--petrol);
  }
</style>
