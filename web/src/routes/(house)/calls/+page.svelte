<script lang="ts">
  import Rows from '$lib/ui/Rows.svelte';
  import { goto } from '$app/navigation';
  import { page } from '$app/state';
  import { api, ask } from '$lib/api/client';
  import { offer } from '$lib/shell/actions.svelte';
  import { session } from '$lib/shell/session.svelte';
  import Choice from '$lib/ui/Choice.svelte';
  import Field from '$lib/ui/Field.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import { Acts } from '$lib/ui/acts.svelte';
  import { day } from '$lib/ui/format';
  import { listed } from '$lib/ui/further.svelte';
  import { load } from '$lib/ui/load.svelte';
  /** Call lists: those that are walked, and a new one picked from accounts or contacts. */
  const list = listed(
    () => ['call-lists'],
    (after) => api.GET('/api/call-lists', { params: { query: { after } } })
  );
  const acts = new Acts();
  let making = $state(page.url.searchParams.has('new'));
  let name = $state('');
  let campaign = $state('');
  let owner = $state('');
  let pick = $state({
    who: 'accounts',
    status: '',
    industry: '',
    priceGroup: '',
    postal: '',
    town: '',
    role: '',
    bought: '',
    boughtSince: '',
    notBoughtSince: '',
    notSpokenSince: ''
  });
  const people = load(
    () => ['people'],
    () => api.GET('/api/users')
  );
  const body = $derived({ ...pick, owner: owner ? Number(owner) : null });
  const picked = load(
    () => ['picked', body],
    () => api.POST('/api/call-lists/picked', { body }),
    () => making,
    true
  );

  function make(event: SubmitEvent) {
    event.preventDefault();
    void acts.run(async () => {
      const made = await ask(api.POST('/api/call-lists', { body: { name, campaign, pick: body } }));
      await goto('/calls/' + made.id);
    });
  }
  offer(() => (session.sells ? [{ label: 'New call list', keys: 'n', run: () => (making = true) }] : []));
  const COLUMNS = [
    { label: 'List' },
    { label: 'Campaign' },
    { label: 'Made by' },
    { label: 'On', figure: true },
    { label: 'To call', figure: true },
    { label: 'Done', figure: true },
    { label: 'Reached', figure: true },
    { label: 'Opportunities', figure: true },
    { label: 'State' }
  ];
  type Row = (typeof list.rows)[number];
</script>

<svelte:head><title>Call lists · Firm Tally</title></svelte:head>
<div class="page">
  <div class="head">
    <h1>Call lists</h1>
    {#if session.sells && !making}<button class="act main" onclick={() => (making = true)}
        >New call list</button
      >{/if}
  </div>
  {#if making}
    <div class="two">
      <form class="leaf pad" onsubmit={make} aria-label="New call list">
        <Field label="Name" name="name" bind:value={name} problem={acts.at('name')} focus />
        <Field label="Campaign" name="campaign" bind:value={campaign} problem={acts.at('campaign')} />
        <Choice
          label="Call"
          name="who"
          bind:value={pick.who}
          options={[
            ['accounts', 'accounts, one call each'],
            ['contacts', 'contacts, everybody there']
          ]}
        />
        <Choice
          label="Status"
          name="status"
          bind:value={pick.status}
          options={[
            ['', 'any'],
            ['customer', 'customers'],
            ['prospect', 'prospects']
          ]}
        />
        <Field label="Industry" name="industry" bind:value={pick.industry} />
        <Field label="Price group" name="priceGroup" bind:value={pick.priceGroup} />
        <Field label="Postal code begins with" name="postal" bind:value={pick.postal} />
        <Field label="Town" name="town" bind:value={pick.town} />
        {#if pick.who === 'contacts'}<Field
            label="Role of the contact"
            name="role"
            bind:value={pick.role}
          />{/if}
        <Choice
          label="Owner"
          name="owner"
          bind:value={owner}
          options={[['', 'anybody'], ...(people.data ?? []).map((p) => [String(p.id), p.name] as const)]}
        />
        <Field label="Purchased product or family" name="bought" bind:value={pick.bought} />
        <Field label="Purchased since" name="boughtSince" type="date" bind:value={pick.boughtSince} />
        <Field label="No purchase since" name="notBoughtSince" type="date" bind:value={pick.notBoughtSince} />
        <Field label="No contact since" name="notSpokenSince" type="date" bind:value={pick.notSpokenSince} />
        <div class="whole">
          <Notice refusal={acts.refusal}>{acts.at('pick') ?? ''}</Notice>
          <p class="acts">
            <button class="act main" disabled={acts.busy || (picked.data?.total ?? 0) === 0}
              >Create a list of {picked.data?.total ?? 0}</button
            >
            <button type="button" class="plain" onclick={() => (making = false)}>Cancel</button>
          </p>
        </div>
      </form>
      <table class="ledger" aria-label="Preview">
        <thead
          ><tr><th>Account</th><th>Town</th><th>Contact</th><th class="figure">Last purchase</th></tr></thead
        >
        <tbody>
          {#each picked.data?.rows ?? [] as row, n (n)}
            <tr
              ><td>{row.account}</td><td>{row.town}</td><td>{row.contact ?? '–'}</td><td class="figure"
                >{day(row.lastBought)}</td
              ></tr
            >
          {:else}<tr
              ><td colspan="4" class="quiet"
                >{picked.isPending ? 'Loading…' : 'No matches. Widen the selection.'}</td
              ></tr
            >{/each}
        </tbody>
      </table>
    </div>
  {/if}
  <Rows
    label="Call lists"
    columns={COLUMNS}
    {list}
    key={(row: Row) => row.id}
    empty="No call lists. Press n to create one."
  >
    {#snippet row(row: Row)}
      <td class="lead"><a href="/calls/{row.id}">{row.name}</a></td><td>{row.campaign}</td><td class="quiet"
        >{row.person}</td
      ><td class="figure">{day(row.madeOn)}</td><td class="figure worth">{row.total}</td><td class="figure"
        >{row.done}</td
      ><td class="figure">{row.reached}</td><td class="figure">{row.raised}</td><td class="quiet"
        >{row.closedOn ? 'closed' : 'open'}</td
      >
    {/snippet}
  </Rows>
</div>

<style>
  .two {
    display: grid;
    grid-template-columns: 460px minmax(0, 1fr);
    gap: 16px;
    align-items: start;
    margin-bottom: 16px;
  }
  form {
    display: grid;
    grid-template-columns: 1fr 1fr;
    gap: 8px 12px;
  }
  .pad {
    padding: 12px 14px;
  }
  .whole {
    grid-column: 1 / -1;
  }
  .acts {
    display: flex;
    gap: 12px;
    align-items: center;
  }
  @media (max-width: 1000px) {
    .two {
      grid-template-columns: minmax(0, 1fr);
    }
  }
</style>
