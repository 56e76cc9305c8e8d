<script lang="ts">
  import { api, ask, asRefusal, type Refusal, type Schemas } from '$lib/api/client';
  import RenewalTabs from '$lib/renewal/RenewalTabs.svelte';
  import RiseEffect from '$lib/renewal/RiseEffect.svelte';
  import RiseLetters from '$lib/renewal/RiseLetters.svelte';
  import Ask from '$lib/ui/Ask.svelte';
  import Field from '$lib/ui/Field.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import { Acts } from '$lib/ui/acts.svelte';
  import { day, figure } from '$lib/ui/format';
  import { load, refusalOf } from '$lib/ui/load.svelte';
  import { say } from '$lib/ui/said';
  import { sells } from '$lib/users/sells';
  type Rise = Schemas['RiseRow'];
  const rises = load(
    () => ['renewals', 'rises'],
    () => api.GET('/api/price-rises')
  );
  const families = load(
    () => ['products', 'families'],
    () => api.GET('/api/products/families')
  );
  const groups = load(
    () => ['groups'],
    () => api.GET('/api/price-rules/groups')
  );
  const team = load(
    () => ['people'],
    () => api.GET('/api/users')
  );
  let way = $state<'percent' | 'today'>('percent');
  let percent = $state('4');
  let cap = $state('');
  let floor = $state('');
  let step = $state('');
  let from = $state('');
  let to = $state('');
  let family = $state('');
  let group = $state('');
  let owner = $state('');
  let notSince = $state('');
  let text = $state('');
  const form = $derived<Schemas['RiseForm']>({
    which: {
      from: from || null,
      to: to || null,
      family: family || null,
      group: group || null,
      owner: owner ? Number(owner) : null,
      status: null,
      risk: null,
      text: text || null
    },
    agreement: null,
    notSince: notSince || null,
    percent: way === 'percent' ? percent : null,
    cap: cap || null,
    floor: floor || null,
    step: step || null
  });
  let preview = $state.raw<Schemas['RisePreviewView'] | null>(null);
  /** what the preview was asked with: only that is made */
  let looked = $state.raw<Schemas['RiseForm'] | null>(null);
  let refusal = $state.raw<Refusal | null>(null);
  let looking = $state(false);
  let letters = $state.raw<Rise | null>(null);
  const acts = new Acts(() => rises.refetch());
  const isStale = $derived(looked !== null && JSON.stringify(looked) !== JSON.stringify(form));
  const at = (field: string) => refusal?.problems.find((p) => p.at === field)?.message;

  async function look(event: SubmitEvent) {
    event.preventDefault();
    const asked = form;
    looking = true;
    refusal = null;
    try {
      preview = await ask(api.POST('/api/price-rises/preview', { body: asked }));
      looked = asked;
    } catch (thrown) {
      refusal = asRefusal(thrown);
    }
    looking = false;
  }

  async function make() {
    const body = looked;
    if (!body) return;
    const done = await acts.run(() => ask(api.POST('/api/price-rises', { body })));
    if (!done) return;
    say('The prices of the next terms are raised.');
    preview = looked = null;
  }

  async function undo(rise: Rise) {
    const done = await acts.run(() =>
      ask(api.POST('/api/price-rises/{id}/undo', { params: { path: { id: rise.id } } }))
    );
    if (done) say('Undone: every next term is as it was.');
  }
</script>

