<script lang="ts">
  import { api, ask, type Schemas } from '$lib/api/client';
  import { offer } from '$lib/shell/actions.svelte';
  import { session } from '$lib/shell/session.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import FormFoot from '$lib/forms/FormFoot.svelte';
  import { Form } from '$lib/forms/form.svelte';
  import { Acts, match } from '$lib/ui/acts.svelte';
  import { load, refusalOf } from '$lib/ui/load.svelte';
  import { sells } from '$lib/users/sells';
  /** Who is given enquiries: rules in order, tried against a sample before they are kept; and how it went. */
  const kept = load(
    () => ['assignment'],
    () => api.GET('/api/assignment/rules')
  );
  let from = $state('');
  let to = $state('');
  const spread = load(
    () => ['distribution', from, to],
    () => api.GET('/api/assignment/distribution', { params: { query: { from, to } } }),
    () => session.manages,
    true
  );
  const people = load(
    () => ['people'],
    () => api.GET('/api/users')
  );
  const sellers = $derived(people.data?.filter((p) => sells(p)) ?? []);
  type Rule = Schemas['Rule'];
  const of = (kept: Schemas['Rules']) => ({
    values: { rules: structuredClone(kept.rules) },
    version: kept.version
  });
  const form = new Form({
    values: { rules: [] as Rule[] },
    draft: 'assignment rules',
    send: (values, version) =>
      ask(api.PUT('/api/assignment/rules', { params: { header: match(version) }, body: values.rules })),
    reread: async () => of(await ask(api.GET('/api/assignment/rules'))),
    done: () => kept.refetch()
  });
  form.labels['rules'] = 'Rules';
  $effect(() => {
    if (kept.data) form.follow(of(kept.data));
  });
  const rules = $derived(form.values.rules);
  const acts = new Acts();
  let sample = $state({ postal: '', family: '', source: '', value: '' });
  let tried = $state<Schemas['Tried'] | null>(null);

  function blank(): Rule {
    const first = sellers[0];
    return {
      id: null,
      name: 'New rule',
      postalPrefixes: '',
      family: '',
      source: '',
      valueFrom: '',
      valueBelow: '',
      parts: first ? [{ personId: first.id, name: first.name, weight: '1', given: 0 }] : []
    };
  }

  function move(at: number, by: number) {
    const [rule] = rules.splice(at, 1);
    if (rule) rules.splice(at + by, 0, rule);
  }

  function tryIt() {
    void acts.run(async () => {
      tried = await ask(
        api.POST('/api/assignment/tried', { body: { rules: $state.snapshot(rules), sample } })
      );
    });
  }
  offer(() => [
    { label: 'Save rules', keys: 'Ctrl+s', run: () => form.send() },
    { label: 'Check the example', keys: 'Ctrl+Enter', run: tryIt }
  ]);
</script>

