<script lang="ts">
  import { api, ask, type Schemas } from '$lib/api/client';
  import Book from '$lib/account/Book.svelte';
  import { offer } from '$lib/shell/actions.svelte';
  import { session } from '$lib/shell/session.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import Rows from '$lib/ui/Rows.svelte';
  import { Acts } from '$lib/ui/acts.svelte';
  import { day } from '$lib/ui/format';
  import { load, rowsOf } from '$lib/ui/load.svelte';
  import { say } from '$lib/ui/said';
  import { sells } from '$lib/users/sells';
  /** A book of accounts, or a part of it, handed to a colleague: for a while or for good. */
  const list = load(
    () => ['reassignments'],
    () => api.GET('/api/reassignments')
  );
  const people = load(
    () => ['people'],
    () => api.GET('/api/users')
  );
  const done = rowsOf(list, (all) => all);
  const ending = new Acts(() => list.refetch());
  const sellers = $derived(people.data?.filter((p) => sells(p) && p.active) ?? []);
  let chosen = $state(0);
  // A manager owns none as a rule: the first rep's are shown.
  const from = $derived(
    chosen ||
      (session.manages ? (sellers.find((p) => p.roles.includes('rep'))?.id ?? 0) : (session.me?.id ?? 0))
  );
  offer(() => []);

  function end(row: Schemas['ReassignmentView']) {
    void ending
      .run(() => ask(api.POST('/api/reassignments/{id}/ended', { params: { path: { id: row.id } } })))
      .then((ended) => ended && say(`Returned to ${row.fromName}.`));
  }
  const COLUMNS = [
    { label: 'From' },
    { label: 'To' },
    { label: 'Since', figure: true },
    { label: 'Until', figure: true },
    { label: 'Accounts', figure: true },
    { label: 'Opportunities', figure: true },
    { label: 'State' },
    { label: 'Do', unseen: true }
  ];
</script>

<svelte:head><title>Reassign accounts · Firm Tally</title></svelte:head>
<div class="page">
  <div class="head">
    <h1>Reassign accounts</h1>
    {#if session.manages}
      <select class="box" aria-label="Whose accounts" bind:value={() => from, (id: number) => (chosen = id)}
        >{#each sellers as p (p.id)}<option value={p.id}>{p.name}</option>{/each}</select
      >
    {/if}
  </div>
  {#if session.sells && from !== 0}
    {#key from}<Book {from} {sellers} onDone={() => list.refetch()} />{/key}
  {/if}
  <h2>Reassigned so far</h2>
  <Notice refusal={ending.refusal} />
  <Rows
    label="Reassignments"
    columns={COLUMNS}
    list={done}
    key={(row: Schemas['ReassignmentView']) => row.id}
    empty="None yet."
  >
    {#snippet row(row: Schemas['ReassignmentView'])}
      <td class="lead">{row.fromName}</td><td>{row.toName}</td><td class="figure">{day(row.madeOn)}</td>
      <td class="figure">{row.until ? day(row.until) : 'permanently'}</td>
      <td class="figure worth">{row.accounts}</td><td class="figure">{row.opportunities}</td>
      <td class="quiet">{row.endedOn ? 'returned ' + day(row.endedOn) : row.until ? 'running' : 'done'}</td>
      <td class="figure"
        >{#if row.until && !row.endedOn}<button class="plain" disabled={ending.busy} onclick={() => end(row)}
            >End now</button
          >{/if}</td
      >
    {/snippet}
  </Rows>
</div>

<style>
  h2 {
    margin: 18px 0 6px;
  }
</style>
