<script lang="ts">
  import type { Schemas } from '$lib/api/client';
  import { offer, type Action } from '$lib/shell/actions.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import { day, figure, month, position, rounded } from '$lib/ui/format';
  import SheetCell from './SheetCell.svelte';
  import { dayIn } from './days';
  import { SheetMoves, type SheetItem } from './sheet.svelte';
  /** Stages by months of expected close. Each opportunity is a slim bar as long as its value. */
  let {
    sheet,
    onChange,
    more = []
  }: {
    sheet: Schemas['SheetView'];
    onChange: () => Promise<unknown>;
    /** What else can be done on the screen. */
    more?: Action[];
  } = $props();
  const moves = new SheetMoves(() => onChange());
  let grid: HTMLElement;
  let focused = $state.raw<SheetItem | null>(null);
  let dragged = $state.raw<SheetItem | null>(null);
  let over = $state('');
  const keys = $derived(sheet.columns.map((column) => column.key));
  const largest = $derived(
    Math.max(1, ...sheet.cells.flatMap((cell) => cell.items.map((item) => position(item.value))))
  );
  const cells = $derived(new Map(sheet.cells.map((cell) => [`${cell.stageId}/${cell.column}`, cell])));

  offer(() => [
    { label: 'Undo the last move', keys: 'Ctrl+z', run: () => moves.undo().then(stay) },
    { label: 'Move to another month', keys: 'Shift left, Shift right' },
    { label: 'Move to another stage', keys: 'Shift up, Shift down' },
    { label: 'Move the selection', keys: 'arrows' },
    ...more
  ]);

  /** The focus goes with what was moved. */
  function stay() {
    const id = focused?.id;
    requestAnimationFrame(() => grid.querySelector<HTMLElement>(`[data-item="${id}"]`)?.focus());
  }

  function columnOf(item: SheetItem): string {
    return sheet.cells.find((cell) => cell.items.some((other) => other.id === item.id))?.column ?? 'late';
  }

  function toColumn(item: SheetItem, step: number) {
    const column = keys[keys.indexOf(columnOf(item)) + step];
    const close = column ? dayIn(column, keys, item.expectedClose) : null;
    if (close) void moves.move(item, item.stageId, close).then(stay);
  }

  function toStage(item: SheetItem, step: number) {
    const row = sheet.rows[sheet.rows.findIndex((r) => r.stageId === item.stageId) + step];
    if (row) void moves.move(item, row.stageId, item.expectedClose).then(stay);
  }

  /** Looks from the cell of an item in a direction for the next one that holds something. */
  function look(item: SheetItem, rows: number, columns: number) {
    let row = sheet.rows.findIndex((r) => r.stageId === item.stageId) + rows;
    let column = keys.indexOf(columnOf(item)) + columns;
    while (sheet.rows[row] && keys[column]) {
      const found = cells.get(`${sheet.rows[row]?.stageId}/${keys[column]}`)?.items[0];
      if (found) return show(found.id);
      row += rows;
      column += columns;
    }
  }

  function show(id: number | undefined) {
    grid.querySelector<HTMLElement>(`[data-item="${id}"]`)?.focus();
  }

  function press(event: KeyboardEvent, item: SheetItem) {
    const items = cells.get(`${item.stageId}/${columnOf(item)}`)?.items ?? [];
    const place = items.findIndex((other) => other.id === item.id);
    const key = event.key;
    if (event.shiftKey && key === 'ArrowLeft') toColumn(item, -1);
    else if (event.shiftKey && key === 'ArrowRight') toColumn(item, 1);
    else if (event.shiftKey && key === 'ArrowUp') toStage(item, -1);
    else if (event.shiftKey && key === 'ArrowDown') toStage(item, 1);
    else if (key === 'ArrowLeft') look(item, 0, -1);
    else if (key === 'ArrowRight') look(item, 0, 1);
    else if (key === 'ArrowUp' && items[place - 1]) show(items[place - 1]?.id);
    else if (key === 'ArrowDown' && items[place + 1]) show(items[place + 1]?.id);
    else if (key === 'ArrowUp') look(item, -1, 0);
    else if (key === 'ArrowDown') look(item, 1, 0);
    else return;
    event.preventDefault();
  }

  function drop(stageId: number, column: string) {
    const item = dragged;
    over = '';
    dragged = null;
    const close = item && dayIn(column, keys, item.expectedClose);
    if (item && column === columnOf(item)) void moves.move(item, stageId, item.expectedClose);
    else if (item && close) void moves.move(item, stageId, close);
  }
  const feet = $derived({
    value: sheet.columns.map((column) => (column.total.count ? column.total.value : null)),
    weighted: sheet.columns.map((column) => (column.total.count ? column.total.weighted : null)),
    goal: sheet.columns.map((column) => column.goal)
  });
  const LABEL: Record<string, string> = { late: 'late', later: 'later' };
