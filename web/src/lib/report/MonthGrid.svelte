<script lang="ts" generics="T">
  import { api, ask, type Refusal } from '$lib/api/client';
  import Notice from '$lib/ui/Notice.svelte';
  import { Acts } from '$lib/ui/acts.svelte';
  import { figure } from '$lib/ui/format';
  import { MONTHS, shownGoal, typedSum } from './periods';
  /** Goals of a year: a row for each, twelve months, their sum as it is typed, and a sum spread over them. */
  let {
    label,
    of,
    rows,
    name,
    about,
    months,
    problem,
    onMonths
  }: {
    label: string;
    /** what stands over the names of the rows */
    of: string;
    rows: T[];
    name: (row: T) => string;
    /** what stands beneath it in small */
    about: (row: T) => string;
    /** what is typed of a row; null where it is only read, and then as `read` says */
    months: (row: T) => { typed: string[] | null; read: readonly string[] };
    /** what is wrong with a month of a row */
    problem: (row: T, month: number) => string | undefined;
    /** twelve other months for a row */
    onMonths: (row: T, months: string[]) => unknown;
  } = $props();
  const acts = new Acts(() => undefined);
  const changes = $derived(rows.some((row) => months(row).typed !== null));
  let total = $state<Record<number, string>>({});

  async function spread(row: T, at: number) {
    await acts.run(async () => {
      const spreadOut = await ask(
        api.GET('/api/goals/spread', { params: { query: { amount: total[at] ?? '' } } })
      );
      onMonths(row, spreadOut.map(shownGoal));
      total[at] = '';
    });
  }

  /** Arrows go to the month of the row above or beneath. */
  function step(event: KeyboardEvent) {
    const by = event.key === 'ArrowDown' ? 1 : event.key === 'ArrowUp' ? -1 : 0;
    if (!by || !(event.target instanceof HTMLElement)) return;
    const [row, month] = (event.target.dataset.at ?? '').split(' ').map(Number);
    const table = event.target.closest('table');
    const next = table?.querySelector<HTMLInputElement>(`[data-at="${(row ?? 0) + by} ${month}"]`);
    if (!next) return;
    event.preventDefault();
    next.focus();
    next.select();
  }
  const refusal = $derived<Refusal | null>(acts.refusal);
</script>

<Notice {refusal} />
<div class="scroll">
  <table class="ledger" aria-label={label}>
    <thead
      ><tr
        ><th>{of}</th>{#each MONTHS as month (month)}<th class="figure">{month}</th>{/each}<th class="figure"
          >Year</th
        >{#if changes}<th>Spread</th>{/if}</tr
      ></thead
    >
    <tbody>
      {#each rows as row, n (n)}
        {@const m = months(row)}
        <tr>
          <td class="who">{name(row)}<small>{about(row)}</small></td>
          {#if m.typed}
            {#each MONTHS as month, at (month)}
              <td class="figure"
                ><input
                  class="box"
                  class:wrong={!!problem(row, at)}
                  inputmode="decimal"
                  aria-label="{name(row)}, {month}"
                  title={problem(row, at)}
                  data-at="{n} {at}"
                  onkeydown={step}
                  bind:value={m.typed[at]}
                /></td
              >
            {/each}
            <td class="figure sum">{figure(typedSum(m.typed))}</td>
            <td class="spread"
              ><input
                class="box"
                inputmode="decimal"
                aria-label="{name(row)}, whole year"
                bind:value={total[n]}
              /><button
                type="button"
                class="plain"
                aria-label="Spread over the months of {name(row)}"
                disabled={acts.busy || !total[n]}
                onclick={() => void spread(row, n)}>Spread</button
              ></td
            >
          {:else}
            {#each m.read as amount, at (at)}<td class="figure"
                >{shownGoal(amount) ? figure(shownGoal(amount)) : '–'}</td
              >{/each}
            <td class="figure sum">{figure(typedSum(m.read))}</td>
            {#if changes}<td></td>{/if}
          {/if}
        </tr>
      {:else}<tr><td colspan="14" class="quiet">Nobody sells yet. Add users in the settings.</td></tr>{/each}
    </tbody>
  </table>
</div>

<style>
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
