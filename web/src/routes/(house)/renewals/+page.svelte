<script lang="ts">
  import { goto } from '$app/navigation';
  import { api, ask, type Schemas } from '$lib/api/client';
  import RenewalTabs from '$lib/renewal/RenewalTabs.svelte';
  import Band from '$lib/renewal/Band.svelte';
  import BandHead from '$lib/renewal/BandHead.svelte';
  import RenewalAsks from '$lib/renewal/RenewalAsks.svelte';
  import Ribbon from '$lib/renewal/Ribbon.svelte';
  import { offer } from '$lib/shell/actions.svelte';
  import { session } from '$lib/shell/session.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import Rows from '$lib/ui/Rows.svelte';
  import Verdict from '$lib/ui/Verdict.svelte';
  import { Acts } from '$lib/ui/acts.svelte';
  import { day, figure, position } from '$lib/ui/format';
  import { listed } from '$lib/ui/further.svelte';
  import { load, refusalOf } from '$lib/ui/load.svelte';
  import { say } from '$lib/ui/said';
  import { tone } from '$lib/ui/tones';
  import { sells } from '$lib/users/sells';
  type Row = Schemas['RenewalRow'];
  const today = $derived(session.view?.today ?? '');
  const me = $derived(session.me?.name ?? '');
  let month = $state('');
  let status = $state('');
  let family = $state('');
  let owner = $state('');
  let risk = $state(false);
  let text = $state('');
  let at = $state(0);
  const filter = $derived({
    ...(family ? { family } : {}),
    ...(owner ? { owner: Number(owner) } : {}),
    ...(text ? { text } : {})
  });
  const months = load(
    () => ['renewals', 'months', filter],
    () => api.GET('/api/renewals/months', { params: { query: filter } }),
    () => true,
    true
  );
  const list = listed<Row>(
    () => ['renewals', filter, month, status, risk],
    (after) =>
      api.GET('/api/renewals', {
        params: {
          query: {
            ...filter,
            ...(month ? { from: month, to: month } : {}),
            ...(status ? { status } : {}),
            ...(risk ? { risk: 'true' } : {}),
            after
          }
        }
      })
  );
  const families = load(
    () => ['products', 'families'],
    () => api.GET('/api/products/families')
  );
  const team = load(
    () => ['people'],
    () => api.GET('/api/users')
  );
  const acts = new Acts(async () => {
    await Promise.all([list.refetch(), months.refetch()]);
  });
  let renewing = $state.raw<Row | null>(null);
  let leaving = $state.raw<Row | null>(null);
  const open = (row: Row) =>
    row.mayChange && row.status !== 'renewed' && row.status !== 'not-renewed' && !!row.nextId;
  const current = $derived(list.rows[Math.min(at, list.rows.length - 1)]);
  const sum = $derived.by(() => {
    const rows = months.data ?? [];
    const late = rows.filter((m) => m.month < today.slice(0, 7)).reduce((n, m) => n + m.count, 0);
    return {
      count: rows.reduce((n, m) => n + m.count, 0) - late,
      risks: rows.reduce((n, m) => n + m.risks, 0),
      late
    };
  });

  async function contacted(row: Row) {
    const id = row.callId;
    if (!id) return;
    const done = await acts.run(() =>
      ask(
        api.POST('/api/activities/{id}/done', { params: { path: { id } }, body: { outcome: '', next: null } })
      )
    );
    if (done) say(`Noted: called ${row.account}.`);
  }

  async function quote(row: Row) {
    if (row.quoteId) return goto(`/quotes/${row.quoteId}`);
    const id = row.nextId;
    if (!id) return;
    let made = 0;
    const done = await acts.run(async () => {
      made = (await ask(api.POST('/api/opportunities/{id}/quotes', { params: { path: { id } } }))).id;
    });
    if (done) await goto(`/quotes/${made}`);
  }

  function step(by: number) {
    at = Math.max(0, Math.min(list.rows.length - 1, at + by));
    document.getElementById(list.rows[at]?.number ?? '')?.scrollIntoView({ block: 'nearest' });
  }
  offer(() => [
    { label: 'Next row', keys: 'j', run: () => step(1) },
    { label: 'Row before', keys: 'k', run: () => step(-1) },
    ...(current
      ? [
          { label: `Open ${current.number}`, keys: 'Enter', run: () => goto(`/renewals/${current.id}`) },
          ...(session.sells && open(current)
            ? [
                ...(current.callId
                  ? [
                      {
                        label: `Note a call about ${current.number}`,
                        keys: 'c',
                        run: () => contacted(current)
                      }
                    ]
                  : []),
                { label: `Quote ${current.number}`, keys: 'q', run: () => quote(current) },
                { label: `Renew ${current.number}`, keys: 'r', run: () => (renewing = current) },
                { label: `Not renewed: ${current.number}`, keys: 'x', run: () => (leaving = current) }
              ]
            : [])
        ]
      : [])
  ]);
  const STATES = [
    ['', 'all states'],
    ['open', 'open'],
    ['contacted', 'contacted'],
    ['quoted', 'quoted'],
    ['renewed', 'renewed'],
    ['not-renewed', 'not renewed']
  ] as const;
  const COLUMNS = [
    { label: 'Agreement' },
    { label: 'Account' },
    { label: 'Ends', figure: true },
    { label: 'Twelve months', drawn: true },
    { label: 'State' },
    { label: 'Per month', figure: true },
    { label: 'Term', figure: true },
    { label: 'Acts', unseen: true }
  ];
