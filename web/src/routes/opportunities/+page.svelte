<script lang="ts">
  import { goto } from '$app/navigation';
  import { page } from '$app/state';
  import { api, ask, asRefusal, type Refusal, type Schemas } from '$lib/api/client';
  import { offer } from '$lib/shell/actions.svelte';
  import { session } from '$lib/shell/session.svelte';
  import Sheet from '$lib/opportunity/Sheet.svelte';
  import Ask from '$lib/ui/Ask.svelte';
  import Field from '$lib/ui/Field.svelte';
  import Icon from '$lib/ui/Icon.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import Strokes from '$lib/ui/Strokes.svelte';
  import { day, figure } from '$lib/ui/format';
  import { load, refusalOf } from '$lib/ui/load.svelte';

  let q = $state('');
  let status = $state('open');
  let path = $state('new');
  let whose = $state(session.me?.role === 'rep' ? 'mine' : 'all');
  let view = $state(localStorage.getItem('tally-opportunities') ?? 'sheet');
  let more = $state.raw<Schemas['OpportunityRow'][]>([]);
  let next = $state<string | null>(null);
  const query = $derived({ q, state: status, path, owner: whose === 'mine' ? (session.me?.id ?? 0) : 0 });
  const list = load(
    () => ['opportunities', query],
    () => api.GET('/api/opportunities', { params: { query } }),
    () => view === 'list'
  );
  const team = $derived(whose.startsWith('team ') ? whose.slice(5) : '');
  const sheet = load(
    () => ['sheet', query, team],
    () => api.GET('/api/sheet', { params: { query: { q, path, owner: query.owner, team } } }),
    () => view === 'sheet'
  );

  function turn() {
    view = view === 'sheet' ? 'list' : 'sheet';
    // What only the other view can be narrowed to.
    if (view === 'list' && team) whose = 'all';
    if (view === 'sheet' && path === '') path = 'new';
    localStorage.setItem('tally-opportunities', view);
  }
  $effect(() => {
    next = list.data?.next ?? null;
    more = [];
  });
  const rows = $derived([...(list.data?.rows ?? []), ...more]);

  async function further() {
    const page = await ask(
      api.GET('/api/opportunities', { params: { query: { ...query, after: next ?? '' } } })
    );
    more = [...more, ...page.rows];
    next = page.next;
  }

  let opening = $state(page.url.searchParams.has('new'));
  let title = $state('');
  let account = $state('');
  let refusal = $state<Refusal | null>(null);
  const accounts = load(
    () => ['accounts', account],
    () => api.GET('/api/accounts', { params: { query: { q: account.split(' · ')[0] ?? '' } } })
  );

  async function open(event: SubmitEvent) {
    event.preventDefault();
    const wanted = account.split(' · ')[0]?.trim().toLowerCase();
    const found = accounts.data?.rows.filter((a) => a.name.toLowerCase() === wanted) ?? [];
    const chosen =
      found.length === 1 ? found[0] : accounts.data?.rows.length === 1 ? accounts.data.rows[0] : undefined;
    if (!chosen) {
      const { Refusal } = await import('$lib/api/client');
      refusal = new Refusal(
        0,
        'Which account',
        'Type its name until one is left, or open a new account first.',
        [{ at: 'account', message: 'Choose one account.' }],
        null
      );
      return;
    }
    try {
      const made = await ask(api.POST('/api/opportunities', { body: { accountId: chosen.id, title } }));
      opening = false;
      await goto('/opportunities/' + made.id);
    } catch (thrown) {
      refusal = asRefusal(thrown);
    }
  }
  const acts = $derived([
    ...(session.sells ? [{ label: 'New opportunity', keys: 'n', run: () => (opening = true) }] : []),
    { label: view === 'sheet' ? 'Show as a list' : 'Show as a sheet', keys: 'v', run: turn }
  ]);
  // The sheet offers these beside its own.
  offer(() => (view === 'list' ? acts : null));
</script>

