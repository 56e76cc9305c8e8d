<script lang="ts">
  import { page } from '$app/state';
  import { api, ask } from '$lib/api/client';
  import { after } from '$lib/activity/step';
  import { offer } from '$lib/shell/actions.svelte';
  import { session } from '$lib/shell/session.svelte';
  import Field from '$lib/ui/Field.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import { Acts } from '$lib/ui/acts.svelte';
  import { day, figure, words } from '$lib/ui/format';
  import { load, refusalOf } from '$lib/ui/load.svelte';
  import { say } from '$lib/ui/said';
  /** A call list walked one by one, with keys; beside it who is left and what the campaign brought. */
  const id = $derived(Number(page.params.id));
  const list = load(
    () => ['call-list', id],
    () => api.GET('/api/call-lists/{id}', { params: { path: { id } } })
  );
  const acts = new Acts(() => list.refetch());
  const entries = $derived(list.data?.entries ?? []);
  let chosen = $state<number | null>(null);
  const left = (outcome: string | null) =>
    outcome === null || outcome === 'not-reached' || outcome === 'call-again';
  const here = $derived(
    entries.find((e) => e.id === chosen) ?? entries.find((e) => e.outcome === null) ?? entries[0]
  );
  const at = $derived(here ? entries.indexOf(here) : -1);
  const works = $derived(session.sells && list.data?.list.closedOn === null);
  let said = $state('');
  let title = $state('');
  let again = $state(after(session.view?.today ?? '2026-01-01', 3));
  const OUTCOMES = [
    ['1', 'reached', 'Reached'],
    ['2', 'not-reached', 'Not reached'],
    ['3', 'call-again', 'Call again'],
    ['4', 'no-interest', 'No interest'],
    ['5', 'opportunity', 'Create opportunity']
  ] as const;

  function go(to: number) {
    const entry = entries[to];
    if (!entry) return;
    chosen = entry.id;
    said = entry.words;
    title = '';
    acts.clear();
  }

  async function note(outcome: string) {
    const entry = here;
    if (!entry) return;
    const done = await acts.run(() =>
      ask(
        api.POST('/api/call-lists/entries/{entry}', {
          params: { path: { entry: entry.id } },
          body: { outcome, words: said, againOn: again, title: title || (list.data?.list.campaign ?? '') }
        })
      )
    );
    if (!done) return;
    const label = OUTCOMES.find(([, key]) => key === outcome)?.[2] ?? outcome;
    if (outcome === 'opportunity') say(`${entry.account}: opportunity created.`);
    else say(`${entry.account}: ${label.toLowerCase()}.`, () => undo(entry.id));
    goOn(at);
  }

  /** The next that nobody called yet, from here on and then from the top; then those to be called again. */
  function goOn(from: number) {
    const order = [...entries.keys()].map((n) => (from + 1 + n) % entries.length);
    const next =
      order.find((n) => entries[n]?.outcome === null) ?? order.find((n) => left(entries[n]?.outcome ?? null));
    if (next !== undefined) go(next);
  }

  async function undo(entry: number) {
    const done = await acts.run(() =>
      ask(api.POST('/api/call-lists/entries/{entry}/undone', { params: { path: { entry } } }))
    );
    if (!done) return;
    const n = entries.findIndex((e) => e.id === entry);
    if (n >= 0) go(n);
  }

  /** What is made for good takes a second key: it begins with its title. */
  function outcomeByKey(outcome: string) {
    if (outcome === 'opportunity') document.querySelector<HTMLElement>("[name='title']")?.focus();
    else void note(outcome);
  }

  function close() {
    void acts.run(() => ask(api.POST('/api/call-lists/{id}/closed', { params: { path: { id } } })));
  }
  offer(() => [
    { label: 'Next', keys: 'j', run: () => go(at + 1) },
    { label: 'Previous', keys: 'k', run: () => go(at - 1) },
    ...(works
      ? OUTCOMES.map(([keys, outcome, label]) => ({ label, keys, run: () => outcomeByKey(outcome) }))
      : [])
  ]);
</script>

