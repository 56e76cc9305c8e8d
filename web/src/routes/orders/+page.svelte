<script lang="ts">
  import { api } from '$lib/api/client';
  import More from '$lib/ui/More.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import Verdict from '$lib/ui/Verdict.svelte';
  import { day, figure, words } from '$lib/ui/format';
  import { listed } from '$lib/ui/further.svelte';
  import { tone } from '$lib/ui/tones';
  let status = $state('');
  const list = listed(
    () => ['orders', status],
    (after) => api.GET('/api/orders', { params: { query: { state: status, after } } })
  );
</script>

<svelte:head><title>Orders · Firm Tally</title></svelte:head>
<div class="page">
  <div class="head">
    <h1>Orders</h1>
    <select class="box" aria-label="State" bind:value={status}>
      <option value="">all</option><option value="hold">on hold</option><option value="released"
        >released</option
      ><option value="invoiced">invoiced</option>
    </select>
  </div>
  <Notice refusal={list.refusal} />
  <table class="ledger" aria-label="Orders">
    <thead
      ><tr
        ><th>Number</th><th>Title</th><th>Account</th><th>State</th><th>Held for</th><th
          >Customer PO number</th
        ><th class="figure">Net</th><th class="figure">Placed</th><th>Owner</th></tr
      ></thead
    >
    <tbody>
      {#each list.rows as row (row.id)}
        <tr>
          <td><a href="/orders/{row.id}">{row.number}</a></td>
          <td>{row.title}</td>
          <td>{row.account}</td>
          <td><Verdict tone={tone(row.state)}>{row.state}</Verdict></td>
          <td class="bad">{row.holds ? row.holds.split(' ').map(words).join(', ') : ''}</td>
          <td>{row.poNumber ?? '–'}</td>
          <td class="figure">{figure(row.value)}</td>
          <td class="figure">{day(row.placedOn)}</td>
          <td class="quiet">{row.owner}</td>
        </tr>
      {:else}
        <tr
          ><td colspan="9" class="quiet"
            >{list.isPending ? 'Loading…' : 'No orders. Place one on a sent quote.'}</td
          ></tr
        >
      {/each}
    </tbody>
  </table>
  <More {list} />
</div>