</script>

<Notice refusal={moves.refusal} />
<div class="scroll" bind:this={grid} data-state={moves.busy ? 'moving' : 'still'}>
  <table class="sheet" aria-label="Stages by months of expected close">
    <thead>
      <tr>
        <th scope="col">Stage</th>
        {#each sheet.columns as column (column.key)}
          <th scope="col" class="figure" class:bad={column.key === 'late'}
            >{LABEL[column.key] ?? month(column.key)}</th
          >
        {/each}
        <th scope="col" class="figure">Value, weighted</th>
      </tr>
    </thead>
    <tbody>
      {#each sheet.rows as row (row.stageId)}
        <tr>
          <th scope="row">{row.name}<small>probability {figure(row.probability)} %</small></th>
          {#each keys as column (column)}
            {@const cell = cells.get(`${row.stageId}/${column}`)}
            <td
              data-cell="{row.stageId}/{column}"
              class:over={over === `${row.stageId}/${column}`}
              ondragover={(e) => {
                if (column === 'late' && dragged && columnOf(dragged) !== 'late') return;
                e.preventDefault();
                over = `${row.stageId}/${column}`;
              }}
              ondrop={() => drop(row.stageId, column)}
            >
              {#if cell}
                <SheetCell
                  {cell}
                  {largest}
                  onFocus={(item: SheetItem) => (focused = item)}
                  onPress={press}
                  onDrag={(item: SheetItem) => (dragged = item)}
                />
              {/if}
            </td>
          {/each}
          <td class="figure end"
            >{#if row.total.count}<b>{rounded(row.total.value)}</b><small>{rounded(row.total.weighted)}</small
              >{:else}–{/if}</td
          >
        </tr>
      {/each}
    </tbody>
    <tfoot>
      {#snippet foot(name: string, values: (string | null)[], whole: string)}
        <tr>
          <th scope="row">{name}</th>
          {#each values as value, n (n)}<td class="figure">{value === null ? '–' : rounded(value)}</td>{/each}
          <td class="figure"><b>{whole}</b></td>
        </tr>
      {/snippet}
      {@render foot('Value', feet.value, rounded(sheet.total.value))}
      {@render foot('Weighted', feet.weighted, rounded(sheet.total.weighted))}
      {@render foot('Goal', feet.goal, '')}
    </tfoot>
  </table>
</div>
<p class="foot" aria-live="polite">
  {#if moves.said}<b>{moves.said}</b>{/if}
  {#if focused}
    <a href="/opportunities/{focused.id}">{focused.number}</a>
    {focused.title}, {focused.account} · {figure(focused.value)} at {figure(focused.probability)} % · closes {day(
      focused.expectedClose
    )}{focused.slips ? `, moved back ${focused.slips}×` : ''} ·
    {#if focused.nextDue}next activity {day(focused.nextDue)}{:else}<span class="bad"
        >no activity planned</span
      >{/if} ·
    {focused.owner}
  {:else if sheet.total.count === 0}
    No open opportunities. Press n to create one.
  {:else}
    {sheet.total.count} open. Arrows select, Shift with an arrow moves, Enter opens. A hollow bar has no next step.
  {/if}
</p>

<style>
  .scroll {
    overflow-x: auto;
  }
  .sheet {
    width: 100%;
    min-width: 980px;
    border-collapse: collapse;
    background: var(--paper);
    table-layout: fixed;
  }
  .sheet th,
  .sheet td {
    border-bottom: 1px solid var(--rule);
    border-right: 1px solid var(--rule);
    padding: 3px 6px;
    vertical-align: top;
    text-align: left;
  }
  .sheet th {
    font-size: var(--type-small);
    font-weight: 560;
  }
  .sheet thead th {
    color: var(--stone);
    border-bottom-color: var(--rule-strong);
  }
  .sheet .figure {
    text-align: right;
  }
  .sheet th:first-child {
    width: 118px;
  }
  small {
    display: block;
    color: var(--stone);
    font-weight: 400;
    font-size: var(--type-small);
  }
  .over {
    background: var(--brass-wash);
  }
  tfoot tr:first-child > * {
    border-top: 2px solid var(--ink);
  }
  tfoot tr:last-child > * {
    border-bottom: 4px double var(--ink);
  }
  .foot {
    margin-top: 8px;
    min-height: 22px;
  }
</style>