<svelte:head><title>{list.data?.list.name ?? 'Call list'} · Firm Tally</title></svelte:head>
<div class="page">
  <Notice refusal={refusalOf(list)} />
  {#if list.data}
    <div class="head">
      <h1>{list.data.list.name}</h1>
      <span class="quiet">{entries.filter((e) => !left(e.outcome)).length} of {entries.length} done</span>
      {#if works}<button class="act" onclick={close}>Close list</button>{:else}<span class="quiet"
          >closed</span
        >{/if}
    </div>
    <div class="two">
      <div>
        {#if here}
          <section class="leaf card" aria-label="To call">
            <p class="quiet">{at + 1} of {entries.length}</p>
            <h2><a href="/accounts/{here.accountId}">{here.account}</a></h2>
            <p class="phone">{here.phone || 'no phone number'}</p>
            <p>
              {here.contact ?? 'no contact'}{here.hours ? ', ' + here.hours : ''} · {here.town} · {here.industry ||
                'no industry'} · {here.status} · last purchase {day(here.lastBought)}
            </p>
            {#if here.pinned}<p class="pinned">{here.pinned}</p>{/if}
            {#if here.outcome}<p>
                <b>{words(here.outcome)}</b> <span class="quiet">{day(here.at)}, {here.person}</span>
                {#if here.opportunityId}<a href="/opportunities/{here.opportunityId}"
                    >{here.opportunityNumber}</a
                  >{/if}
              </p>{/if}
            {#if works}
              <Field label="Notes" name="said" rows={2} bind:value={said} />
              <div class="side">
                <Field
                  label="Opportunity title"
                  name="title"
                  bind:value={title}
                  problem={acts.at('title')}
                  onEnter={() => void note('opportunity')}
                />
                <Field
                  label="Call again on"
                  name="again"
                  type="date"
                  bind:value={again}
                  problem={acts.at('againOn')}
                />
              </div>
              <p class="acts">
                {#each OUTCOMES as [keys, outcome, label] (outcome)}
                  <button class="act" onclick={() => note(outcome)}><kbd>{keys}</kbd>{label}</button>
                {/each}
              </p>
              <Notice refusal={acts.refusal} />
            {/if}
          </section>
        {/if}
        <dl class="leaf result" aria-label="Campaign results">
          <dt>Enquiries</dt>
          <dd>{list.data.result.enquiries}</dd>
          <dt>Opportunities</dt>
          <dd>{list.data.result.opportunities}</dd>
          <dt>Open</dt>
          <dd>{list.data.result.open}, {figure(list.data.result.openValue)}</dd>
          <dt>Won</dt>
          <dd class="good">{list.data.result.won}, {figure(list.data.result.wonValue)}</dd>
          <dt>Lost</dt>
          <dd>{list.data.result.lost}</dd>
        </dl>
        <p class="quiet">All from campaign {list.data.list.campaign}, from this list and elsewhere.</p>
      </div>
      <table class="ledger" aria-label="On this list">
        <thead><tr><th class="figure">#</th><th>Account</th><th>Outcome</th><th>Notes</th></tr></thead>
        <tbody>
          {#each entries as e, n (e.id)}
            <tr aria-current={e.id === here?.id ? 'true' : undefined}>
              <td class="figure">{e.position}</td>
              <td><button class="plain" onclick={() => go(n)}>{e.account}</button></td>
              <td class={left(e.outcome) ? 'quiet' : ''}
                >{e.outcome ? words(e.outcome) : '–'}{e.againOn ? ' ' + day(e.againOn) : ''}</td
              >
              <td class="quiet">{e.words}</td>
            </tr>
          {/each}
        </tbody>
      </table>
    </div>
  {/if}
</div>

<style>
  .two {
    display: grid;
    grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
    gap: 16px;
    align-items: start;
  }
  .card {
    padding: 14px 18px;
    display: flex;
    flex-direction: column;
    gap: 8px;
  }
  .card h2 {
    font-family: 'Newsreader Variable', serif;
    font-size: var(--type-head);
    font-weight: 500;
  }
  .phone {
    font-size: var(--type-head);
    font-variant-numeric: tabular-nums;
  }
  .pinned {
    border-left: 2px solid var(--brass);
    padding-left: 8px;
  }
  .side {
    display: grid;
    grid-template-columns: 1fr 150px;
    gap: 10px;
  }
  .acts {
    display: flex;
    flex-wrap: wrap;
    gap: 6px;
  }
  .result {
    display: grid;
    grid-template-columns: repeat(5, auto);
    grid-template-rows: auto auto;
    grid-auto-flow: column;
    gap: 0 16px;
    padding: 8px 14px;
    margin: 12px 0 4px;
  }
  dt {
    font-size: var(--type-small);
    color: var(--stone);
  }
  dd {
    font-variant-numeric: tabular-nums;
  }
  tr[aria-current] {
    background: var(--brass-wash);
  }
  @media (max-width: 1000px) {
    .two {
      grid-template-columns: minmax(0, 1fr);
    }
  }
</style>
