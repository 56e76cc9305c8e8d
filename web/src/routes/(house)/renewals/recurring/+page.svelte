<script lang="ts">
  import { api } from '$lib/api/client';
  import BridgeChart from '$lib/renewal/BridgeChart.svelte';
  import Behind from '$lib/renewal/Behind.svelte';
  import RenewalTabs from '$lib/renewal/RenewalTabs.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import { figure, month, percent, rounded } from '$lib/ui/format';
  import { load, refusalOf } from '$lib/ui/load.svelte';
  let from = $state('');
  let to = $state('');
  let family = $state('');
  let team = $state('');
  let group = $state('');
  let opened = $state.raw<{ month: string; move: string } | null>(null);
  const cut = $derived({
    ...(family ? { family } : {}),
    ...(team ? { team } : {}),
    ...(group ? { group } : {})
  });
  const query = $derived({ ...cut, ...(from ? { from } : {}), ...(to ? { to } : {}) });
  const recurring = load(
    () => ['recurring', query],
    () => api.GET('/api/recurring', { params: { query } }),
    () => true,
    true
  );
  const families = load(
    () => ['products', 'families'],
    () => api.GET('/api/products/families')
  );
  const groups = load(
    () => ['groups'],
    () => api.GET('/api/price-rules/groups')
  );
  const people = load(
    () => ['people'],
    () => api.GET('/api/users')
  );
  const teams = $derived([...new Set((people.data ?? []).map((u) => u.team).filter((t) => !!t))] as string[]);
  const f = $derived(recurring.data);
  const last = $derived(f?.months.at(-1));
  const MOVES = [
    ['fresh', 'new', 'New'],
    ['wonBack', 'wonBack', 'Won back'],
    ['expansion', 'expansion', 'Expansion'],
    ['contraction', 'contraction', 'Contraction'],
    ['lost', 'lost', 'Lost']
  ] as const;
  const isZero = (amount: string) => !/[1-9]/.test(amount);
  const cohorts = $derived((f?.cohorts ?? []).slice(-24));
  const years = $derived(Math.max(0, ...cohorts.map((c) => c.years.length)));
</script>

