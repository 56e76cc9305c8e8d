<script lang="ts">
  import { goto } from '$app/navigation';
  import { api, type Schemas } from '$lib/api/client';
  import Act from '$lib/daysheet/Act.svelte';
  import Moved from '$lib/daysheet/Moved.svelte';
  import Period from '$lib/daysheet/Period.svelte';
  import Pinned from '$lib/daysheet/Pinned.svelte';
  import Risks from '$lib/daysheet/Risks.svelte';
  import { offer } from '$lib/shell/actions.svelte';
  import { placeOf } from '$lib/shell/places';
  import { session } from '$lib/shell/session.svelte';
  import { noContact } from '$lib/shell/silence';
  import Ask from '$lib/ui/Ask.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import { day, figure, rounded, words } from '$lib/ui/format';
  import { load, refusalOf } from '$lib/ui/load.svelte';

  const sheet = load(
    () => ['day-sheet'],
    () => api.GET('/api/day-sheet')
  );
  const views = load<Schemas['SavedViews']>(
    () => ['views', 'table'],
    () => api.GET('/api/views', { params: { query: { screen: 'table' } } })
  );
  const pinned = $derived((views.data?.views ?? []).filter((v) => v.pinned));
  let doing = $state<Schemas['Todo'] | null>(null);
  let asking = $state(false);
  let renewing = $state<Schemas['Todo'] | null>(null);
  /** the row that has the focus, or had it last */
  let here = $state('');
  const REASON: Record<string, string> = {
    'quote-expiring': 'quote expiring',
    'quote-accepted': 'quote accepted',
    'quote-declined': 'quote declined',
    'sign-off': 'sign-off requested',
    'sign-off-yes': 'signed off',
    'sign-off-no': 'sign-off declined',
    'sign-off-counter': 'another discount offered',
    hold: 'order on hold',
    'hold-refused': 'release refused',
    'credit-request': 'credit request',
    'credit-yes': 'credit given',
    'credit-counter': 'other credit given',
    'credit-condition': 'credit against a deposit',
    'credit-no': 'credit refused',
    'to-invoice': 'to invoice',
    'charge-due': 'charge due',
    'payment-open': 'payment to assign',
    'promise-broken': 'promise not kept',
    'no-activity-planned': 'no activity planned',
    'past-expected-close': 'past expected close',
    'no-contact': noContact(),
    'new-enquiry': 'new enquiry'
  };
  const TONE: Record<string, string> = {
    hold: 'bad',
    'hold-refused': 'bad',
    'credit-request': 'heed',
    'credit-yes': 'good',
    'credit-counter': 'good',
    'credit-condition': 'heed',
    'credit-no': 'bad',
    'to-invoice': 'heed',
    'charge-due': 'heed',
    'payment-open': 'heed',
    'promise-broken': 'bad',
    'quote-accepted': 'good',
    'quote-declined': 'bad',
    'sign-off': 'heed',
    'sign-off-yes': 'good',
    'sign-off-no': 'bad',
    'sign-off-counter': 'heed',
    'past-expected-close': 'bad',
    'no-activity-planned': 'bad',
    'quote-expiring': 'heed',
    'no-contact': 'heed',
    'new-enquiry': 'heed'
  };
  const rows = $derived(sheet.data?.rows ?? []);
  const today = $derived(session.view?.today ?? '');

  /** What stands on the button of a row; what has none is opened. */
  function act(row: Schemas['Todo']): string | null {
    if (row.activityId) return 'Done…';
    if (row.kind === 'quote-expiring') return 'Follow up…';
    if (row.kind === 'past-expected-close') return 'New close…';
    if (row.kind === 'no-activity-planned' || row.kind === 'no-contact') return 'Plan…';
    return null;
  }

  /** Where it is decided or worked at. */
  function place(row: Schemas['Todo']): string {
    if (row.kind === 'charge-due') return '/invoices/proposals';
    if (row.kind === 'payment-open') return '/payments';
    if (row.kind === 'credit-request') return '/credit';
    if (row.record === 'credit') return '/credit/' + row.id;
    const of = placeOf(row.record, row.id, row.number);
    return row.kind === 'sign-off' ? of + '/sign-off' : of;
  }

  function start(row: Schemas['Todo'] | undefined) {
    if (!row) return;
    if (!act(row)) void goto(place(row));
    else {
      doing = row;
      asking = true;
    }
  }

  const key = (row: Schemas['Todo']) => row.record + row.id;
  const at = $derived(rows.findIndex((row) => key(row) === here));

  /** Moves the focus among the rows, of whatever kind they are. */
  function go(to: number) {
    const row = rows[Math.max(0, Math.min(to, rows.length - 1))];
    if (row) document.querySelector<HTMLElement>(`[data-row="${key(row)}"] a`)?.focus();
  }
  offer(() => [
    { label: 'Next row', keys: 'j', run: () => go(at + 1) },
    { label: 'Previous row', keys: 'k', run: () => go(at < 0 ? 0 : at - 1) },
    ...(session.sells && rows[at]?.renewsId
      ? [{ label: 'Renew', keys: 'r', run: () => (renewing = rows[at] ?? null) }]
      : []),
    { label: 'Do this row’s action', keys: 'x', run: () => start(rows[Math.max(at, 0)]) }
  ]);
</script>

