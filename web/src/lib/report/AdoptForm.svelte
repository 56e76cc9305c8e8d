<script lang="ts">
  import { untrack } from 'svelte';
  import { api, ask, type Schemas } from '$lib/api/client';
  import FormFoot from '$lib/forms/FormFoot.svelte';
  import { Form } from '$lib/forms/form.svelte';
  import { match } from '$lib/ui/acts.svelte';
  import { day, percent, rounded } from '$lib/ui/format';
  import { load } from '$lib/ui/load.svelte';
  import { say } from '$lib/ui/said';
  /** The odds that a process would have, each to be changed before it is adopted; and what that does. */
  let {
    process,
    outlook,
    onDone
  }: { process: Schemas['OutlookProcess']; outlook: Schemas['OutlookView']; onDone: () => unknown } =
    $props();
  const path = untrack(() => ({ id: process.id }));
  const was = untrack(() => process.stages.map((s) => ({ id: s.id, percent: s.percent })));
  const form = new Form({
    values: {
      stages: untrack(() => process.stages.map((s) => ({ id: s.id, percent: s.adjusted ?? s.percent })))
    },
    version: untrack(() => process.version),
    send: (values, version) =>
      ask(api.PUT('/api/outlook/odds/{id}', { params: { path, header: match(version) }, body: values })),
    reread: async () => {
      const now = await ask(api.GET('/api/outlook', { params: { query: { process: path.id } } }));
      return { version: now.processes[0]?.version ?? 0 };
    },
    done: async () => {
      await onDone();
      say(`The odds of ${process.name} are set.`, async () => {
        const now = await ask(api.GET('/api/outlook', { params: { query: { process: path.id } } }));
        await ask(
          api.PUT('/api/outlook/odds/{id}', {
            params: { path, header: match(now.processes[0]?.version ?? 0) },
            body: { stages: was }
          })
        );
        await onDone();
      });
    }
  });
  /** What is typed so far does this; what is not typed to its end yet leaves the last answer standing. */
  const typed = $derived(JSON.stringify(form.values.stages));
  const does = load<Schemas['OddsEffect']>(
    () => ['outlook', 'effect', outlook.from, outlook.to, typed],
    () =>
      api.POST('/api/outlook/odds/preview', {
        params: { query: { from: outlook.from, to: outlook.to } },
        body: { stages: form.values.stages }
      }),
    () => true,
    true
  );
  const weight = (id: number) => rounded(does.data?.stages.find((w) => w.id === id)?.weighted);
  $effect.pre(() => {
    process.stages.forEach((s, n) => (form.labels[`stages[${n}].percent`] = s.name));
  });
</script>

<form class="form one" onsubmit={form.submit}>
  <p>
    {#if does.data}
      {@const e = does.data}
      With these odds the outlook from {day(outlook.from)} to {day(outlook.to)} is
      <b>{rounded(e.then.expected)}</b> instead of <b>{rounded(e.now.expected)}</b>{#if e.now.chance}, the
        chance of the goal <b>{percent(e.then.chance)}</b> instead of <b>{percent(e.now.chance)}</b>{/if}.
    {/if}
    Weighted values, the sheet and the day sheet follow at once.
  </p>
  <table class="ledger" aria-label="Odds">
    <thead
      ><tr
        ><th>Stage</th><th class="figure">Now</th><th class="figure">Observed</th><th class="figure">New</th
        ><th class="figure">Weighted now</th><th class="figure">Weighted then</th></tr
      ></thead
    >
    <tbody>
      {#each process.stages as s, n (s.id)}
        {@const row = form.values.stages[n]}
        <tr>
          <td>{s.name}</td>
          <td class="figure">{percent(s.percent)}</td>
          <td class="figure">{percent(s.observed)}</td>
          <td class="figure"
            >{#if row}<input
                class="box"
                class:wrong={!!form.at(`stages[${n}].percent`)}
                title={form.at(`stages[${n}].percent`)}
                inputmode="decimal"
                aria-label="New odds of {s.name}"
                bind:value={row.percent}
              />{/if}</td
          >
          <td class="figure">{rounded(s.weighted)}</td>
          <td class="figure">{weight(s.id)}</td>
        </tr>
      {/each}
    </tbody>
  </table>
  <FormFoot {form} label="Adopt" />
</form>

<style>
  td .box {
    width: 78px;
    text-align: right;
  }
  .wrong {
    border-color: var(--madder);
  }
  b {
    font-weight: 560;
  }
</style>
