<script lang="ts">
  import { untrack } from 'svelte';
  import { api, ask, type Schemas } from '$lib/api/client';
  import FormFoot from '$lib/forms/FormFoot.svelte';
  import { Form } from '$lib/forms/form.svelte';
  import { match } from '$lib/ui/acts.svelte';
  import { say } from '$lib/ui/said';
  import MonthGrid from './MonthGrid.svelte';
  import { MONTHS, shownGoal } from './periods';
  /** Goals of teams, families and processes beside those of reps: those that have one, and one that is added. */
  let { goals, onChange }: { goals: Schemas['PartGoalYear']; onChange: () => unknown } = $props();
  const KINDS: Record<string, string> = { team: 'Team', family: 'Family', process: 'Process' };
  const key = (r: Schemas['PartGoal']) => r.kind + ' ' + r.key;
  const has = (r: Schemas['PartGoal']) => r.months.some((m) => /[1-9]/.test(m));
  const year = untrack(() => goals.year);
  const values = (of: Schemas['PartGoal'][]) =>
    Object.fromEntries(of.map((r) => [key(r), r.months.map(shownGoal)]));
  const form = new Form<Record<string, string[]>>({
    values: untrack(() => values(goals.rows)),
    version: untrack(() => goals.version),
    draft: untrack(() => `part goals ${goals.year}`),
    send: (typed, version) =>
      ask(
        api.PUT('/api/part-goals/{year}', {
          params: { path: { year }, header: match(version) },
          body: {
            rows: goals.rows.map((r) => ({ kind: r.kind, key: r.key, months: typed[key(r)] ?? [] }))
          }
        })
      ),
    reread: async () => {
      const now = await ask(api.GET('/api/part-goals/{year}', { params: { path: { year } } }));
      return { values: values(now.rows), version: now.version };
    },
    done: () => {
      say(`The goals of ${year} are set.`);
      return onChange();
    }
  });
  $effect(() => form.follow({ values: values(goals.rows), version: goals.version }));
  $effect.pre(() => {
    goals.rows.forEach((row, n) =>
      MONTHS.forEach((name, m) => (form.labels[`rows[${n}].months[${m}]`] = `${row.name}, ${name}`))
    );
  });
  let added = $state<string[]>([]);
  const shown = $derived(goals.rows.filter((r) => has(r) || added.includes(key(r))));
  const others = $derived(goals.rows.filter((r) => !shown.includes(r)));
</script>

<form onsubmit={form.submit} aria-label="Goals of teams, families and processes">
  {#if shown.length}
    <MonthGrid
      label="Goals of teams, families and processes by month"
      of="Of"
      rows={shown}
      name={(row: Schemas['PartGoal']) => row.name}
      about={(row: Schemas['PartGoal']) => KINDS[row.kind] ?? ''}
      months={(row: Schemas['PartGoal']) => ({
        typed: goals.mayChange ? (form.values[key(row)] ?? null) : null,
        read: row.months
      })}
      problem={(row: Schemas['PartGoal'], m: number) =>
        form.at(`rows[${goals.rows.indexOf(row)}].months[${m}]`)}
      onMonths={(row: Schemas['PartGoal'], months: string[]) => (form.values[key(row)] = months)}
    />
  {/if}
  {#if goals.mayChange}
    {#if others.length}
      <label class="row"
        >Add a goal of <select
          class="box"
          value=""
          onchange={(e) => {
            added = [...added, e.currentTarget.value];
            e.currentTarget.value = '';
          }}
        >
          <option value="">a team, family or process</option>
          {#each others as o (key(o))}<option value={key(o)}>{KINDS[o.kind]}: {o.name}</option>{/each}
        </select></label
      >
    {/if}
    {#if shown.length}<FormFoot {form} label="Set these goals" disabled={!form.dirty} />{/if}
  {:else if !shown.length}<p class="quiet">None is set.</p>{/if}
</form>

<style>
  form {
    display: grid;
    gap: 8px;
  }
  .row .box {
    width: auto;
  }
</style>
