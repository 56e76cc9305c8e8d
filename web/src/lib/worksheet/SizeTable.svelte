<script lang="ts">
  import { api, ask, type Schemas } from '$lib/api/client';
  import { session } from '$lib/shell/session.svelte';
  import Ask from '$lib/ui/Ask.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import { Acts } from '$lib/ui/acts.svelte';
  import { untrack } from 'svelte';
  import { unitPrice } from '$lib/ui/format';
  import { blank, type LineForm } from './lines';
  /** Many sizes of one kind of product at once: how many of each, in a table. Arrows go from cell to cell. */
  let { id, onPut, onClose }: { id: number; onPut: (rows: LineForm[]) => void; onClose: () => void } =
    $props();
  let grid = $state.raw<Schemas['SizeTable'] | null>(null);
  const acts = new Acts();
  let many = $state<Record<string, string>>({});
  let table = $state<HTMLElement>();
  const digits = $derived(session.company?.minorDigits ?? 2);
  const filled = $derived(Object.values(many).filter((text) => text.trim()).length);

  $effect(() => {
    const path = { id };
    untrack(
      () =>
        void acts.run(async () => (grid = await ask(api.GET('/api/size-tables/{id}', { params: { path } }))))
    );
  });

  function cell(row: string, column: string) {
    return grid?.cells.find((c) => c.row === row && c.column === column);
  }

  function put() {
    if (!grid || filled === 0) return;
    onPut(
      grid.cells
        .filter((c) => many[c.product]?.trim())
        .map((c) => ({
          ...blank('line', c.name),
          product: c.product,
          quantity: many[c.product] ?? '1',
          everyMonths: c.everyMonths ?? null,
          termMonths: c.termMonths ?? null
        }))
    );
  }

  const STEPS: Record<string, [number, number]> = {
    ArrowDown: [1, 0],
    ArrowUp: [-1, 0],
    ArrowLeft: [0, -1],
    ArrowRight: [0, 1]
  };
  function keys(event: KeyboardEvent, row: number, column: number) {
    const step = STEPS[event.key];
    if (event.key === 'Enter') put();
    else if (step)
      table?.querySelector<HTMLInputElement>(`[data-size="${row + step[0]}-${column + step[1]}"]`)?.focus();
    else return;
    event.preventDefault();
  }
</script>

<Ask bind:open={() => true, (open) => !open && onClose()} title={grid?.name ?? 'Sizes'} wide>
  <Notice refusal={acts.refusal} />
  {#if grid}
    <div class="sizes" bind:this={table}>
      <table class="ledger" aria-label={grid.name}>
        <thead>
          <tr>
            <th>{grid.down}{grid.across ? `, ${grid.across.toLowerCase()} across` : ''}</th>
            {#each grid.columns as column (column)}<th class="figure">{column}</th>{/each}
          </tr>
        </thead>
        <tbody>
          {#each grid.rows as row, r (row)}
            <tr>
              <th scope="row">{row}</th>
              {#each grid.columns as column, c (column)}
                {@const size = cell(row, column)}
                <td class="figure">
                  {#if size?.active}
                    <input
                      class="box figure"
                      data-size="{r}-{c}"
                      aria-label="Quantity of {size.name}"
                      bind:value={many[size.product]}
                      onkeydown={(e) => keys(e, r, c)}
                      {@attach (node: HTMLInputElement) => {
                        if (r === 0 && c === 0) node.focus();
                      }}
                    />
                    <small
                      >{unitPrice(size.listPrice, digits)}{size.stock ? `, ${size.stock} on hand` : ''}</small
                    >
                  {:else}<span class="quiet">{size ? 'inactive' : '–'}</span>{/if}
                </td>
              {/each}
            </tr>
          {/each}
        </tbody>
      </table>
    </div>
    <p class="row">
      <button class="act main" disabled={filled === 0} onclick={put}
        >Add {filled === 1 ? '1 line' : `${filled} lines`}</button
      >
      <button class="act" onclick={onClose}>Cancel</button>
    </p>
  {:else if !acts.refusal}<p class="quiet">Loading…</p>{/if}
</Ask>

<style>
  .sizes {
    max-height: 56vh;
    overflow: auto;
  }
  th[scope='row'] {
    text-align: left;
    font-weight: 500;
  }
  input {
    width: 64px;
    margin-left: auto;
  }
  small {
    display: block;
    color: var(--stone);
    font-size: var(--type-tiny);
  }
  .row {
    display: flex;
    gap: 10px;
    margin-top: 12px;
  }
</style>
