<script lang="ts">
  import { untrack } from 'svelte';
  import { api, ask, type Schemas } from '$lib/api/client';
  import FormFoot from '$lib/forms/FormFoot.svelte';
  import { Form } from '$lib/forms/form.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import { Acts, match } from '$lib/ui/acts.svelte';
  import { say } from '$lib/ui/said';
  import MonthGrid from './MonthGrid.svelte';
  import { MONTHS, shownGoal } from './periods';
  /** The goals of a year, by rep and month; a manager types those of their team. */
  let { goals, onChange }: { goals: Schemas['GoalYear']; onChange: () => unknown } = $props();
  const mine = $derived(goals.rows.filter((r) => r.mayChange));
  const year = untrack(() => goals.year);
  const values = (of: Schemas['GoalRow'][]) =>
    Object.fromEntries(of.filter((r) => r.mayChange).map((r) => [r.personId, r.months.map(shownGoal)]));
  const form = new Form<Record<string, string[]>>({
    values: untrack(() => values(goals.rows)),
    version: untrack(() => goals.version),
    draft: untrack(() => `goals ${goals.year}`),
    send: (typed, version) =>
      ask(
        api.PUT('/api/goals/{year}', {
          params: { path: { year }, header: match(version) },
          body: { rows: Object.entries(typed).map(([id, months]) => ({ personId: Number(id), months })) }
        })
      ),
    reread: async () => {
      const now = await ask(api.GET('/api/goals/{year}', { params: { path: { year } } }));
      return { values: values(now.rows), version: now.version };
    },
    done: () => {
      say(`The goals of ${year} are set.`);
      return onChange();
    }
  });
  $effect(() => form.follow({ values: values(goals.rows), version: goals.version }));
  $effect.pre(() => {
    for (const row of mine) form.labels[row.personId] = row.name;
    mine.forEach((row, n) =>
      MONTHS.forEach((name, m) => (form.labels[`rows[${n}].months[${m}]`] = `${row.name}, ${name}`))
    );
  });
  const acts = new Acts(() => undefined);
  let percent = $state('5');
  async function propose() {
    await acts.run(async () => {
      const rows = await ask(
        api.GET('/api/goals/{year}/proposal', { params: { path: { year }, query: { percent } } })
      );
      for (const row of rows) form.values[row.personId] = row.months.map(shownGoal);
    });
  }
</script>

<form onsubmit={form.submit} aria-label="Goals of {goals.year}">
  {#if mine.length}
    <div class="row">
      <label>As last year and <input class="box few" name="percent" bind:value={percent} /> % more</label>
      <button type="button" class="act" disabled={acts.busy} onclick={() => void propose()}
        >Fill from {goals.year - 1}</button
      >
    </div>
  {/if}
  <Notice refusal={acts.refusal} />
  <MonthGrid
    label="Goals by month"
    of="Rep"
    rows={goals.rows}
    name={(row: Schemas['GoalRow']) => row.name}
    about={(row: Schemas['GoalRow']) => row.team ?? ''}
    months={(row: Schemas['GoalRow']) => ({
      typed: row.mayChange ? (form.values[row.personId] ?? null) : null,
      read: row.months
    })}
    problem={(row: Schemas['GoalRow'], m: number) => form.at(`rows[${mine.indexOf(row)}].months[${m}]`)}
    onMonths={(row: Schemas['GoalRow'], months: string[]) => (form.values[row.personId] = months)}
  />
  {#if mine.length}<FormFoot {form} label="Set goals" disabled={!form.dirty} />{/if}
</form>

<style>
  form {
    display: grid;
    gap: 8px;
  }
  .few {
    width: 56px;
  }
</style>
