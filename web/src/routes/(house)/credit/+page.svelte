<script lang="ts">
  import { api, type Schemas } from '$lib/api/client';
  import Reminders from '$lib/credit/Reminders.svelte';
  import RequestCase from '$lib/credit/RequestCase.svelte';
  import OrderTabs from '$lib/order/OrderTabs.svelte';
  import { session } from '$lib/shell/session.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import Tabs from '$lib/ui/Tabs.svelte';
  import Verdict from '$lib/ui/Verdict.svelte';
  import { day, figure, position } from '$lib/ui/format';
  import { load, refusalOf } from '$lib/ui/load.svelte';
  const desk = load(
    () => ['credit', 'desk'],
    () => api.GET('/api/credit/desk')
  );
  const keeps = $derived(session.keepsBooks);
  let shown = $state('waiting');
  let open = $state<number | null>(null);
  type Exposed = Schemas['ExposedRow'];
  const AGES = [
    ['notDue', 'Not due'],
    ['to30', '1–30 days'],
    ['to60', '31–60'],
    ['to90', '61–90'],
    ['older', 'over 90'],
    ['credits', 'Credits']
  ] as const;
  const over = $derived((desk.data?.watched ?? []).filter((a) => a.standing !== 'near'));
  const waits = $derived((desk.data?.requests.length ?? 0) + (desk.data?.holds.length ?? 0));
  const share = (row: Exposed) =>
    Math.min(100, (position(row.exposure) / Math.max(1, position(row.limit))) * 100);
  const tabs = $derived([
    { key: 'waiting', label: 'Waiting', mark: waits ? String(waits) : '' },
    { key: 'items', label: 'Open items by age' },
    { key: 'limits', label: 'Over and near the limit', mark: over.length ? String(over.length) : '' },
    {
      key: 'promised',
      label: 'Promised',
      mark: desk.data?.promised.length ? String(desk.data.promised.length) : ''
    },
    ...(keeps ? [{ key: 'reminders', label: 'Reminders' }] : [])
  ]);
</script>

