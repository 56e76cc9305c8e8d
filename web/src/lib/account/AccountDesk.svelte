<script lang="ts">
  import type { Schemas } from '$lib/api/client';
  import Steps from '$lib/activity/Steps.svelte';
  import NewOpportunity from '$lib/opportunity/NewOpportunity.svelte';
  import Files from '$lib/file/Files.svelte';
  import { offer } from '$lib/shell/actions.svelte';
  import { placeOf } from '$lib/shell/places';
  import { session } from '$lib/shell/session.svelte';
  import Changes from '$lib/trail/Changes.svelte';
  import Ask from '$lib/ui/Ask.svelte';
  import Icon from '$lib/ui/Icon.svelte';
  import Reach from '$lib/ui/Reach.svelte';
  import Strokes from '$lib/ui/Strokes.svelte';
  import Tabs from '$lib/ui/Tabs.svelte';
  import Verdict from '$lib/ui/Verdict.svelte';
  import { day, figure, percent, words } from '$lib/ui/format';
  import { tone } from '$lib/ui/tones';
  import Stack from '$lib/worksheet/Stack.svelte';
  import AccountForm from './AccountForm.svelte';
  import Contacts from './Contacts.svelte';
  import CustomerPage from './CustomerPage.svelte';
  import CreditLine from './CreditLine.svelte';
  import Notes from './Notes.svelte';
  import OwnFields from '$lib/ownfield/OwnFields.svelte';
  /** All that is known before a call, on one screen. */
  let { a, onChange }: { a: Schemas['AccountPage']; onChange: () => unknown } = $props();
  let opening = $state(false);
  /** whom the opportunity is opened with; the first contact unless said */
  let withContact = $state<number | null>(null);

  function openWith(contact: number | null, open = true) {
    withContact = contact;
    opening = open;
  }
  let changing = $state(false);
  let shown = $state('business');
  const today = $derived(session.view?.today ?? '');
  const open = $derived(a.opportunities.filter((o) => o.state === 'open' || o.state === 'paused'));
  const past = $derived(a.opportunities.filter((o) => o.state === 'won' || o.state === 'lost'));
  const planned = $derived(
    a.activities.filter((x) => !x.closedAt).sort((x, y) => x.due.localeCompare(y.due))
  );
  const last = $derived(a.activities.find((x) => x.doneAt && x.kind !== 'note'));
  const overdue = $derived(a.openItems.filter((i) => i.overdue));
  const TABS = $derived([
    { key: 'business', label: 'Business' },
    { key: 'bought', label: 'Purchase history', mark: String(a.items.length) },
    { key: 'steps', label: 'Activities', mark: String(planned.length) },
    { key: 'files', label: 'Files', ...(a.files.length ? { mark: String(a.files.length) } : {}) },
    { key: 'page', label: 'Customer page' },
    { key: 'log', label: 'History' }
  ]);

  offer(() =>
    session.sells
      ? [
          { label: 'New opportunity', keys: 'n', run: () => openWith(null) },
          ...(a.mayChange ? [{ label: 'Edit account', keys: 'e', run: () => (changing = true) }] : [])
        ]
      : []
  );
</script>

