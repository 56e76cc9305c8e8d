<script lang="ts">
  import type { Schemas } from '$lib/api/client';
  import Icon from '$lib/ui/Icon.svelte';
  import { session } from '$lib/shell/session.svelte';
  import { figure, percent, unitPrice } from '$lib/ui/format';
  import type { Bench, LineForm } from './bench.svelte';
  import ProductPick from './ProductPick.svelte';

  let { bench, locked, onWorking }: { bench: Bench; locked: boolean; onWorking: (of: string) => void } =
    $props();
  let grid: HTMLElement;
  const digits = $derived(session.company?.minorDigits ?? 2);
  type Cell = 'quantity' | 'unitPrice' | 'discountPercent';

  function type(line: LineForm, cell: Cell | 'listPrice' | 'unitCost' | 'description', value: string) {
    void bench.edit(() => {
      const text = value.trim();
      if (cell === 'quantity' || cell === 'description') line[cell] = value;
      else line[cell] = text === '' ? null : text;
      // One of the two is given, the last one typed.
      if (cell === 'discountPercent' && text) line.unitPrice = null;
      if (cell === 'unitPrice' && text) line.discountPercent = null;
    });
  }

  function focus(row: number, cell: string) {
    const input = grid.querySelector<HTMLInputElement>(`[data-row="${row}"][data-cell="${cell}"]`);
    const pick = grid.parentElement?.querySelector<HTMLInputElement>('[name="pick"]');
    (input ?? pick)?.focus();
    input?.select();
  }

  function keys(event: KeyboardEvent, row: number, cell: string) {
    if (event.key === 'Enter' || event.key === 'ArrowDown') focus(row + 1, cell);
    else if (event.key === 'ArrowUp') focus(row - 1, cell);
    else if (event.key === 'F8')
      onWorking(`lines[${row}].${cell === 'discountPercent' ? 'net' : 'unitPrice'}`);
    else if (event.key === 'Delete' && event.ctrlKey) {
      bench.remove(row);
      requestAnimationFrame(() => focus(Math.min(row, bench.lines.length - 1), cell));
    } else return;
    event.preventDefault();
  }

  function added() {
    requestAnimationFrame(() => focus(bench.lines.length - 1, 'quantity'));
  }

  function every(line: LineForm): string {
    return line.everyMonths === 1 ? 'monthly' : `every ${line.everyMonths} months`;
  }
</script>