<svelte:head><title>Day sheet · Firm Tally</title></svelte:head>
<div class="page">
  {#if session.administrates}
    {#await import('$lib/shell/FirstSteps.svelte') then { default: FirstSteps }}<FirstSteps />{/await}
  {/if}
  <h1>Today, most money first</h1>
  <Notice refusal={refusalOf(sheet)} />
  {#if sheet.data}
    <div class="two">
      <table class="ledger cards" aria-label="To do">
        <thead>
          <tr
            ><th>Reason</th><th>Subject</th><th>Account</th><th class="figure">Due</th><th class="figure"
              >At stake</th
            ><th><span class="sr-only">Do</span></th></tr
          >
        </thead>
        <tbody>
          {#each rows as row (key(row))}
            {@const late = row.activityId !== null && row.due < today}
            <tr data-row={key(row)} class:here={key(row) === here} onfocusin={() => (here = key(row))}>
              <td
                ><span class={TONE[row.kind] ?? 'quiet'}>{REASON[row.kind] ?? words(row.kind)}</span
                >{#if row.also.length > 0}<small class="quiet"
                    >{row.also.map((k) => REASON[k] ?? words(k)).join(', ')}</small
                  >{/if}</td
              >
              <td class="lead"><a href={place(row)}>{row.number}</a> {row.title}</td>
              <td>{row.account}</td>
              <td class="figure" class:bad={late}>{day(row.due)}{late ? ', late' : ''}</td>
              <td class="figure worth"
                >{#if row.expected}<span
                    class="quiet"
                    title="Not known; what such enquiries have brought on average"
                    >about {rounded(row.atStake)}</span
                  >{:else}{figure(row.atStake)}{/if}</td
              >
              <td class="figure act">
                {#if act(row)}<button class="plain" onclick={() => start(row)}>{act(row)}</button>
                {:else}<a href={place(row)}
                    >{['hold', 'sign-off', 'credit-request'].includes(row.kind) ? 'Review' : 'Open'}</a
                  >{/if}
                {#if row.renewsId && session.sells}<button
                    class="plain"
                    aria-label="Renew: {row.number}"
                    onclick={() => (renewing = row)}>Renew…</button
                  >{/if}
              </td>
            </tr>
          {:else}
            <tr
              ><td colspan="6" class="quiet"
                >Nothing is due today. <a href="/opportunities">Open an opportunity</a> and plan its next activity.</td
              ></tr
            >
          {/each}
        </tbody>
        {#if sheet.data.total > rows.length}<tfoot
            ><tr
              ><td colspan="6" class="heed"
                >The largest {rows.length} of {sheet.data.total}; the rest follow as these are done.</td
              ></tr
            ></tfoot
          >{/if}
      </table>
      <div class="side">
        <Period period={sheet.data.period} />
        {#if session.sells}
          <Risks to={sheet.data.period.to} />
          <Moved />
        {/if}
        {#each pinned as view (view.id)}<Pinned {view} />{/each}
        {#if session.manages}<p class="neglect">
            <a href="/opportunities?as=list&attention=any&group=owner">Needs attention, by rep</a>
          </p>{/if}
      </div>
    </div>
  {/if}
</div>

<Ask bind:open={asking} title={doing ? `${doing.number}: ${doing.title}` : ''}>
  {#if doing}<Act row={doing} bind:open={asking} onDone={() => sheet.refetch()} />{/if}
</Ask>
<Ask
  bind:open={() => renewing !== null, (is) => (is ? null : (renewing = null))}
  title={renewing ? `Renew: ${renewing.account}` : ''}
>
  {#if renewing?.renewsId}
    {#await import('$lib/renewal/Renewing.svelte') then { default: Renewing }}<Renewing
        agreement={renewing.renewsId}
        onDone={() => {
          renewing = null;
          void sheet.refetch();
        }}
      />{/await}
  {/if}
</Ask>

<style>
  .two {
    grid-template-columns: minmax(0, 1fr) 268px;
    margin-top: 12px;
  }
  @media (max-width: 900px) {
    .two {
      grid-template-columns: minmax(0, 1fr);
    }
    td.act {
      margin-left: auto;
    }
    td.act button {
      margin: -14px 0;
      padding: 0 0 0 20px;
    }
  }
  tr.here {
    box-shadow: inset 3px 0 0 var(--petrol);
  }
  small {
    display: block;
    font-size: var(--type-small);
    line-height: 1.2;
  }
  .neglect {
    margin-top: 10px;
  }
  .side {
    display: grid;
    gap: 10px;
  }
  .side :global(section.leaf) {
    padding: 10px 14px;
  }
  .side :global(section.leaf p),
  .side :global(section.leaf small) {
    font-size: var(--type-small);
    line-height: 1.3;
  }
  .side :global(section.leaf small) {
    display: block;
    color: var(--stone);
  }
  .side :global(section.leaf li) {
    display: flex;
    gap: 10px;
    align-items: baseline;
    justify-content: space-between;
    padding: 3px 0;
    border-bottom: 1px solid var(--rule);
  }
  .side :global(section.leaf li:last-child) {
    border-bottom: 0;
  }
  .side :global(section.leaf li b) {
    font-weight: 560;
  }
  .side :global(section.leaf li.total) {
    font-weight: 560;
  }
</style>
