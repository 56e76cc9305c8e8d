<script lang="ts">
  import type { Schemas } from '$lib/api/client';
  import Ask from '$lib/ui/Ask.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import { asRefusal, type Refusal } from '$lib/api/client';
  import type { LineForm } from './lines';
  /** What pasted rows are taken for, before anything is added: each column with a choice, each doubt at its cell. */
  let {
    pasted,
    read,
    onAdd,
    onClose
  }: {
    pasted: Schemas['Pasted'];
    /** reads the rows anew with what the columns are said to be */
    read: (columns: string[]) => Promise<Schemas['Pasted']>;
    onAdd: (lines: readonly LineForm[]) => void;
    onClose: () => void;
  } = $props();
  const ROLES = [
    ['code', 'Code'],
    ['description', 'Description'],
    ['quantity', 'Quantity'],
    ['price', 'Price'],
    ['discount', 'Discount %'],
    ['requested', 'Requested on'],
    ['ignore', 'Leave out']
  ] as const;
  const SHOWN = 60;
  let open = $state(true);
  // svelte-ignore state_referenced_locally
  let seen = $state.raw(pasted);
  let refusal = $state<Refusal | null>(null);
  const doubts = $derived(new Map(seen.doubts.map((d) => [`${d.row} ${d.column}`, d.message])));
  const count = $derived(seen.lines.length);

  $effect(() => {
    if (!open) onClose();
  });

  async function take(column: number, role: string) {
    const columns = seen.columns.map((was, n) =>
      n === column ? role : was === role && role !== 'ignore' ? 'ignore' : was
    );
    try {
      seen = await read(columns);
      refusal = null;
    } catch (thrown) {
      refusal = asRefusal(thrown);
    }
  }
</script>

<Ask bind:open title="Check the pasted rows" broad>
  <p>
    {count === 1 ? '1 row' : `${count} rows`}.
    {#if seen.doubts.length}<b class="heed"
        >{seen.doubts.length === 1 ? '1 cell is' : `${seen.doubts.length} cells are`} not understood.</b
      >{/if}
    {#if seen.unknown.length}<span class="heed"
        >Not in the catalogue, added as free-text lines: {seen.unknown.slice(0, 8).join(', ')}{seen.unknown
          .length > 8
          ? ` and ${seen.unknown.length - 8} more`
          : ''}.</span
      >{/if}
  </p>
  <div class="scroll">
    <table class="ledger" aria-label="Pasted rows">
      <thead>
        <tr>
          <th class="figure">#</th>
          {#each seen.columns as role, n (n)}
            <th>
              {#if seen.headings[n]}<small class="quiet">{seen.headings[n]}</small>{/if}
              <select
                class="box"
                aria-label="Column {n + 1}"
                value={role}
                onchange={(e) => void take(n, e.currentTarget.value)}
              >
                {#each ROLES as [key, label] (key)}<option value={key}>{label}</option>{/each}
              </select>
            </th>
          {/each}
        </tr>
      </thead>
      <tbody>
        {#each seen.rows.slice(0, SHOWN) as row, r (r)}
          <tr>
            <td class="figure quiet">{r + 1}</td>
            {#each seen.columns as role, n (n)}
              {@const doubt = doubts.get(`${r} ${n}`)}
              <td class:quiet={role === 'ignore'} class:doubt={doubt !== undefined}
                >{row[n] ?? ''}{#if doubt}<small class="bad">{doubt}</small>{/if}</td
              >
            {/each}
          </tr>
        {/each}
      </tbody>
    </table>
  </div>
  {#if seen.rows.length > SHOWN}<p class="quiet">
      The first {SHOWN} of {seen.rows.length} rows are shown.
    </p>{/if}
  <Notice {refusal} />
  <p class="acts">
    <button
      type="button"
      class="act main"
      disabled={count === 0}
      {@attach (button: HTMLElement) => button.focus()}
      onclick={() => {
        onAdd(seen.lines);
        open = false;
      }}>Add {count === 1 ? '1 row' : `${count} rows`}</button
    >
    <button type="button" class="act" onclick={() => (open = false)}>Cancel</button>
  </p>
</Ask>

<style>
  .scroll {
    overflow-x: auto;
    max-height: 48vh;
    margin: var(--gap) 0;
  }
  th small,
  td small {
    display: block;
  }
  .doubt {
    box-shadow: inset 0 0 0 1.5px var(--madder);
  }
  .acts {
    display: flex;
    gap: var(--gap);
  }
</style>