<div bind:this={grid} class="scroll">
  <table class="ledger lines" aria-label="Lines">
    <thead>
      <tr>
        <th>Code</th>
        <th>What</th>
        <th class="figure">Quantity</th>
        <th class="figure">List</th>
        <th class="figure">Price</th>
        <th class="figure">Discount %</th>
        <th class="figure">Final</th>
        <th class="figure">Margin</th>
        <th><span class="sr-only">Remove</span></th>
      </tr>
    </thead>
    <tbody>
      {#each bench.lines as line, row (line.id)}
        {@const got = bench.figures(line.id)}
        <tr>
          <td>{line.product ?? ''}</td>
          <td class="what" title={line.description}>
            {line.description}
            {#if line.everyMonths}<small>{every(line)}, {line.termMonths} months</small>{/if}
            {#if got?.priceFrom}<button
                class="how"
                title="How the price came about (F8)"
                onclick={() => onWorking(`lines[${row}].unitPrice`)}
                ><small>rule {got.priceFrom}</small></button
              >{/if}
            {#if !line.product && !locked}
              <label
                >cost <input
                  class="cost"
                  aria-label="Unit cost, line {row + 1}"
                  value={line.unitCost ?? ''}
                  oninput={(e) => type(line, 'unitCost', e.currentTarget.value)}
                /></label
              >
              {#if !line.unitCost}<span class="heed">no cost yet: margin counts none</span>{/if}
              {#if bench.problem(row, 'unitCost')}<span class="bad">{bench.problem(row, 'unitCost')}</span
                >{/if}
            {/if}
          </td>
          {#snippet cell(
            name: Cell | 'listPrice',
            value: string | null | undefined,
            hint: string,
            label: string
          )}
            {@const problem = bench.problem(row, name)}
            <td class="figure in">
              <input
                data-row={row}
                data-cell={name}
                aria-label="{label}, line {row + 1}"
                aria-invalid={problem ? 'true' : undefined}
                title={problem}
                value={value ?? ''}
                placeholder={hint}
                disabled={locked}
                oninput={(e) => type(line, name, e.currentTarget.value)}
                onkeydown={(e) => keys(e, row, name)}
                onfocus={(e) => e.currentTarget.select()}
              />
              {#if problem}<div class="bad why">{problem}</div>{/if}
            </td>
          {/snippet}
          {@render cell('quantity', line.quantity, '', 'Quantity')}
          {#if line.product}
            <td class="figure quiet">{unitPrice(got?.listUnit, digits)}</td>
          {:else}
            {@render cell('listPrice', line.listPrice, 'price', 'List price')}
          {/if}
          {@render cell('unitPrice', line.unitPrice, unitPrice(got?.unitPrice, digits), 'Own price')}
          {@render cell('discountPercent', line.discountPercent, '–', 'Discount percent')}
          <td class="figure strong"
            ><button
              class="how"
              aria-label="Final of line {row + 1}, how it came about"
              onclick={() => onWorking(`lines[${row}].final`)}>{figure(got?.finalAmount)}</button
            ></td
          >
          <td class="figure {got?.marginPercent?.startsWith('-') ? 'bad' : 'quiet'}"
            ><button
              class="how"
              aria-label="Margin of line {row + 1}, how it came about"
              onclick={() => onWorking(`lines[${row}].marginPercent`)}>{percent(got?.marginPercent)}</button
            ></td
          >
          <td class="end">
            {#if !locked}
              <button
                class="plain"
                aria-label="Remove line {row + 1}"
                title="Remove (Ctrl Delete)"
                onclick={() => bench.remove(row)}><Icon name="cross" size={12} /></button
              >
            {/if}
          </td>
        </tr>
      {:else}
        <tr><td colspan="9" class="quiet empty">No lines yet. Type a code, a name or a family below.</td></tr>
      {/each}
    </tbody>
  </table>
</div>
{#if !locked}
  <ProductPick
    onPick={(product: Schemas['ProductView']) => {
      bench.add(product);
      added();
    }}
    onInline={(words: string) => {
      bench.addInline(words);
      added();
    }}
  />
{/if}

<style>
  .scroll {
    overflow-x: auto;
    margin-bottom: 8px;
  }
  .lines td,
  .lines th {
    padding-left: 7px;
    padding-right: 7px;
  }
  .lines td:first-child {
    white-space: nowrap;
  }
  .what {
    min-width: 190px;
    line-height: 1.25;
  }
  .what small {
    display: block;
    color: var(--stone);
    font-size: 11.5px;
  }
  .in {
    padding: 0 !important;
    width: 82px;
  }
  .in input {
    width: 100%;
    min-width: 84px;
    height: 29px;
    background: transparent;
    text-align: right;
    padding: 0 7px;
    border: 1px solid transparent;
    font-variant-numeric: tabular-nums;
    color: var(--ink);
  }
  .in input:not(:disabled):hover {
    border-color: var(--rule-strong);
  }
  .in input:disabled,
  .in input:disabled::placeholder {
    color: var(--ink);
    opacity: 1;
    -webkit-text-fill-color: currentColor;
  }
  .what label {
    color: var(--stone);
    font-size: 11.5px;
  }
  .cost {
    width: 76px;
    border: 1px solid var(--rule);
    text-align: right;
    padding: 0 5px;
    background: transparent;
    color: var(--ink);
  }
  .in input:focus {
    background: var(--brass-wash);
    border-color: var(--brass);
    outline: none;
    box-shadow: 0 0 0 1px var(--brass);
  }
  .in input::placeholder {
    color: var(--stone);
    opacity: 1;
  }
  .in input[aria-invalid='true'] {
    border-color: var(--madder);
  }
  .why {
    font-size: 11.5px;
    white-space: normal;
    text-align: left;
    padding: 0 4px 3px;
    max-width: 150px;
  }
  .strong {
    font-weight: 600;
  }
  .end {
    width: 26px;
    padding: 0 !important;
  }
  .empty {
    padding: 14px 10px !important;
  }
</style>
