<script lang="ts">
  import Rows from '$lib/ui/Rows.svelte';
  import { goto } from '$app/navigation';
  import { page } from '$app/state';
  import { api } from '$lib/api/client';
  import AddEnquiry from '$lib/enquiry/AddEnquiry.svelte';
  import { contactDetails } from '$lib/enquiry/enquiry';
  import OwnCells from '$lib/ownfield/OwnCells.svelte';
  import OwnFilterBar from '$lib/ownfield/OwnFilterBar.svelte';
  import { isFigure } from '$lib/ownfield/own';
  import { offer } from '$lib/shell/actions.svelte';
  import { session } from '$lib/shell/session.svelte';
  import Tabs from '$lib/ui/Tabs.svelte';
  import Verdict from '$lib/ui/Verdict.svelte';
  import { day, rounded, words } from '$lib/ui/format';
  import { listed } from '$lib/ui/further.svelte';
  import { load } from '$lib/ui/load.svelte';
  import { tone } from '$lib/ui/tones';
  let first = $state<HTMLInputElement>();
  $effect(() => {
    if (page.url.searchParams.has('new')) first?.focus();
  });
  let pile = $state('open');
  let whose = $state(session.onlySells ? 'mine' : 'all');
  let q = $state('');
  let own = $state('');
  // Always the most or the newest first.
  let order = $state('-newest');
  const query = $derived({
    state: pile,
    owner: whose === 'mine' ? (session.me?.id ?? 0) : 0,
    sort: order.replace('-', ''),
    q,
    own
  });
  const list = listed(
    () => ['enquiries', query],
    (after) => api.GET('/api/enquiries', { params: { query: { ...query, after } } })
  );
  const TABS = [
    { key: 'open', label: 'To follow up' },
    { key: 'on-hold', label: 'On hold' },
    { key: 'converted', label: 'Converted' },
    { key: 'not-pursued', label: 'Not pursued' },
    { key: 'all', label: 'All' }
  ];
  offer(() => [
    { label: 'Add enquiry', keys: 'n', run: () => first?.focus() },
    { label: 'Import enquiries', keys: 'i', run: () => goto('/import?kind=enquiries') },
    ...(session.manages
      ? [{ label: 'Assignment rules and results', keys: 'u', run: () => goto('/enquiries/rules') }]
      : [])
  ]);
  const ownFields = load(
    () => ['own-field-list'],
    () => api.GET('/api/own-fields')
  );
  const fields = $derived((ownFields.data?.fields ?? []).filter((field) => field.record === 'enquiry'));
  const shown = $derived(fields.filter((field) => field.inList));
  const COLUMNS = [
    { label: 'Number' },
    { label: 'Company or name' },
    { label: 'Contact details' },
    { label: 'Subject' },
    { label: 'Value', figure: true, sort: 'value' },
    { label: 'Source' },
    { label: 'Received', figure: true, sort: 'newest' },
    { label: 'State' },
    { label: 'Owner' },
    { label: 'Do', unseen: true }
  ];
  const NOTHING = '0.00';
  type Row = (typeof list.rows)[number];
</script>

<svelte:head><title>Enquiries · Firm Tally</title></svelte:head>
<div class="page">
  <div class="head">
    <h1>Enquiries</h1>
    <input class="box" placeholder="Name, number, town or subject" aria-label="Filter" bind:value={q} />
    <select class="box" aria-label="Owner" bind:value={whose}>
      <option value="mine">mine</option><option value="all">everybody’s</option>
    </select>
    <a class="act" href="/calls">Call lists</a>
    {#if session.sells}<a class="act" href="/import?kind=enquiries">Import</a>{/if}
    {#if session.manages}<a class="act" href="/enquiries/rules">Assignment rules</a>
      <a class="act" href="/outside/web-form.html" target="_blank" rel="noopener">Web form</a>{/if}
  </div>
  {#if session.sells}<AddEnquiry bind:first onTaken={() => list.refetch()} />{/if}
  <Tabs tabs={TABS} bind:chosen={pile} label="State" />
  <OwnFilterBar {fields} terms={own} onChange={(terms) => (own = terms)} />
  <Rows
    label="Enquiries"
    columns={[...COLUMNS, ...shown.map((field) => ({ label: field.name, figure: isFigure(field.kind) }))]}
    {list}
    key={(row: Row) => row.id}
    bind:sort={() => order, (by: string) => (order = '-' + by.replace('-', ''))}
    empty={pile === 'open' ? 'No open enquiries. Add one above; one line is enough.' : 'None.'}
  >
    {#snippet row(row: Row)}
      <td class="number"><a href="/enquiries/{row.id}">{row.number}</a></td>
      <td class="lead">{row.name}{row.town ? ', ' + row.town : ''}</td>
      <td>{contactDetails(row.email, row.phone)}</td>
      <td>{row.subject}</td>
      <td class="figure"
        >{#if row.value}{rounded(row.value)}{:else if row.expected !== NOTHING}<span
            class="quiet"
            title="Not known; what such enquiries have brought on average">about {rounded(row.expected)}</span
          >{:else}–{/if}</td
      >
      <td class="quiet">{row.source}{row.campaign ? ', ' + row.campaign : ''}</td>
      <td class="figure worth">{day(row.addedAt)}</td>
      <td
        ><Verdict tone={tone(row.state)}
          >{words(row.state)}{row.onHoldUntil ? ' until ' + day(row.onHoldUntil) : ''}</Verdict
        ></td
      >
      <td class="quiet">{row.owner}</td>
      <td class="figure off">
        {#if row.opportunityId}<a href="/opportunities/{row.opportunityId}">{row.opportunityNumber}</a>
        {:else if row.mayChange && session.sells}<a href="/enquiries/{row.id}">Open</a>{/if}
      </td>
      <OwnCells fields={shown} own={row.own} />
    {/snippet}
  </Rows>
</div>
