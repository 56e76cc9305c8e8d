<script lang="ts">
  import { untrack } from 'svelte';
  import { api, ask, type Schemas } from '$lib/api/client';
  import FormFoot from '$lib/forms/FormFoot.svelte';
  import { Form } from '$lib/forms/form.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import { Acts, match } from '$lib/ui/acts.svelte';
  import { figure } from '$lib/ui/format';
  import { say } from '$lib/ui/said';
  import { typedSum } from './periods';
  /** The goals of a year, by rep and month; a manager types those of their team. */
  let { goals, onChange }: { goals: Schemas['GoalYear']; onChange: () => unknown } = $props();
  const NAMES = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec'];
  const mine = $derived(goals.rows.filter((r) => r.mayChange));
  const year = untrack(() => goals.year);
  /** What is none is left empty. */
  const shown = (amount: string) => (/[1-9]/.test(amount) ? amount.replace(/\.00$/, '') : '');
  const values = (of: Schemas['GoalRow'][]) =>
    Object.fromEntries(of.filter((r) => r.mayChange).map((r) => [r.personId, r.months.map(shown)]));
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
      NAMES.forEach((name, m) => (form.labels[`rows[${n}].months[${m}]`] = `${row.name}, ${name}`))
    );
  });
  const acts = new Acts(() => undefined);
  let percent = $state('5');
  let total = $state<Record<string, string>>({});

  async function propose() {
    await acts.run(async () => {
      const rows = await ask(
        api.GET('/api/goals/{year}/proposal', { params: { path: { year }, query: { percent } } })
      );
      for (const row of rows) form.values[row.personId] = row.months.map(shown);
    });
  }

  async function spread(person: number) {
    await acts.run(async () => {
      const months = await ask(
        api.GET('/api/goals/spread', { params: { query: { amount: total[person] ?? '' } } })
      );
      form.values[person] = months.map(shown);
      total[person] = '';
    });
  }

  /** Arrows go to the month of the colleague above or beneath. */
  function step(event: KeyboardEvent) {
    const by = event.key === 'ArrowDown' ? 1 : event.key === 'ArrowUp' ? -1 : 0;
    if (!by || !(event.target instanceof HTMLElement)) return;
    const [row, month] = (event.target.dataset.at ?? '').split(' ').map(Number);
    const next = document.querySelector<HTMLInputElement>(`[data-at="${(row ?? 0) + by} ${month}"]`);
    if (!next) return;
    event.preventDefault();
    next.focus();
    next.select();
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
  <div class="scroll">
    <table class="ledger" aria-label="Goals by month">
      <thead
        ><tr
          ><th>Rep</th>{#each NAMES as name (name)}<th class="figure">{name}</th>{/each}<th class="figure"
            >Year</th
          >{#if mine.length}<th>Spread</th>{/if}</tr
        ></thead
      >
      <tbody>
        {#each goals.rows as row (row.personId)}
          {@const months = form.values[row.personId]}
          {@const at = mine.indexOf(row)}
          <tr>
            <td class="who">{row.name}<small>{row.team ?? ''}</small></td>
            {#if row.mayChange && months}
              {#each NAMES as name, m (name)}
                <td class="figure"
                  ><input
                    class="box"
                    class:wrong={!!form.at(`rows[${at}].months[${m}]`)}
                    inputmode="decimal"
                    aria-label="{row.name}, {name}"
                    title={form.at(`rows[${at}].months[${m}]`)}
                    data-at="{at} {m}"
                    onkeydown={step}
                    bind:value={months[m]}
                  /></td
                >
              {/each}
              <td class="figure sum">{figure(typedSum(months))}</td>
              <td class="spread"
                ><input
                  class="box"
                  inputmode="decimal"
                  aria-label="{row.name}, whole year"
                  bind:value={total[row.personId]}
                /><button
                  type="button"
                  class="plain"
                  aria-label="Spread over the months of {row.name}"
                  disabled={acts.busy || !total[row.personId]}
                  onclick={() => void spread(row.personId)}>Spread</button
                ></td
              >
            {:else}
              {#each row.months as amount, m (m)}<td class="figure">{shown(amount) ? figure(amount) : '–'}</td
                >{/each}
              <td class="figure sum">{figure(typedSum(row.months))}</td>
              {#if mine.length}<td></td>{/if}
            {/if}
          </tr>
        {:else}<tr><td colspan="14" class="quiet">Nobody sells yet. Add users in the settings.</td></tr
          >{/each}
      </tbody>
    </table>
  </div>
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
  td .box {
    width: 62px;
    text-align: right;
    padding-inline: 6px;
  }
  td.figure {
    padding-inline: 3px;
  }
  .who {
    white-space: nowrap;
  }
  small {
    display: block;
    color: var(--stone);
    font-size: var(--type-small);
  }
  .sum {
    font-weight: 560;
    white-space: nowrap;
  }
  .spread {
    white-space: nowrap;
  }
  .wrong {
    border-color: var(--madder);
  }
</style>