<svelte:head><title>Recurring revenue · Firm Tally</title></svelte:head>
<div class="page">
  <div class="head">
    <h1>Recurring revenue</h1>
    <label>from <input class="box" type="month" bind:value={from} /></label>
    <label>to <input class="box" type="month" bind:value={to} /></label>
    <select class="box" aria-label="Family" bind:value={family}
      ><option value="">all families</option>{#each families.data ?? [] as x (x)}<option value={x}>{x}</option
        >{/each}</select
    >
    <select class="box" aria-label="Team" bind:value={team}
      ><option value="">all teams</option>{#each teams as x (x)}<option value={x}>{x}</option>{/each}</select
    >
    <select class="box" aria-label="Customer group" bind:value={group}
      ><option value="">all customer groups</option>{#each groups.data ?? [] as x (x)}<option value={x}
          >{x}</option
        >{/each}</select
    >
  </div>
  <RenewalTabs />
  <Notice refusal={refusalOf(recurring)} />
  {#if f && last}
    <p class="told">
      <b>{figure(last.closing)}</b> a month recur at the end of {month(last.month)}. {#if f.netRetention}Net
        retention over twelve months <b>{percent(f.netRetention)}</b>, gross
        <b>{percent(f.grossRetention)}</b>.{:else}There is no retention yet: a year before, nothing recurred.{/if}
    </p>
    <BridgeChart months={f.months} onOpen={(bar: { month: string; move: string }) => (opened = bar)} />
    <div class="scroll">
      <table class="ledger" aria-label="Bridge by month">
        <thead
          ><tr
            ><th>Month</th><th class="figure">Opening</th>{#each MOVES as [part, , label] (part)}<th
                class="figure">{label}</th
              >{/each}<th class="figure">Closing</th></tr
          ></thead
        >
        <tbody>
          {#each f.months as m (m.month)}
            <tr>
              <td>{month(m.month)}</td>
              <td class="figure">{figure(m.opening)}</td>
              {#each MOVES as [part, move, label] (part)}
                <td class="figure" class:bad={(part === 'lost' || part === 'contraction') && !isZero(m[part])}
                  >{#if isZero(m[part])}–{:else}<button
                      class="plain"
                      aria-label="{label} in {month(m.month)}: {figure(m[part])}"
                      onclick={() => (opened = { month: m.month, move })}>{figure(m[part])}</button
                    >{/if}</td
                >
              {/each}
              <td class="figure"
                ><button
                  class="plain"
                  aria-label="Closing of {month(m.month)}: {figure(m.closing)}"
                  onclick={() => (opened = { month: m.month, move: 'closing' })}>{figure(m.closing)}</button
                ></td
              >
            </tr>
          {/each}
        </tbody>
      </table>
    </div>
    {#if opened}<Behind {...opened} {cut} onClose={() => (opened = null)} />{/if}
    <div class="two">
      <div>
        <h2>Renewals by month of end</h2>
        <div class="scroll">
          <table class="ledger" aria-label="Renewals by month of end">
            <thead
              ><tr
                ><th>Ends in</th><th class="figure">Count</th><th class="figure">Value</th><th class="figure"
                  >Renewed</th
                ><th class="figure">Not renewed</th><th class="figure">Open</th></tr
              ></thead
            >
            <tbody>
              {#each f.due as d (d.month)}
                <tr
                  ><td>{month(d.month)}</td><td class="figure">{d.due}</td><td class="figure"
                    >{rounded(d.value)}</td
                  ><td class="figure" class:good={!isZero(d.won)}>{isZero(d.won) ? '–' : rounded(d.won)}</td
                  ><td class="figure" class:bad={!isZero(d.lost)}>{isZero(d.lost) ? '–' : rounded(d.lost)}</td
                  ><td class="figure">{isZero(d.open) ? '–' : rounded(d.open)}</td></tr
                >
              {:else}<tr><td colspan="6" class="quiet">Nothing ends in these months.</td></tr>{/each}
            </tbody>
          </table>
        </div>
      </div>
      <div>
        <h2>New business and renewals</h2>
        <table class="ledger" aria-label="New business and renewals">
          <thead
            ><tr
              ><th>Business</th><th class="figure">Won</th><th class="figure">Lost</th><th class="figure"
                >Open</th
              ><th class="figure">Win rate</th><th class="figure">Cycle, days</th><th class="figure"
                >Revenue</th
              ></tr
            ></thead
          >
          <tbody>
            {#each f.business as b (b.kind)}
              <tr
                ><td>{b.kind === 'new' ? 'New business' : 'Renewals'}</td><td class="figure">{b.won}</td><td
                  class="figure">{b.lost}</td
                ><td class="figure">{b.open}</td><td class="figure">{percent(b.winRate)}</td><td
                  class="figure">{b.medianDays ?? '–'}</td
                ><td class="figure">{rounded(b.revenue)}</td></tr
              >
            {/each}
          </tbody>
        </table>
        <h2>Accounts by the month of their first term</h2>
        <div class="scroll">
          <table class="ledger" aria-label="Cohorts">
            <thead
              ><tr
                ><th>Began in</th><th class="figure">Accounts</th><th class="figure">A month then</th
                >{#each Array.from({ length: years }, (_, n) => n + 1) as y (y)}<th class="figure"
                    >after {y} {y === 1 ? 'year' : 'years'}</th
                  >{/each}</tr
              ></thead
            >
            <tbody>
              {#each cohorts as c (c.month)}
                <tr>
                  <td>{month(c.month)}</td><td class="figure">{c.accounts}</td><td class="figure"
                    >{figure(c.began)}</td
                  >
                  {#each c.years as y, n (n)}
                    <td class="figure">{figure(y.monthly)} <span class="quiet">{percent(y.share)}</span></td>
                  {/each}
                  {#if c.years.length < years}<td colspan={years - c.years.length}></td>{/if}
                </tr>
              {:else}<tr><td colspan="3" class="quiet">No agreements yet.</td></tr>{/each}
            </tbody>
          </table>
        </div>
      </div>
    </div>
  {/if}
</div>

<style>
  .told {
    margin-bottom: 10px;
  }
  .told b {
    font-weight: 560;
  }
  td .plain {
    padding: 0;
  }
  h2 {
    margin: 16px 0 6px;
  }
  .two {
    display: grid;
    grid-template-columns: minmax(0, 1fr) minmax(0, 1.2fr);
    gap: 20px;
    align-items: start;
  }
  @media (max-width: 900px) {
    .two {
      grid-template-columns: minmax(0, 1fr);
    }
  }
</style>
