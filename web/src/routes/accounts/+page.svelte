<script lang="ts">
  import { page } from '$app/state';
  import NewAccount from '$lib/account/NewAccount.svelte';
  import { api } from '$lib/api/client';
  import { offer } from '$lib/shell/actions.svelte';
  import { session } from '$lib/shell/session.svelte';
  import Ask from '$lib/ui/Ask.svelte';
  import Icon from '$lib/ui/Icon.svelte';
  import More from '$lib/ui/More.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import Verdict from '$lib/ui/Verdict.svelte';
  import { words } from '$lib/ui/format';
  import { listed } from '$lib/ui/further.svelte';
  let q = $state('');
  const list = listed(
    () => ['accounts', q],
    (after) => api.GET('/api/accounts', { params: { query: { q, after } } })
  );
  let opening = $state(page.url.searchParams.has('new'));
  offer(() => (session.sells ? [{ label: 'New account', keys: 'n', run: () => (opening = true) }] : []));
</script>

<svelte:head><title>Accounts · Firm Tally</title></svelte:head>
<div class="page">
  <div class="head">
    <h1>Accounts</h1>
    <input class="box" placeholder="Name, number, town or industry" aria-label="Filter" bind:value={q} />
    <a class="act" href="/accounts/ranking">Ranking</a>
    {#if session.sells}<button class="act main" onclick={() => (opening = true)}
        ><Icon name="plus" size={13} />New account</button
      >{/if}
  </div>
  <Notice refusal={list.refusal} />
  <table class="ledger" aria-label="Accounts">
    <thead
      ><tr
        ><th>Number</th><th>Name</th><th>Town</th><th>Industry</th><th>Status</th><th>Price group</th><th
          >Owner</th
        ><th><span class="sr-only">Do</span></th></tr
      ></thead
    >
    <tbody>
      {#each list.rows as row (row.id)}
        <tr>
          <td>{row.number}</td>
          <td><a href="/accounts/{row.id}">{row.name}</a></td>
          <td>{row.town}</td>
          <td class="quiet">{row.industry}</td>
          <td>{row.status}</td>
          <td class="quiet">{row.priceGroup ? words(row.priceGroup) : '–'}</td>
          <td class="quiet">{row.owner}</td>
          <td
            >{#if row.stopped}<Verdict tone="bad">credit stopped</Verdict>{/if}</td
          >
        </tr>
      {:else}
        <tr
          ><td colspan="8" class="quiet"
            >{list.isPending ? 'Loading…' : 'No accounts. Press n to create one.'}</td
          ></tr
        >
      {/each}
    </tbody>
  </table>
  <More {list} />
</div>
<Ask bind:open={opening} title="New account" wide><NewAccount /></Ask>