{#snippet rest(some: number, all: number)}
  {#if all > some}<p class="quiet">The first {some} of {all} accounts; the sums are of all.</p>{/if}
{/snippet}

<svelte:head><title>Credit desk · Firm Tally</title></svelte:head>
<div class="page">
  <div class="head">
    <h1>Credit desk</h1>
    <a class="act" href="/api/open-items.xlsx" download>Open items (XLSX)</a>
    <a class="act" href="/import?kind=open-items">Import</a>
  </div>
  <OrderTabs />
  <Notice refusal={refusalOf(desk)} />
  <Tabs label="What waits" {tabs} bind:chosen={shown} />
  {#if !desk.data}<p class="quiet">{desk.isPending ? 'Loading…' : ''}</p>
  {:else if shown === 'waiting'}
    {#each desk.data.requests as r (r.id)}
      <section class="leaf pad" aria-label="Credit request of {r.account}">
        <button
          class="line"
          aria-expanded={open === r.id}
          onclick={() => (open = open === r.id ? null : r.id)}
        >
          <Verdict tone="heed">credit request</Verdict>
          <b>{r.account}</b>
          <span class="quiet">{r.askedBy}{r.order ? `, for ${r.order}` : ''}, from {day(r.from)}</span>
          <span class="figure worth">{figure(r.amount)}</span>
        </button>
        {#if open === r.id}<RequestCase request={r} onDone={() => desk.refetch()} />{/if}
      </section>
    {/each}
    {#each desk.data.holds as h (h.id)}
      <section class="leaf pad">
        <a class="line" href="/orders/{h.id}">
          <Verdict tone="bad">order on hold</Verdict>
          <b>{h.number} {h.account}</b>
          <span class="quiet">{h.words}; {h.owner}, {day(h.placedOn)}</span>
          <span class="figure worth">{figure(h.total)}</span>
        </a>
      </section>
    {/each}
    {#if !waits}<p class="quiet">Nothing waits: no request, and no order on hold for credit.</p>{/if}
  {:else if shown === 'items'}
    <div class="scroll">
      <table class="ledger" aria-label="Open items by age">
        <thead
          ><tr
            ><th>Account</th>{#each AGES as [, label] (label)}<th class="figure">{label}</th>{/each}<th
              class="figure">Balance</th
            ></tr
          ></thead
        >
        <tbody>
          {#each desk.data.owing as a (a.id)}
            <tr>
              <td><a href="/credit/{a.id}">{a.account}</a> <span class="quiet">{a.owner}</span></td>
              {#each AGES as [age] (age)}<td
                  class="figure"
                  class:bad={age !== 'notDue' && age !== 'credits' && a[age] !== '0.00'}
                  >{a[age] === '0.00' ? '–' : figure(a[age])}</td
                >{/each}
              <td class="figure"><b>{figure(a.balance)}</b></td>
            </tr>
          {:else}<tr><td colspan="8" class="quiet">Nobody owes anything.</td></tr>{/each}
        </tbody>
        <tfoot
          ><tr
            ><th>All</th>{#each AGES as [age] (age)}<td class="figure"
                >{desk.data.ages[age] === '0.00' ? '–' : figure(desk.data.ages[age])}</td
              >{/each}<td class="figure"><b>{figure(desk.data.ages.balance)}</b></td></tr
          ></tfoot
        >
      </table>
    </div>
    {@render rest(desk.data.owing.length, desk.data.owingCount)}
  {:else if shown === 'limits'}
    <div class="scroll">
      <table class="ledger" aria-label="Over and near the limit">
        <thead
          ><tr
            ><th>Account</th><th>Standing</th><th class="wide">Exposure against the limit</th><th
              class="figure">Exposure</th
            ><th class="figure">Limit</th><th class="figure">Available</th><th>Next limit</th></tr
          ></thead
        >
        <tbody>
          {#each desk.data.watched as a (a.id)}
            <tr>
              <td><a href="/credit/{a.id}">{a.account}</a> <span class="quiet">{a.owner}</span></td>
              <td><Verdict tone={a.standing === 'near' ? 'heed' : 'bad'}>{a.standing}</Verdict></td>
              <td class="wide"><i style="width: {share(a)}%" class:over={a.available.startsWith('-')}></i></td
              >
              <td class="figure">{figure(a.exposure)}</td>
              <td class="figure">{figure(a.limit)}</td>
              <td class="figure" class:bad={a.available.startsWith('-')}>{figure(a.available)}</td>
              <td class="quiet">{a.nextLimit ? `${figure(a.nextLimit)} from ${day(a.nextFrom)}` : ''}</td>
            </tr>
          {:else}<tr><td colspan="7" class="quiet">Everybody is well within their limit.</td></tr>{/each}
        </tbody>
      </table>
    </div>
    {@render rest(desk.data.watched.length, desk.data.watchedCount)}
  {:else if shown === 'promised'}
    <div class="scroll">
      <table class="ledger" aria-label="Promised payments">
        <thead
          ><tr
            ><th>Promised for</th><th>Account</th><th>Invoice</th><th>Words</th><th class="figure">Open</th
            ></tr
          ></thead
        >
        <tbody>
          {#each desk.data.promised as p (p.id)}
            <tr>
              <td class:bad={(p.promisedOn ?? '') < (session.view?.today ?? '')}>{day(p.promisedOn)}</td>
              <td><a href="/credit/{p.accountId}">{p.account}</a></td>
              <td>{p.ref}</td><td class="quiet">{p.promise}</td>
              <td class="figure">{figure(p.balance)}</td>
            </tr>
          {:else}<tr><td colspan="5" class="quiet">No promise is due within a week.</td></tr>{/each}
        </tbody>
      </table>
    </div>
  {:else}<Reminders />{/if}
</div>

<style>
  section {
    margin-bottom: 8px;
  }
  .line {
    display: grid;
    grid-template-columns: 130px minmax(140px, auto) 1fr auto;
    gap: 4px 12px;
    width: 100%;
    text-align: left;
    color: var(--ink);
    cursor: pointer;
    align-items: center;
  }
  button.line[aria-expanded='true'] {
    margin-bottom: 8px;
    padding-bottom: 6px;
    border-bottom: 1px solid var(--rule);
  }
  .wide {
    min-width: 140px;
  }
  .wide i {
    display: block;
    height: 8px;
    background: var(--petrol);
  }
  .wide i.over {
    background: var(--madder);
  }
  b {
    font-weight: 560;
  }
  tfoot td,
  tfoot th {
    border-top: 1px solid var(--rule-strong);
  }
  @media (max-width: 640px) {
    .line {
      grid-template-columns: 1fr auto;
    }
    .line .quiet {
      grid-column: 1 / -1;
      grid-row: 3;
    }
    .line .worth {
      grid-column: 2;
      grid-row: 1;
    }
  }
</style>
