<script lang="ts">
  import { api } from '$lib/api/client';
  import { session } from '$lib/shell/session.svelte';
  import More from '$lib/ui/More.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import Verdict from '$lib/ui/Verdict.svelte';
  import { day, figure, words } from '$lib/ui/format';
  import { listed } from '$lib/ui/further.svelte';
  import { tone } from '$lib/ui/tones';
  let status = $state('open');
  const list = listed(
    () => ['quotes', status],
    (after) => api.GET('/api/quotes', { params: { query: { state: status, after } } })
  );
</script>

<svelte:head><title>Quotes · Firm Tally</title></svelte:head>
<div class="page">
  <div class="head">
    <h1>Quotes</h1>
    <select class="box" aria-label="State" bind:value={status}>
      <option value="open">draft or sent, still open</option><option value="ordered">ordered</option><option
        value="">all</option
      >
    </select>
  </div>
  <Notice refusal={list.refusal} />
  <table class="ledger" aria-label="Quotes">
    <thead
      ><tr
        ><th>Number</th><th>Title</th><th>Account</th><th>State</th><th class="figure">Net</th><th
          class="figure">Made</th
        ><th class="figure">Valid until</th><th>Sign-off</th><th>Owner</th></tr
      ></thead
    >
    <tbody>
      {#each list.rows as row (row.id)}
        {@const out = row.state === 'sent' && row.validUntil < (session.view?.today ?? '')}
        <tr>
          <td><a href="/quotes/{row.id}">{row.number}</a></td>
          <td>{row.title}</td>
          <td>{row.account}</td>
          <td><Verdict tone={tone(row.state)}>{row.state}</Verdict></td>
          <td class="figure">{figure(row.value)}</td>
          <td class="figure">{day(row.madeOn)}</td>
          <td class="figure" class:bad={out}>{day(row.validUntil)}{out ? ', expired' : ''}</td>
          <td class="heed">{row.signOffRole ? words(row.signOffRole) : ''}</td>
          <td class="quiet">{row.owner}</td>
        </tr>
      {:else}
        <tr
          ><td colspan="9" class="quiet"
            >{list.isPending ? 'Loading…' : 'No quotes. Create one on an opportunity with Ctrl Enter.'}</td
          ></tr
        >
      {/each}
    </tbody>
  </table>
  <More {list} />
</div>
