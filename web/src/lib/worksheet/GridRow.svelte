<script lang="ts">
  import { session } from '$lib/shell/session.svelte';
  import { day, figure, percent, unitPrice } from '$lib/ui/format';
  import CellEditor from './CellEditor.svelte';
  import type { Editor } from './editor.svelte';
  import type { Editing } from './grid.svelte';
  import { HEADER, ROW } from './roles';
  import {
    COLUMNS,
    NAMES,
    columnOf,
    countsAs,
    isLine,
    mayType,
    type Column,
    type LineForm,
    type LineView
  } from './lines';
  /** One row of the grid: a line, the heading of a section, or a note. */
  let {
    editor,
    line,
    view,
    row,
    number,
    active,
    over = false,
    span,
    editing,
    locked,
    children,
    onWorking
  }: {
    editor: Editor;
    line: LineForm;
    view: LineView | undefined;
    row: number;
    /** as it is counted, from 1 */
    number: number;
    /** the column where one is, if in this row */
    active: Column | null;
    /** whether rows are held over it, to be let go here @default false */
    over?: boolean;
    /** the columns of a chosen range, parted by spaces */
    span: string;
    editing: Editing | null;
    locked: boolean;
    /** the editor of the code, which the grid brings */
    children?: import('svelte').Snippet;
    onWorking: (of: string) => void;
  } = $props();
  const digits = $derived(session.company?.minorDigits ?? 2);
  const got = $derived(view?.figures);
  const supply = $derived(view?.supply);
  const short = $derived(supply && supply.missing !== '0' ? supply.missing : null);
  const chosen = $derived(span.split(' '));
  const problems = $derived(editor.problemsOf(line.id));
  const wrong = $derived(problems.map((p) => columnOf(p.field)));

  /** A day before today was hardly meant. */
  const isPast = $derived(
    /^\d{4}-\d\d-\d\d$/.test(line.requestedOn ?? '') && (line.requestedOn ?? '') < (session.view?.today ?? '')
  );

  function ready(): string {
    if (line.requestedOn) return isPast ? `${day(line.requestedOn)} is past` : `for ${day(line.requestedOn)}`;
    if (!supply) return '';
    if (short) return `${day(supply.readyOn)}, ${short} short`;
    return supply.readyOn === session.view?.today ? 'now' : day(supply.readyOn);
  }

  /** A problem in words, named where it does not name its cell itself. */
  function said(problem: { field: string; message: string }): string {
    const name = NAMES[problem.field];
    const named = !name || problem.message.toLowerCase().startsWith(name.toLowerCase());
    return named ? problem.message : `${name}: ${problem.message}`;
  }

  /** How it counts; of a plan that simply counts, how often it is charged. */
  function counts(): string {
    if (line.gift) return 'free';
    return countsAs(line) || (line.everyMonths ? `${line.everyMonths} months` : '');
  }
</script>

{#snippet cell(column: Column, classes: string, text: string, of?: string, span = 1)}
  <td
    role="gridcell"
    class="{classes} {mayType(line, column) && !locked ? 'open' : ''}"
    class:range={chosen.includes(column)}
    class:editing={editing?.column === column}
    class:wrong={wrong.includes(column)}
    data-row={row}
    data-column={column}
    style:grid-column={span > 1 ? `span ${span}` : undefined}
    tabindex={active === column ? 0 : -1}
    aria-selected={active === column || chosen.includes(column)}
    aria-readonly={!mayType(line, column) || locked}
    aria-invalid={wrong.includes(column) ? 'true' : undefined}
    aria-describedby={wrong.includes(column) ? `why-${line.id}` : undefined}
    title={column === 'what' ? line.description : undefined}
  >
    {#if editing?.column === column}
      {#if column === 'code' && children}{@render children()}
      {:else}<CellEditor {editor} {line} {column} text={editing.text} label="{column}, row {number}" />{/if}
    {:else if of && text !== '–' && text !== ''}
      <button
        class="how"
        tabindex="-1"
        aria-label="{text}, how this is calculated"
        onclick={() => onWorking(of)}>{text}</button
      >
    {:else}{text}{/if}
  </td>
{/snippet}

<tr
  {...ROW}
  class={line.kind ?? 'line'}
  class:active={active !== null}
  class:over
  class:uncounted={got && !got.counted}
  aria-rowindex={row + 2}
>
  <th
    {...HEADER}
    scope="row"
    class="handle"
    data-handle={row}
    draggable={!locked}
    title={locked ? undefined : 'Drag to move'}>{number}</th
  >
  {#if isLine(line)}
    {@const at = `lines[${editor.place(number - 1)}]`}
    {@render cell('code', 'code', line.product ?? '')}
    {@render cell('what', 'what', line.description)}
    {@render cell('quantity', 'figure', figure(line.quantity))}
    {@render cell('list', 'figure quiet', unitPrice(got?.listUnit ?? line.listPrice, digits))}
    {@render cell(
      'price',
      line.unitPrice ? 'figure own' : 'figure quiet',
      unitPrice(line.unitPrice ?? got?.unitPrice, digits),
      locked || !line.unitPrice ? `${at}.unitPrice` : undefined
    )}
    {@render cell(
      'discount',
      line.discountPercent ? 'figure own' : 'figure quiet',
      line.discountPercent ? figure(line.discountPercent) : '–'
    )}
    {@render cell('counts', 'counts', counts())}
    {@render cell('ready', supply?.late || short || isPast ? 'ready heed' : 'ready quiet', ready())}
    {@render cell('final', 'figure strong', figure(got?.finalAmount), `${at}.final`)}
    {@render cell(
      'margin',
      got?.marginPercent?.startsWith('-') ? 'figure bad' : 'figure quiet',
      percent(got?.marginPercent),
      `${at}.marginPercent`
    )}
  {:else if line.kind === 'section'}
    {@render cell('what', 'what', line.description, undefined, COLUMNS.length - 2)}
    {@render cell(
      'final',
      'figure strong',
      figure(view?.subtotal?.contract),
      `sections[${line.id}].contract`
    )}
    {@render cell(
      'margin',
      'figure quiet',
      percent(view?.subtotal?.marginPercent),
      `sections[${line.id}].marginPercent`
    )}
  {:else}
    {@render cell('what', 'what', line.description, undefined, COLUMNS.length)}
  {/if}
</tr>
{#if problems.length}
  <tr {...ROW} class="why">
    <td role="gridcell"></td>
    <td role="gridcell" style:grid-column="span {COLUMNS.length}" class="bad" id="why-{line.id}">
      {#each problems as problem (problem.field + problem.message)}
        <span>{said(problem)}</span>
      {/each}
    </td>
  </tr>
{/if}
