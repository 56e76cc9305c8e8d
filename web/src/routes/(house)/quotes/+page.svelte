<script lang="ts">
  import Rows from '$lib/ui/Rows.svelte';
  import { goto } from '$app/navigation';
  import { page } from '$app/state';
  import { api } from '$lib/api/client';
  import { called } from '$lib/quote/called';
  import { session } from '$lib/shell/session.svelte';
  import Verdict from '$lib/ui/Verdict.svelte';
  import { day, figure, percent, words } from '$lib/ui/format';
  import { listed } from '$lib/ui/further.svelte';
  import { load } from '$lib/ui/load.svelte';
  import { tone } from '$lib/ui/tones';
  import { SvelteURLSearchParams } from 'svelte/reactivity';
  import { sells } from '$lib/users/sells';
  // The filters stand in the address, so that Back and a link bring the same list.
  const asked = $derived(page.url.searchParams);
  const status = $derived(asked.get('state') ?? 'open');
  const owner = $derived(Number(asked.get('owner') ?? 0));
  const expiring = $derived(asked.get('expiring') === 'yes');
  const waiting = $derived(asked.get('waiting') === 'yes');
  const least = $derived(asked.get('least') ?? '');
  const discount = $derived(asked.get('discount') ?? '');
  const narrowed = $derived(owner > 0 || expiring || waiting || least !== '' || discount !== '');

  function narrow(field: string, value: string, usual = '') {
    const next = new SvelteURLSearchParams(asked);
    if (value === usual) next.delete(field);
    else next.set(field, value);
    void goto('?' + next.toString(), { replaceState: true, keepFocus: true, noScroll: true });
  }
  const list = listed(
    () => ['quotes', status, owner, expiring, waiting, least, discount],
    (after) =>
      api.GET('/api/quotes', {
        params: { query: { state: status, owner, expiring, waiting, least, discount, after } }
      })
  );
  const answers = load(
    () => ['quotes', 'answers', owner],
    () => api.GET('/api/quotes/answers', { params: { query: { owner } } }),
    () => true,
    true
  );
  const users = load(
    () => ['users'],
    () => api.GET('/api/users')
  );
  const COLUMNS = [
    { label: 'Number' },
    { label: 'Title' },
    { label: 'Account' },
    { label: 'State' },
    { label: 'Net', figure: true },
    { label: 'Discount', figure: true },
    { label: 'Made', figure: true },
    { label: 'Valid until', figure: true },
    { label: 'Sign-off' },
    { label: 'Owner' }
  ];
  type Row = (typeof list.rows)[number];
</script>

<svelte:head><title>Quotes · Firm Tally</title></svelte:head>
<div class="page">
  <div class="head">
    <h1>Quotes</h1>
    {#if answers.data?.winRate}<p class="quiet">
        Sent in a year: <b>{percent(answers.data.winRate)}</b> won of {answers.data.won +
          answers.data.lost}{#if answers.data.days !== null}, answered after
          <b>{answers.data.days === 1 ? '1 day' : `${answers.data.days} days`}</b> on average{/if}
      </p>{/if}
  </div>
  <div class="filters" role="group" aria-label="Filters">
    <select
      class="box"
      aria-label="State"
      value={status}
      onchange={(e) => narrow('state', e.currentTarget.value, 'open')}
    >
      <option value="open">draft, sent or accepted, still open</option>
      {#each ['draft', 'sent', 'accepted', 'declined', 'expired', 'superseded', 'withdrawn', 'ordered'] as state (state)}<option
          >{state}</option
        >{/each}
      <option value="">all</option>
    </select>
    <select
      class="box"
      aria-label="Owner"
      value={String(owner)}
      onchange={(e) => narrow('owner', e.currentTarget.value, '0')}
    >
      <option value="0">everybody’s</option>
      {#each (users.data ?? []).filter((u) => u.active && sells(u)) as user (user.id)}<option
          value={String(user.id)}>{user.id === session.me?.id ? 'mine' : user.name}</option
        >{/each}
    </select>
    <label
      >net from <input
        class="box figure"
        inputmode="decimal"
        value={least}
        onchange={(e) => narrow('least', e.currentTarget.value.trim())}
      /></label
    >
    <label
      >discount from <input
        class="box figure"
        inputmode="decimal"
        value={discount}
        onchange={(e) => narrow('discount', e.currentTarget.value.trim())}
      /> %</label
    >
    <label
      ><input
        type="checkbox"
        checked={expiring}
        onchange={(e) => narrow('expiring', e.currentTarget.checked ? 'yes' : '')}
      />
      expiring within {session.company?.expiringDays ?? 7} days</label
    >
    <label
      ><input
        type="checkbox"
        checked={waiting}
        onchange={(e) => narrow('waiting', e.currentTarget.checked ? 'yes' : '')}
      /> waiting for sign-off</label
    >
    {#if narrowed}<button class="plain" onclick={() => void goto('?')}>Clear filters</button>{/if}
  </div>
  <Rows
    label="Quotes"
    columns={COLUMNS}
    {list}
    key={(row: Row) => row.id}
    empty={narrowed
      ? 'No quote matches the filters.'
      : 'No quotes. Create one on an opportunity with Ctrl Enter.'}
  >
    {#snippet row(row: Row)}
      {@const out = row.state === 'sent' && row.validUntil < (session.view?.today ?? '')}
      <td class="number"><a href="/quotes/{row.id}">{called(row)}</a></td>
      <td
        >{row.title}{#if row.leads}<small class="quiet lead-quote">lead quote</small>{/if}</td
      >
      <td class="lead">{row.account}</td>
      <td><Verdict tone={tone(row.state)}>{row.state}</Verdict></td>
      <td class="figure worth">{figure(row.value)}</td>
      <td class="figure off">{percent(row.discountPercent)}</td>
      <td class="figure off">{day(row.madeOn)}</td>
      <td class="figure" class:bad={out}>{day(row.validUntil)}{out ? ', expired' : ''}</td>
      <td class:heed={row.asked !== null} class:quiet={row.asked === null} title={row.asked}
        >{row.asked !== null
          ? 'requested'
          : row.signOffRole && row.state === 'draft'
            ? words(row.signOffRole)
            : ''}{#if row.asked}<small class="asked quiet">{row.asked}</small>{/if}</td
      >
      <td class="quiet off">{row.owner}</td>
    {/snippet}
  </Rows>
</div>

<style>
  .filters {
    display: flex;
    flex-wrap: wrap;
    gap: 6px 14px;
    align-items: center;
    margin-bottom: 10px;
  }
  .filters .box {
    width: auto;
  }
  .filters input.box {
    width: 90px;
  }
  .asked {
    display: block;
    max-width: 220px;
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
  }
  .lead-quote {
    margin-left: 6px;
  }
  label {
    display: inline-flex;
    align-items: center;
    gap: 6px;
    color: var(--stone);
  }
</style>
