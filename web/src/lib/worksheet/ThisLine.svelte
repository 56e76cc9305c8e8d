<script lang="ts">
  import type { Schemas } from '$lib/api/client';
  import { session } from '$lib/shell/session.svelte';
  import { day, figure, unitPrice } from '$lib/ui/format';
  import type { Editor } from './editor.svelte';
  import type { Grid } from './grid.svelte';
  import { isLine, type LineForm } from './lines';
  /** What there is to know of the line where one is: stock and lead time, its price, what was paid before. */
  let {
    editor,
    grid,
    locked,
    onWorking
  }: { editor: Editor; grid: Grid; locked: boolean; onWorking: (of: string) => void } = $props();
  const line = $derived(grid.line);
  const view = $derived(line ? editor.of(line.id) : undefined);
  const supply = $derived(view?.supply);
  const digits = $derived(session.company?.minorDigits ?? 2);
  const place = $derived(editor.place(grid.indexAt(grid.row) ?? 0));
  let before = $state.raw<Schemas['BoughtView'] | null>(null);
  const known: Record<string, Schemas['BoughtView'] | null> = {};
  const WAIT = 150;
  let byDay = $state(false);

  $effect(() => {
    const code = line?.product;
    before = null;
    if (!code || locked) return;
    const got = known[code];
    if (got !== undefined) {
      before = got;
      return;
    }
    const timer = setTimeout(() => {
      editor
        .picks(code)
        .then((picks) => {
          const bought = picks.find((p) => p.code === code)?.bought ?? null;
          known[code] = bought;
          if (line?.product === code) before = bought;
        })
        .catch(() => undefined);
    }, WAIT);
    return () => clearTimeout(timer);
  });

  function change(how: (line: LineForm) => LineForm) {
    if (line) void editor.change([line.id], how);
  }

  function text(field: 'unitCost' | 'taxPercent' | 'family', value: string) {
    change((l) => ({ ...l, [field]: value.trim() || null }));
  }

  function months(field: 'everyMonths' | 'termMonths', value: string) {
    const number = Number(value);
    change((l) => {
      const set = value.trim() && Number.isInteger(number) ? number : null;
      if (set === null) return { ...l, everyMonths: null, termMonths: null };
      const other = field === 'everyMonths' ? 'termMonths' : 'everyMonths';
      return { ...l, [field]: set, [other]: l[other] ?? 12 };
    });
  }
</script>

{#snippet cell(
  label: string,
  value: string | number | null | undefined,
  name: string,
  set: (v: string) => void
)}
  <label
    >{label}<input
      class="box figure"
      name="this-{name}"
      value={value ?? ''}
      disabled={locked}
      onchange={(e) => set(e.currentTarget.value)}
      aria-invalid={line && editor.problem(line.id, name) ? 'true' : undefined}
    /></label
  >
{/snippet}

<section aria-label="This line" class="this">
  {#if line && isLine(line)}
    <h2>{line.product ?? 'Not in the catalogue'} <span class="quiet name">{line.description}</span></h2>
    {#if view?.figures?.priceFrom}
      <p>
        List {unitPrice(view.figures.listUnit, digits)}, found
        <button class="how" onclick={() => onWorking(`lines[${place}].unitPrice`)}
          ><b>{unitPrice(view.figures.unitPrice, digits)}</b></button
        >
        by rule {view.figures.priceFrom}
      </p>
    {/if}
    {#if supply}
      <p class:heed={supply.late}>
        {#if supply.onHand}{figure(supply.onHand)} on hand{supply.onOrder !== '0'
            ? `, ${figure(supply.onOrder)} on order`
            : ''}{supply.missing !== '0' ? `, ${figure(supply.missing)} short` : ''}{:else}Not kept in stock{/if};
        {supply.readyOn === session.view?.today
          ? 'ready now'
          : `${supply.leadDays} days, ready ${day(supply.readyOn)}`}{supply.late
          ? `: too late for ${day(line.requestedOn)}`
          : ''}.
        {#if line.product && supply.onHand}<button
            class="plain"
            aria-expanded={byDay}
            onclick={() => (byDay = !byDay)}>by day</button
          >{/if}
      </p>
      {#if byDay && line.product}
        {#await import('$lib/catalogue/Stock.svelte') then { default: Stock }}<Stock
            code={line.product}
          />{/await}
      {/if}
    {/if}
    {#if before}
      <p>
        Bought {before.times}× before, last {day(before.lastOn)} at {figure(before.lastPrice)}.
      </p>
    {/if}
    {#if !line.product}
      <div class="own">
        {@render cell('Cost', line.unitCost, 'unitCost', (v) => text('unitCost', v))}
        {@render cell('Tax %', line.taxPercent, 'taxPercent', (v) => text('taxPercent', v))}
        {@render cell('Family', line.family, 'family', (v) => text('family', v))}
      </div>
      {#if editor.problem(line.id, 'unitCost')}<p class="bad">
          {editor.problem(line.id, 'unitCost')}
        </p>{/if}
    {/if}
    {#if line.everyMonths || !line.product}
      <div class="own">
        {@render cell('Every, months', line.everyMonths, 'everyMonths', (v) => months('everyMonths', v))}
        {@render cell('Term, months', line.termMonths, 'termMonths', (v) => months('termMonths', v))}
      </div>
    {/if}
  {:else}
    <h2>This line <span class="quiet name">{line ? line.kind : 'none yet'}</span></h2>
    <p class="quiet">
      {line?.kind === 'section'
        ? 'Sums up the lines down to the next section.'
        : 'Stock, lead time and what was paid before.'}
    </p>
  {/if}
</section>

<style>
  .this {
    min-height: 74px;
  }
  h2 {
    min-width: 0;
  }
  .name {
    font-weight: 400;
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
  }
  p {
    font-size: var(--type-small);
  }
  .own {
    display: flex;
    gap: 6px;
    margin-top: 4px;
  }
  label {
    font-size: var(--type-small);
    color: var(--stone);
    flex: 1 1 0;
    min-width: 0;
  }
</style>