<svelte:head><title>Opportunities · Firm Tally</title></svelte:head>
<div class="page">
  <div class="head">
    <h1>Opportunities</h1>
    <input
      class="box"
      name="filter"
      placeholder="Title, number or account"
      aria-label="Filter"
      bind:value={q}
    />
    {#if view === 'list'}
      <select class="box" aria-label="State" bind:value={status}>
        <option value="open">open</option><option value="won">won</option><option value="lost">lost</option>
      </select>
    {/if}
    <select class="box" aria-label="Path" bind:value={path}>
      <option value="new">new business</option><option value="renewal">renewals</option>
      {#if view === 'list'}<option value="">both</option>{/if}
    </select>
    <select class="box" aria-label="Whose" bind:value={whose}>
      <option value="mine">mine</option><option value="all">everybody’s</option>
      {#if view === 'sheet'}
        {#each sheet.data?.teams ?? [] as name (name)}<option value="team {name}">team {name}</option>{/each}
      {/if}
    </select>
    <button class="act" onclick={turn} title="v">{view === 'sheet' ? 'As a list' : 'As a sheet'}</button>
    {#if session.sells}<button class="act main" onclick={() => (opening = true)}
        ><Icon name="plus" size={13} />New opportunity</button
      >{/if}
  </div>
  <Notice refusal={refusalOf(view === 'sheet' ? sheet : list)} />
  {#if view === 'sheet'}
    {#if sheet.data}<Sheet sheet={sheet.data} onChange={() => sheet.refetch()} more={acts} />{/if}
  {:else}
    <table class="ledger" aria-label="Opportunities">
      <thead
        ><tr
          ><th>Number</th><th>Title</th><th>Account</th><th>Stage</th><th>Odds</th><th class="figure"
            >Value</th
          ><th class="figure">Closes</th><th>Next step</th><th>Owner</th></tr
        ></thead
      >
      <tbody>
        {#each rows as row (row.id)}
          {@const late = row.state === 'open' && row.expectedClose < (session.view?.today ?? '')}
          <tr>
            <td><a href="/opportunities/{row.id}">{row.number}</a></td>
            <td>{row.title}</td>
            <td><a href="/accounts/{row.accountId}">{row.account}</a></td>
            <td>{row.stage}</td>
            <td><Strokes odds={row.odds} /></td>
            <td class="figure">{figure(row.value)}</td>
            <td class="figure" class:bad={late}>{day(row.expectedClose)}{late ? ', past' : ''}</td>
            <td class={row.nextDue || row.state !== 'open' ? 'quiet' : 'bad'}
              >{row.nextDue ? day(row.nextDue) : row.state === 'open' ? 'none planned' : '–'}</td
            >
            <td class="quiet">{row.owner}</td>
          </tr>
        {:else}
          <tr
            ><td colspan="9" class="quiet">{list.isPending ? 'Looking…' : 'None. Press n to open one.'}</td
            ></tr
          >
        {/each}
      </tbody>
    </table>
    {#if next}<p class="more"><button class="act" onclick={further}>More</button></p>{/if}
  {/if}
</div>

<Ask bind:open={opening} title="New opportunity">
  <form onsubmit={open}>
    <Field
      label="Account"
      name="account"
      bind:value={account}
      list="accounts"
      problem={refusal?.at('account')}
      focus
    />
    <datalist id="accounts"
      >{#each accounts.data?.rows.slice(0, 20) ?? [] as a (a.id)}<option value={a.name}>{a.town}</option
        >{/each}</datalist
    >
    <Field label="What is it about" name="title" bind:value={title} problem={refusal?.at('title')} />
    <Notice {refusal} />
    <p class="more">
      <button class="act main">Open it</button> <a href="/accounts?new">The account is new</a>
    </p>
  </form>
</Ask>

<style>
  .more {
    margin-top: 12px;
    display: flex;
    gap: 16px;
    align-items: center;
  }
  form {
    display: flex;
    flex-direction: column;
    gap: 10px;
  }
</style>
