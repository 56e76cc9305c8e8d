<script lang="ts">
  import { goto } from '$app/navigation';
  import { page } from '$app/state';
  import { api, ask, asRefusal, type Refusal } from '$lib/api/client';
  import { offer } from '$lib/shell/actions.svelte';
  import { session } from '$lib/shell/session.svelte';
  import Ask from '$lib/ui/Ask.svelte';
  import Field from '$lib/ui/Field.svelte';
  import Icon from '$lib/ui/Icon.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import Strokes from '$lib/ui/Strokes.svelte';
  import Verdict from '$lib/ui/Verdict.svelte';
  import { day, figure, words } from '$lib/ui/format';
  import { load, refusalOf } from '$lib/ui/load.svelte';
  import { tone } from '$lib/ui/tones';
  import Stack from '$lib/worksheet/Stack.svelte';
  import CreditLine from '$lib/account/CreditLine.svelte';
  const id = $derived(Number(page.params.id));
  const account = load(
    () => ['account', id],
    () => api.GET('/api/accounts/{id}', { params: { path: { id } } })
  );
  const a = $derived(account.data);
  let opening = $state(false);
  let title = $state('');
  let refusal = $state<Refusal | null>(null);

  async function open(event: SubmitEvent) {
    event.preventDefault();
    try {
      const made = await ask(api.POST('/api/opportunities', { body: { accountId: id, title } }));
      await goto('/opportunities/' + made.id);
    } catch (thrown) {
      refusal = asRefusal(thrown);
    }
  }
  offer(() => (session.sells ? [{ label: 'New opportunity', keys: 'n', run: () => (opening = true) }] : []));
</script>

<svelte:head><title>{a?.name ?? 'Account'} · Firm Tally</title></svelte:head>
<div class="page">
  <Notice refusal={refusalOf(account)} />
  {#if a}
    <div class="head">
      <h1>{a.name}</h1>
      <Verdict tone={a.stopped ? 'bad' : 'quiet'}>{a.stopped ? 'credit stopped' : a.standing}</Verdict>
      {#if session.sells}<button class="act main" onclick={() => (opening = true)}
          ><Icon name="plus" size={13} />New opportunity</button
        >{/if}
    </div>
    <div class="facts">
      <span>{a.number}</span><span>{a.street ? a.street + ', ' : ''}{a.postal} {a.town}</span><span
        >{a.phone}</span
      ><span>{a.mail}</span>
      <span>price group <b>{a.priceGroup ? words(a.priceGroup) : 'none'}</b></span>
      <span>terms <b>{a.termsDays} days</b></span>
      {#if a.orderNumberRequired}<span class="heed">orders by number only</span>{/if}
      <span>won so far <b>{figure(a.wonTotal)}</b></span><span>{a.owner}</span>
    </div>
    {#if a.note}<p class="note">{a.note}</p>{/if}
    <div class="two">
      <div>
        <h2>Opportunities</h2>
        <table class="ledger" aria-label="Opportunities">
          <thead
            ><tr
              ><th>Number</th><th>Title</th><th>Stage</th><th>State</th><th>Odds</th><th class="figure"
                >Value</th
              ><th class="figure">Closes</th></tr
            ></thead
          >
          <tbody>
            {#each a.opportunities as row (row.id)}
              <tr>
                <td><a href="/opportunities/{row.id}">{row.number}</a></td><td>{row.title}</td><td
                  >{row.stage}</td
                >
                <td><Verdict tone={tone(row.state)}>{row.state}</Verdict></td><td
                  ><Strokes odds={row.odds} /></td
                >
                <td class="figure">{figure(row.value)}</td><td class="figure">{day(row.expectedClose)}</td>
              </tr>
            {:else}<tr><td colspan="7" class="quiet">None yet. Press n to open one.</td></tr>{/each}
          </tbody>
        </table>
      </div>
      <div class="side">
        <div class="leaf pad"><Stack credit={a.credit} /><CreditLine credit={a.credit} /></div>
        <div class="leaf pad">
          <h2>Open items</h2>
          {#each a.openItems as item (item.ref)}
            <p class="item">
              <span>{item.ref}</span><span class:bad={item.overdue}
                >{day(item.due)}{item.overdue ? ', overdue' : ''}</span
              ><b class="figure">{figure(item.balance)}</b>
            </p>
          {:else}<p class="quiet">Nothing is open.</p>{/each}
        </div>
        <div class="leaf pad">
          <h2>Contacts</h2>
          {#each a.contacts as c (c.id)}<p>
              {c.name}{c.role ? ', ' + c.role : ''}<br /><span class="quiet">{c.phone} {c.mail}</span>
            </p>
          {:else}<p class="quiet">Nobody yet.</p>{/each}
        </div>
      </div>
    </div>
  {/if}
</div>
<Ask bind:open={opening} title="New opportunity for {a?.name ?? ''}">
  <form onsubmit={open}>
    <Field label="What is it about" name="title" bind:value={title} problem={refusal?.at('title')} focus />
    <Notice {refusal} />
    <p class="note"><button class="act main">Open it</button></p>
  </form>
</Ask>

<style>
  .two {
    display: grid;
    grid-template-columns: minmax(0, 1fr) 350px;
    gap: 16px;
    margin-top: 12px;
    align-items: start;
  }
  .two h2 {
    margin-bottom: 6px;
  }
  .side {
    display: flex;
    flex-direction: column;
    gap: 12px;
  }
  .pad {
    padding: 10px 14px;
  }
  .pad :global(dl) {
    display: grid;
    grid-template-columns: 1fr auto;
    gap: 1px 10px;
    font-size: 12.5px;
  }
  .pad :global(dd) {
    text-align: right;
    font-variant-numeric: tabular-nums;
  }
  .pad :global(h2) {
    display: flex;
    justify-content: space-between;
  }
  .item {
    display: grid;
    grid-template-columns: 64px 1fr auto;
    gap: 8px;
  }
  .note {
    margin-top: 8px;
  }
  @media (max-width: 900px) {
    .two {
      grid-template-columns: minmax(0, 1fr);
    }
  }
</style>