<svelte:head><title>Price rises · Firm Tally</title></svelte:head>
<div class="page">
  <div class="head"><h1>Price rises</h1></div>
  <RenewalTabs />
  <Notice refusal={refusal?.problems.length ? null : refusal} />
  <Notice refusal={acts.refusal ?? refusalOf(rises)} />
  <form class="leaf pad" onsubmit={look}>
    <fieldset>
      <legend>Which next terms</legend>
      <Field label="Ending from" name="from" type="month" bind:value={from} problem={at('from')} />
      <Field label="to" name="to" type="month" bind:value={to} problem={at('to')} />
      <label
        >Family<select class="box" bind:value={family}
          ><option value="">all</option>{#each families.data ?? [] as f (f)}<option value={f}>{f}</option
            >{/each}</select
        ></label
      >
      <label
        >Customer group<select class="box" bind:value={group}
          ><option value="">all</option>{#each groups.data ?? [] as g (g)}<option value={g}>{g}</option
            >{/each}</select
        ></label
      >
      <label
        >Owner<select class="box" bind:value={owner}
          ><option value="">all</option
          >{#each (team.data ?? []).filter((u) => u.active && sells(u)) as u (u.id)}<option
              value={String(u.id)}>{u.name}</option
            >{/each}</select
        ></label
      >
      <Field
        label="Not raised since"
        name="notSince"
        type="date"
        bind:value={notSince}
        problem={at('notSince')}
      />
      <Field label="Number, account" name="text" bind:value={text} />
    </fieldset>
    <fieldset>
      <legend>By how much</legend>
      <label
        >How<select class="box" bind:value={way} name="way">
          <option value="percent">by percent</option>
          <option value="today">to the prices of today</option>
        </select></label
      >
      {#if way === 'percent'}<Field
          label="Percent"
          name="percent"
          bind:value={percent}
          problem={at('percent')}
        />{/if}
      <Field label="At most, %" name="cap" bind:value={cap} problem={at('cap')} />
      <Field label="At least, %" name="floor" bind:value={floor} problem={at('floor')} />
      <Field label="In steps of, such as 0.05" name="step" bind:value={step} problem={at('step')} />
      <button class="act" class:main={!preview || isStale} disabled={looking}>Show effect</button>
    </fieldset>
  </form>
  {#if preview}
    <div class:stale={isStale}>
      <RiseEffect {preview}>
        <button class="act main" disabled={acts.busy || isStale} onclick={() => void make()}
          >Raise {preview.total.agreements}
          {preview.total.agreements === 1 ? 'next term' : 'next terms'}</button
        >
        {#if isStale}<span class="heed">Show the effect again: what is asked for was changed.</span>{/if}
      </RiseEffect>
    </div>
  {/if}
  <h2>Made</h2>
  <div class="scroll">
    <table class="ledger" aria-label="Price rises">
      <thead
        ><tr
          ><th>Day</th><th>What</th><th>By</th><th class="figure">Next terms</th><th class="figure">Before</th
          ><th class="figure">After</th><th><span class="sr-only">Acts</span></th></tr
        ></thead
      >
      <tbody>
        {#each rises.data ?? [] as r (r.id)}
          <tr class:quiet={!!r.undoneAt}>
            <td>{day(r.at.slice(0, 10))}</td>
            <td>{r.words}</td>
            <td class="quiet">{r.person}</td>
            <td class="figure">{r.agreements}</td>
            <td class="figure">{figure(r.before)}</td>
            <td class="figure">{figure(r.after)}</td>
            <td class="acts"
              >{#if r.undoneAt}undone{:else}
                <button class="plain" onclick={() => (letters = r)}>Letters…</button>
                <button class="plain" disabled={acts.busy} onclick={() => void undo(r)}>Undo</button>
              {/if}</td
            >
          </tr>
        {:else}<tr><td colspan="7" class="quiet">No prices of next terms were raised yet.</td></tr>{/each}
      </tbody>
    </table>
  </div>
</div>
<Ask
  bind:open={() => letters !== null, (is) => (is ? null : (letters = null))}
  title="Letters: {letters?.words ?? ''}"
  wide
>
  {#if letters}<RiseLetters rise={letters.id} />{/if}
</Ask>

<style>
  form {
    display: grid;
    gap: 12px;
    margin-bottom: 14px;
  }
  fieldset {
    display: flex;
    flex-wrap: wrap;
    gap: 8px 12px;
    align-items: end;
  }
  legend {
    font-weight: 600;
    margin-bottom: 4px;
  }
  label {
    display: grid;
    gap: 2px;
    font-size: var(--type-small);
    color: var(--stone);
  }
  h2 {
    margin: 16px 0 6px;
  }
  .stale {
    opacity: 0.6;
  }
  .acts {
    white-space: nowrap;
    text-align: right;
  }
  @media (max-width: 640px) {
    fieldset {
      display: grid;
      grid-template-columns: repeat(2, minmax(0, 1fr));
    }
    fieldset :global(.box) {
      width: 100%;
    }
  }
</style>