<div class="head">
  <h1>{a.name}</h1>
  <Verdict tone={a.stopped ? 'bad' : 'quiet'}>{a.stopped ? 'credit stopped' : a.status}</Verdict>
  {#if a.mayChange && session.sells}<button class="act" onclick={() => (changing = true)}>Edit…</button>{/if}
  {#if session.sells}<button class="act main" onclick={() => openWith(null)}
      ><Icon name="plus" size={13} />New opportunity</button
    >{/if}
</div>
<div class="facts">
  <span>{a.number}</span>
  <span>{[a.street, [a.postal, a.town].filter(Boolean).join(' ')].filter(Boolean).join(', ')}</span>
  {#if a.phone || a.email}<span><Reach phone={a.phone} email={a.email} /></span>{/if}
  {#if a.industry}<span>{a.industry}</span>{/if}
  <span>price group <b>{a.priceGroup ? words(a.priceGroup) : 'none'}</b></span>
  <span>terms <b>{a.termsDays} days</b></span>
  {#if a.poNumberRequired}<span class="heed">PO number required</span>{/if}
  <span>{a.owner}</span>
</div>
<OwnFields record="account" id={a.id} mayChange={a.mayChange && session.sells} />
{#each a.notes.filter((n) => n.pinned) as note (note.id)}<p class="pinned">{note.words}</p>{/each}
<dl class="before leaf" aria-label="Summary">
  <dt>Purchases</dt>
  <dd>
    <b>{figure(a.bought.amount)}</b><small>{a.bought.orders} orders, last {day(a.bought.lastOn)}</small>
  </dd>
  <dt>Margin</dt>
  <dd><b>{figure(a.bought.margin)}</b><small>{percent(a.bought.marginPercent)}</small></dd>
  <dt>Open</dt>
  <dd>
    <b>{open.length}</b><small
      >{a.papers.filter((p) => p.kind === 'quote').length} quotes, {a.papers.filter((p) => p.kind === 'order')
        .length} orders</small
    >
  </dd>
  <dt>Overdue</dt>
  <dd>
    <b class:bad={overdue.length > 0}>{overdue.length > 0 ? figure(a.credit.overdue) : '–'}</b><small
      >exposure {figure(a.credit.exposure)}</small
    >
  </dd>
  <dt>Last contact</dt>
  <dd><b>{day(last?.doneAt)}</b><small>{last ? `${last.kind}, ${last.person}` : 'none yet'}</small></dd>
  <dt>Next</dt>
  <dd>
    <b class:bad={planned[0] !== undefined && planned[0].due < today}>{day(planned[0]?.due)}</b><small
      >{planned[0] ? `${planned[0].kind}: ${planned[0].subject}` : 'no activity planned'}</small
    >
  </dd>
</dl>
<div class="two">
  <div>
    <Tabs tabs={TABS} bind:chosen={shown} label="Account sections" />
    {#if shown === 'business'}
      <table class="ledger cards" aria-label="Opportunities">
        <thead
          ><tr
            ><th>Number</th><th>Title</th><th>Stage</th><th>State</th><th>Probability</th><th class="figure"
              >Value</th
            ><th class="figure">Closes</th></tr
          ></thead
        >
        <tbody>
          {#each [...open, ...past] as row (row.id)}
            <tr>
              <td class="number"><a href="/opportunities/{row.id}">{row.number}</a></td><td class="lead"
                >{row.title}</td
              ><td>{row.stage}</td>
              <td><Verdict tone={tone(row.state)}>{row.state}</Verdict></td><td
                >{#if row.state === 'open'}<Strokes probability={row.probability} />{/if}</td
              >
              <td class="figure worth">{figure(row.value)}</td><td class="figure"
                >{day(row.closedOn ?? row.expectedClose)}</td
              >
            </tr>
          {:else}<tr><td colspan="7" class="quiet">No opportunities. Press n to create one.</td></tr>{/each}
        </tbody>
      </table>
      {#if a.papers.length > 0}
        <table class="ledger papers" aria-label="Quotes, orders and agreements">
          <thead
            ><tr
              ><th>Document</th><th>Subject</th><th>State</th><th class="figure">Day</th><th class="figure"
                >Value</th
              ></tr
            ></thead
          >
          <tbody>
            {#each a.papers as p (p.kind + p.id)}
              <tr
                ><td><a href={placeOf(p.kind, p.id, p.number)}>{p.number}</a></td><td>{p.title}</td><td
                  ><Verdict tone={tone(p.state)}>{p.state}</Verdict></td
                ><td class="figure">{day(p.day)}</td><td class="figure">{figure(p.value)}</td></tr
              >
            {/each}
          </tbody>
        </table>
      {/if}
    {:else if shown === 'bought'}
      <table class="ledger" aria-label="Purchase history">
        <thead
          ><tr
            ><th>Product</th><th>Description</th><th class="figure">Times</th><th class="figure">Quantity</th
            ><th class="figure">Last price paid</th><th class="figure">On</th></tr
          ></thead
        >
        <tbody>
          {#each a.items as item, n (n)}
            <tr
              ><td
                >{#if item.product}<a href="/catalogue/{item.product}">{item.product}</a>{:else}–{/if}</td
              ><td>{item.description}</td><td class="figure">{item.times}</td><td class="figure"
                >{figure(item.total)}</td
              ><td class="figure">{figure(item.lastPrice)}</td><td class="figure">{day(item.lastOn)}</td></tr
            >
          {:else}<tr><td colspan="6" class="quiet">No purchases yet.</td></tr>{/each}
        </tbody>
      </table>
    {:else if shown === 'steps'}
      <div class="leaf pad">
        <Steps record="account" id={a.id} activities={a.activities} mayChange={session.sells} {onChange} />
      </div>
    {:else if shown === 'files'}
      <div class="leaf pad">
        <Files record="account" id={a.id} files={a.files} mayChange={a.mayChange} {onChange} />
      </div>
    {:else if shown === 'page'}
      <div class="leaf pad"><CustomerPage account={a.id} mayChange={a.mayChange && session.sells} /></div>
    {:else}<div class="leaf pad"><Changes record="account" id={a.id} /></div>{/if}
  </div>
  <div class="side">
    <div class="leaf pad">
      <Stack credit={a.credit} /><CreditLine credit={a.credit} />
      <p><a href="/credit/{a.id}">Credit: limits, open items, requests, statement</a></p>
    </div>
    <div class="leaf pad">
      <Contacts
        account={a.id}
        contacts={a.contacts}
        mayAdd={session.sells}
        mayChange={a.mayChange && session.sells}
        onOpen={session.sells ? openWith : undefined}
        {onChange}
      />
    </div>
    <div class="leaf pad"><Notes account={a.id} notes={a.notes} {onChange} /></div>
    <div class="leaf pad">
      <h2>Open items</h2>
      {#each a.openItems as item (item.ref)}
        <p class="item">
          <span>{item.ref}</span><span class:bad={item.overdue}
            >{day(item.due)}{item.overdue ? ', overdue' : ''}</span
          ><b class="figure">{figure(item.balance)}</b>
        </p>
      {:else}<p class="quiet">No open items.</p>{/each}
    </div>
  </div>
</div>
<Ask bind:open={() => opening, (open: boolean) => openWith(null, open)} title="New opportunity for {a.name}">
  <NewOpportunity account={a} contacts={a.contacts} contact={withContact} />
</Ask>
<Ask bind:open={changing} title="Edit {a.name}" wide>
  <AccountForm
    {a}
    onChange={async () => {
      changing = false;
      await onChange();
    }}
  />
</Ask>

<style>
  .pinned {
    border-left: 3px solid var(--brass);
    padding: 2px 0 2px 10px;
    margin-top: 6px;
  }
  .before {
    display: grid;
    grid-template-columns: repeat(6, minmax(0, 1fr));
    grid-template-rows: auto auto;
    grid-auto-flow: column;
    padding: 8px 14px;
    gap: 0 14px;
    margin: 12px 0;
  }
  .before dt {
    font-size: var(--type-small);
    color: var(--stone);
  }
  .before dd b {
    display: block;
    font-size: var(--type-lead);
    font-weight: 560;
    font-variant-numeric: tabular-nums;
  }
  .before small {
    display: block;
    font-size: var(--type-small);
    color: var(--stone);
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
  }
  .two {
    display: grid;
    grid-template-columns: minmax(0, 1fr) 350px;
    gap: 16px;
    align-items: start;
  }
  .side {
    display: flex;
    flex-direction: column;
    gap: 12px;
  }
  .papers {
    margin-top: 14px;
  }
  .pad {
    padding: 10px 14px;
  }
  .pad :global(dl) {
    display: grid;
    grid-template-columns: 1fr auto;
    gap: 1px 10px;
    font-size: var(--type-small);
  }
  .pad :global(dd) {
    text-align: right;
    font-variant-numeric: tabular-nums;
  }
  .side .pad :global(h2) {
    display: flex;
    justify-content: space-between;
  }
  .item {
    display: grid;
    grid-template-columns: 64px 1fr auto;
    gap: 8px;
  }
  @media (max-width: 900px) {
    .two {
      grid-template-columns: minmax(0, 1fr);
    }
    .before {
      grid-auto-flow: row;
      grid-template-columns: 100px 1fr;
      grid-template-rows: none;
    }
  }
</style>