</script>

<svelte:head><title>Renewals · Firm Tally</title></svelte:head>
<div class="page">
  <div class="head">
    <h1>Renewals in the next twelve months</h1>
    <input class="box" type="search" aria-label="Find" placeholder="Number, account" bind:value={text} />
    <select class="box" aria-label="State" bind:value={status}>
      {#each STATES as [value, label] (value)}<option {value}>{label}</option>{/each}
    </select>
    <select class="box" aria-label="Family" bind:value={family}>
      <option value="">all families</option>
      {#each families.data ?? [] as f (f)}<option value={f}>{f}</option>{/each}
    </select>
    <select class="box" aria-label="Owner" bind:value={owner}>
      <option value="">all owners</option>
      {#each (team.data ?? []).filter((u) => u.active && sells(u)) as p (p.id)}<option value={String(p.id)}
          >{p.name}</option
        >{/each}
    </select>
    <label><input type="checkbox" bind:checked={risk} /> at risk</label>
  </div>
  <RenewalTabs />
  <Notice refusal={refusalOf(months) ?? acts.refusal} />
  {#if months.data && (sum.count || sum.late)}
    <p class="told">
      {sum.count}
      {sum.count === 1 ? 'agreement ends' : 'agreements end'}{#if sum.risks}, <b class="bad"
          >{sum.risks} at risk</b
        >{/if}.
      {#if sum.late}<b class="bad"
          >{sum.late} ended before this month, and nobody said what becomes of {sum.late === 1
            ? 'it'
            : 'them'}.</b
        >{/if}
    </p>
    <Ribbon months={months.data} first={today} bind:chosen={month} />
  {/if}
  <Rows
    label="Agreements"
    columns={COLUMNS}
    {list}
    key={(row: Row) => row.id}
    id={(row: Row) => row.number}
    quiet={(row: Row) => row.status === 'renewed' || row.status === 'not-renewed'}
    empty={month || status || family || owner || risk || text
      ? 'No agreements match.'
      : 'Nothing ends within twelve months. An order with a recurring line makes an agreement.'}
  >
    {#snippet head()}<span class="sr-only">Twelve months</span>
      <BandHead {today} />{/snippet}
    {#snippet row(row: Row)}
      <td class="number" class:here={current?.id === row.id}><a href="/renewals/{row.id}">{row.number}</a></td
      >
      <td class="lead"
        ><a href="/accounts/{row.accountId}">{row.account}</a>{#if row.owner !== me}<small>{row.owner}</small
          >{/if}</td
      >
      <td class="figure ends" class:bad={row.end < today}
        >{day(row.end)}
        <small class:bad={row.callOn <= today && row.status === 'open'}
          >{row.contactedAt ? 'spoke ' + day(row.contactedAt) : 'contact by ' + day(row.callOn)}</small
        ></td
      >
      <td class="off"><Band {row} {today} /></td>
      <td
        ><Verdict tone={tone(row.status)}>{row.status.replace('-', ' ')}</Verdict>
        {#if row.risks.length}<small class="bad">{row.risks.join(', ')}</small>{/if}</td
      >
      <td class="figure off"
        >{figure(row.monthly)}
        {#if row.nextMonthly && row.nextMonthly !== row.runningMonthly}<small
            class:good={position(row.nextMonthly) > position(row.runningMonthly)}
            class:bad={position(row.nextMonthly) < position(row.runningMonthly)}
            >then {figure(row.nextMonthly)}</small
          >{/if}</td
      >
      <td class="figure worth">{figure(row.value)}</td>
      <td class="acts">
        {#if row.joins}<span class="quiet">with {row.joins}</span>{/if}
        {#if session.sells && open(row)}
          {#if row.callId}<button
              class="plain"
              aria-label="Note a call about {row.number}"
              onclick={() => void contacted(row)}>Called</button
            >{/if}
          <button class="plain" aria-label="Quote {row.number}" onclick={() => void quote(row)}
            >{row.quoteId ? 'Open quote' : 'Quote'}</button
          >
          <button class="plain" aria-label="Renew {row.number}" onclick={() => (renewing = row)}
            >Renew…</button
          >
          <button class="plain" aria-label="Not renewed: {row.number}" onclick={() => (leaving = row)}
            >Not renewed…</button
          >
        {/if}
      </td>
    {/snippet}
  </Rows>
</div>
<RenewalAsks bind:renewing bind:leaving onDone={() => void acts.run(() => Promise.resolve())} />

<style>
  input.box {
    width: 160px;
  }
  .told {
    margin-bottom: 6px;
  }
  .told b {
    font-weight: 560;
  }
  small {
    display: block;
    font-size: var(--type-small);
    color: var(--stone);
  }
  small.bad {
    color: var(--madder);
  }
  small.good {
    color: var(--moss);
  }
  .ends {
    white-space: nowrap;
  }
  .here {
    box-shadow: inset 3px 0 0 var(--brass);
  }
  .acts {
    white-space: nowrap;
    text-align: right;
  }
  .page :global(tr:target td) {
    background: var(--brass-wash);
  }
  @media (max-width: 640px) {
    .here {
      box-shadow: none;
    }
    .acts {
      white-space: normal;
    }
  }
</style>