<svelte:head><title>Assignment rules · Firm Tally</title></svelte:head>
<div class="page">
  <div class="head">
    <h1>Assignment rules</h1>
    <button class="act" onclick={() => rules.push(blank())}>Add a rule</button>
  </div>
  <p class="quiet">
    The first matching rule assigns the enquiry; several people take turns by weight. What no rule matches
    goes to the manager.
  </p>
  <Notice refusal={acts.refusal ?? refusalOf(kept)} />
  <table class="ledger" aria-label="Assignment rules">
    <thead
      ><tr
        ><th><span class="sr-only">Order</span></th><th>Rule</th><th>Postal code begins</th><th>Family</th><th
          >Source</th
        ><th class="figure">Value from</th><th class="figure">below</th><th>Assign to (weight)</th><th
          ><span class="sr-only">Do</span></th
        ></tr
      ></thead
    >
    <tbody>
      {#each rules as rule, n (n)}
        <tr>
          <td class="order"
            ><b>{n + 1}</b>
            <button class="plain" disabled={n === 0} onclick={() => move(n, -1)} aria-label="Rule {n + 1} up"
              >up</button
            >
            <button
              class="plain"
              disabled={n === rules.length - 1}
              onclick={() => move(n, 1)}
              aria-label="Rule {n + 1} down">down</button
            ></td
          >
          <td
            ><input
              class="box"
              aria-label="Name of rule {n + 1}"
              bind:value={form.values.rules[n]!.name}
              aria-invalid={form.at(`rules[${n}].name`) ? 'true' : undefined}
            /></td
          >
          <td
            ><input
              class="box"
              placeholder="any"
              aria-label="Postal codes of rule {n + 1}"
              bind:value={form.values.rules[n]!.postalPrefixes}
            /></td
          >
          <td
            ><input
              class="box"
              placeholder="any"
              aria-label="Family of rule {n + 1}"
              bind:value={form.values.rules[n]!.family}
            /></td
          >
          <td
            ><input
              class="box"
              placeholder="any"
              aria-label="Source of rule {n + 1}"
              bind:value={form.values.rules[n]!.source}
            /></td
          >
          <td
            ><input
              class="box figure"
              placeholder="–"
              aria-label="Value from of rule {n + 1}"
              bind:value={form.values.rules[n]!.valueFrom}
              aria-invalid={form.at(`rules[${n}].valueFrom`) ? 'true' : undefined}
            /></td
          >
          <td
            ><input
              class="box figure"
              placeholder="–"
              aria-label="Value below of rule {n + 1}"
              bind:value={form.values.rules[n]!.valueBelow}
              aria-invalid={form.at(`rules[${n}].valueBelow`) ? 'true' : undefined}
            /></td
          >
          <td>
            {#each Array.from(rule.parts.keys()) as m (m)}
              <span class="part">
                <select
                  class="box"
                  aria-label="Person {m + 1} of rule {n + 1}"
                  bind:value={form.values.rules[n]!.parts[m]!.personId}
                  >{#each sellers as p (p.id)}<option value={p.id}>{p.name}</option>{/each}</select
                >
                <input
                  class="box figure"
                  aria-label="Weight {m + 1} of rule {n + 1}"
                  bind:value={form.values.rules[n]!.parts[m]!.weight}
                />
                <button
                  class="plain"
                  aria-label="Remove person {m + 1} of rule {n + 1}"
                  onclick={() => {
                    rule.parts.splice(m, 1);
                  }}>Remove</button
                >
              </span>
            {/each}
            <button
              class="plain"
              onclick={() => {
                const free = sellers.find((p) => !rule.parts.some((x) => x.personId === p.id));
                if (free) rule.parts.push({ personId: free.id, name: free.name, weight: '1', given: 0 });
              }}>Add</button
            >
            {#if form.at(`rules[${n}].parts`)}<small class="bad">{form.at(`rules[${n}].parts`)}</small>{/if}
          </td>
          <td
            ><button
              class="plain"
              onclick={() => {
                rules.splice(n, 1);
              }}>Remove</button
            ></td
          >
        </tr>
      {:else}
        <tr><td colspan="9" class="quiet">No rules yet: everything goes to the manager. Add a rule.</td></tr>
      {/each}
    </tbody>
  </table>
  {#if form.dirty}<form onsubmit={form.submit}><FormFoot {form} label="Save rules" /></form>{/if}
  <form
    class="leaf try"
    aria-label="Check the rules"
    onsubmit={(e) => {
      e.preventDefault();
      tryIt();
    }}
  >
    <h2>Check an enquiry</h2>
    <input class="box" placeholder="Postal code" aria-label="Postal code" bind:value={sample.postal} />
    <input class="box" placeholder="Family" aria-label="Family" bind:value={sample.family} />
    <input class="box" placeholder="Source" aria-label="Source" bind:value={sample.source} />
    <input class="box" placeholder="Value" aria-label="Value" bind:value={sample.value} />
    <button class="act">Check</button>
    <b role="status">{tried?.why ?? ''}</b>
  </form>
  {#if session.manages}
    <div class="head second">
      <h2>Results by rep</h2>
      <label>from <input class="box" type="date" bind:value={from} placeholder={spread.data?.from} /></label>
      <label>to <input class="box" type="date" bind:value={to} /></label>
    </div>
    <table class="ledger" aria-label="How it went">
      <thead
        ><tr
          ><th>Rep</th><th class="figure">Assigned</th><th class="figure">Still owned</th><th class="figure"
            >Open</th
          ><th class="figure">Converted</th><th class="figure">Won</th><th class="figure">Lost</th><th
            class="figure">Not pursued</th
          ><th class="figure">Median hours to first contact</th></tr
        ></thead
      >
      <tbody>
        {#each spread.data?.rows ?? [] as row (row.name)}
          <tr
            ><td>{row.name}</td><td class="figure">{row.got}</td><td class="figure">{row.kept}</td><td
              class="figure">{row.open}</td
            ><td class="figure">{row.converted}</td><td class="figure">{row.won}</td><td class="figure"
              >{row.lost}</td
            ><td class="figure">{row.notPursued}</td><td class="figure">{row.medianHours ?? '–'}</td></tr
          >
        {:else}<tr><td colspan="9" class="quiet">No enquiries were assigned in this period.</td></tr>{/each}
      </tbody>
    </table>
    <p class="quiet">{spread.data ? `Given from ${spread.data.from} to ${spread.data.to}.` : ''}</p>
  {/if}
</div>

<style>
  .order {
    white-space: nowrap;
  }
  .part {
    display: grid;
    grid-template-columns: 118px 46px auto;
    gap: 4px;
    align-items: center;
    margin: 1px 0;
  }
  td > .box {
    min-width: 64px;
  }
  .try {
    display: flex;
    gap: 8px;
    align-items: center;
    padding: 8px 14px;
    margin: 12px 0;
    flex-wrap: wrap;
  }
  .try .box {
    width: 118px;
  }
  .second {
    margin: 18px 0 6px;
  }
  .second h2 {
    margin-right: auto;
  }
  .second .box {
    width: auto;
  }
</style>
