<script lang="ts">
  import { api, ask } from '$lib/api/client';
  import { offer } from '$lib/shell/actions.svelte';
  import { session } from '$lib/shell/session.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import { Acts } from '$lib/ui/acts.svelte';
  import { day } from '$lib/ui/format';
  import { load, refusalOf } from '$lib/ui/load.svelte';
  /** A book of accounts handed to a colleague, for a while or for good. */
  const list = load(
    () => ['reassignments'],
    () => api.GET('/api/reassignments')
  );
  const people = load(
    () => ['people'],
    () => api.GET('/api/users')
  );
  const acts = new Acts(() => list.refetch());
  const sellers = $derived(people.data?.filter((p) => p.role !== 'credit-controller') ?? []);
  let from = $state(session.me?.id ?? 0);
  let to = $state(0);
  let until = $state('');

  function hand(event: SubmitEvent) {
    event.preventDefault();
    void acts.run(() =>
      ask(api.POST('/api/reassignments', { body: { fromId: from, toId: to || from, until, accounts: [] } }))
    );
  }

  function end(id: number) {
    void acts.run(() => ask(api.POST('/api/reassignments/{id}/ended', { params: { path: { id } } })));
  }
  offer(() => []);
</script>

<svelte:head><title>Hand over a book · Firm Tally</title></svelte:head>
<div class="page">
  <div class="head"><h1>Reassign accounts</h1></div>
  {#if session.sells}
    <form class="leaf" onsubmit={hand} aria-label="Reassign accounts">
      <label
        >From <select class="box" bind:value={from} disabled={!session.manages}
          >{#each sellers as p (p.id)}<option value={p.id}>{p.name}</option>{/each}</select
        ></label
      >
      <label
        >to <select class="box" bind:value={to} aria-invalid={acts.at('toId') ? 'true' : undefined}
          ><option value={0}>choose a colleague</option
          >{#each sellers.filter((p) => p.id !== from) as p (p.id)}<option value={p.id}
              >{p.name}{p.team ? ', ' + p.team : ''}</option
            >{/each}</select
        ></label
      >
      <label
        >until (optional) <input
          class="box"
          type="date"
          bind:value={until}
          aria-invalid={acts.at('until') ? 'true' : undefined}
        /></label
      >
      <button class="act main" disabled={acts.busy || to === 0}>Reassign</button>
    </form>
    <p class="quiet">
      The accounts are reassigned with their open opportunities and planned activities. After the last day
      whatever is still with the colleague is returned automatically.
    </p>
  {/if}
  <Notice refusal={acts.refusal ?? refusalOf(list)}
    >{acts.refusal?.problems.map((p) => p.message).join(' ') ?? ''}</Notice
  >
  <table class="ledger" aria-label="Reassignments">
    <thead
      ><tr
        ><th>From</th><th>To</th><th class="figure">Since</th><th class="figure">Until</th><th class="figure"
          >Accounts</th
        ><th class="figure">Opportunities</th><th>State</th><th><span class="sr-only">Do</span></th></tr
      ></thead
    >
    <tbody>
      {#each list.data ?? [] as row (row.id)}
        <tr
          ><td>{row.fromName}</td><td>{row.toName}</td><td class="figure">{day(row.madeOn)}</td><td
            class="figure">{row.until ? day(row.until) : 'permanently'}</td
          ><td class="figure">{row.accounts}</td><td class="figure">{row.opportunities}</td><td class="quiet"
            >{row.endedOn ? 'returned ' + day(row.endedOn) : row.until ? 'running' : 'done'}</td
          ><td class="figure"
            >{#if row.until && !row.endedOn}<button class="plain" onclick={() => end(row.id)}>End now</button
              >{/if}</td
          ></tr
        >
      {:else}<tr><td colspan="8" class="quiet">{list.isPending ? 'Loading…' : 'None yet.'}</td></tr>{/each}
    </tbody>
  </table>
</div>

<style>
  form {
    display: flex;
    gap: 12px;
    align-items: end;
    padding: 12px 14px;
    flex-wrap: wrap;
  }
  label {
    font-size: var(--type-small);
    color: var(--stone);
  }
  label .box {
    min-width: 170px;
    color: var(--ink);
    font-size: var(--type-text);
  }
  @media (max-width: 640px) {
    label {
      flex: 1 1 100%;
      min-width: 0;
      max-width: 100%;
    }
    label .box {
      min-width: 0;
      max-width: 100%;
    }
  }
  p {
    margin: 8px 0 14px;
  }
</style>
