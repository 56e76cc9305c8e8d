<script lang="ts">
  import { untrack } from 'svelte';
  import type { Schemas } from '$lib/api/client';
  import { session } from '$lib/shell/session.svelte';
  import { day, figure, unitPrice } from '$lib/ui/format';
  import type { Editor } from './editor.svelte';
  import { times, timesIn } from './lines';
  /**
   * Finds what is typed: products, kits, templates, tables of sizes, typical values; or takes the words as a line, a
   * heading or a note of their own. Enter takes the first, arrows choose another.
   */
  let {
    editor,
    text,
    label,
    wordsToo,
    onPick,
    onWords,
    onCancel,
    onLeave,
    onTab
  }: {
    editor: Editor;
    text: string;
    label: string;
    /** whether headings, notes and several lines at once may be picked */
    wordsToo: boolean;
    onPick: (pick: Schemas['Pick']) => void;
    onWords: (kind: 'line' | 'section' | 'note', words: string) => void;
    onCancel: () => void;
    /** the focus went elsewhere */
    onLeave: () => void;
    onTab: (back: boolean) => void;
  } = $props();
  // svelte-ignore state_referenced_locally
  let typed = $state(text);
  let found = $state.raw<Schemas['Pick'][]>([]);
  let chosen = $state(0);
  let failed = $state(false);
  let asked = 0;
  let answered = $state(0);
  let box: HTMLInputElement;
  let place = $state({ left: 0, top: 0, up: false });
  const ROOM = 330;
  const digits = $derived(session.company?.minorDigits ?? 2);
  const picks = $derived(
    wordsToo ? found : found.filter((p) => p.kind === 'product' || p.kind === 'typical')
  );
  const parts = $derived(timesIn(typed));
  const own = $derived<{ kind: 'line' | 'section' | 'note'; label: string }[]>(
    !typed.trim()
      ? []
      : wordsToo
        ? [
            { kind: 'line', label: 'as a free-text line' },
            { kind: 'section', label: 'as the heading of a section' },
            { kind: 'note', label: 'as a note' }
          ]
        : [{ kind: 'line', label: 'as a free-text line' }]
  );
  const count = $derived(picks.length + own.length);

  async function search() {
    const number = ++asked;
    // Nothing is taken by a second Enter before anything was typed.
    chosen = typed.trim() ? 0 : -1;
    try {
      const answer = await editor.picks(parts.words);
      if (number === asked) {
        found = answer;
        failed = false;
      }
    } catch {
      if (number === asked) failed = true;
    }
    if (number === asked) answered = number;
  }

  function take(at: number) {
    const pick = picks[at];
    const words = own[at - picks.length];
    if (pick) onPick({ ...pick, lines: times(pick.lines, parts.times) });
    else if (words) onWords(words.kind, typed.trim());
  }

  /** Enter may come before the answer: it is waited for, so that the right one is taken. */
  async function enter() {
    const choice = chosen;
    const number = asked;
    for (let n = 0; n < 2000 && answered !== asked; n++) await new Promise((done) => setTimeout(done, 10));
    if (number === asked && answered === asked) take(choice);
  }

  function keys(event: KeyboardEvent) {
    event.stopPropagation();
    if (event.key === 'ArrowDown') chosen = Math.min(chosen + 1, count - 1);
    else if (event.key === 'ArrowUp') chosen = Math.max(chosen - 1, 0);
    else if (event.key === 'Escape') onCancel();
    else if (event.key === 'Enter') void enter();
    else if (event.key === 'Tab') onTab(event.shiftKey);
    else return;
    event.preventDefault();
  }

  function stand() {
    const at = box.getBoundingClientRect();
    place = { left: at.left, top: at.bottom, up: at.bottom + ROOM > window.innerHeight && at.top > ROOM };
    if (place.up) place.top = at.top;
  }

  function taken(node: HTMLInputElement) {
    node.focus();
    node.setSelectionRange(node.value.length, node.value.length);
    // What is looked up here must not be looked up again by each letter.
    untrack(() => {
      stand();
      void search();
    });
  }

  function note(pick: Schemas['Pick']): string {
    if (pick.kind === 'kit') return `kit, ${pick.lines.length} lines`;
    if (pick.kind === 'template') return `template, ${pick.lines.length} rows`;
    if (pick.kind === 'sizes') return 'table of sizes';
    if (pick.kind === 'typical') return 'typical value';
    const line = pick.lines[0];
    if (line?.everyMonths) return `every ${line.everyMonths} months`;
    return pick.stock ? `${pick.stock} on hand` : '';
  }
</script>

<svelte:window onscrollcapture={stand} onresize={stand} />
<input
  bind:this={box}
  class="box-in"
  name="pick"
  placeholder={wordsToo ? 'Product code or name, kit, template or size table' : 'Product code or name'}
  aria-label={label}
  role="combobox"
  aria-expanded={count > 0}
  aria-controls="picks"
  aria-activedescendant={count > 0 ? `pick-${chosen}` : undefined}
  bind:value={typed}
  oninput={search}
  onkeydown={keys}
  onblur={onLeave}
  autocomplete="off"
  {@attach taken}
/>
<!-- The focus stays in the box while one is pointed at. -->
<div
  class="leaf list"
  class:up={place.up}
  id="picks"
  role="listbox"
  tabindex="-1"
  aria-label="Suggestions"
  style:left="{place.left}px"
  style:top={place.up ? undefined : `${place.top}px`}
  style:bottom={place.up ? `calc(100vh - ${place.top}px)` : undefined}
  onmousedown={(e) => e.preventDefault()}
>
  {#if !typed.trim() && picks.length}<p class="quiet">Bought before</p>{/if}
  {#each picks as pick, n (pick.kind + pick.code + pick.name)}
    <button role="option" id="pick-{n}" aria-selected={n === chosen} tabindex="-1" onclick={() => take(n)}
      ><b>{pick.code}</b><span class="name">{pick.name}</span><em class="figure"
        >{pick.price ? unitPrice(pick.price, digits) : ''}</em
      ><small>{note(pick)}</small><small class="before"
        >{pick.bought
          ? `bought ${pick.bought.times}×, ${day(pick.bought.lastOn)} at ${figure(pick.bought.lastPrice)}`
          : ''}</small
      ></button
    >
  {/each}
  {#each own as words, n (words.kind)}
    <button
      role="option"
      id="pick-{picks.length + n}"
      aria-selected={picks.length + n === chosen}
      tabindex="-1"
      onclick={() => take(picks.length + n)}
      ><b></b><span class="name wide">“{typed.trim()}” {words.label}</span></button
    >
  {:else}
    {#if count === 0}<p class="quiet">
        {failed
          ? 'The server cannot be reached; your entry is kept.'
          : 'Type a code, name or family. No purchases before.'}
      </p>{/if}
  {/each}
</div>

<style>
  .box-in {
    width: 100%;
    height: 28px;
    background: var(--paper);
    color: var(--ink);
    border: 0;
    outline: none;
    padding: 0 6px;
    font: inherit;
  }
  .list {
    position: fixed;
    z-index: 20;
    width: min(760px, 92vw);
    max-height: 326px;
    overflow-y: auto;
    box-shadow: 0 6px 18px rgb(20 25 27 / 18%);
    text-align: left;
  }
  p {
    padding: 4px 10px;
    font-size: var(--type-small);
  }
  button {
    display: grid;
    grid-template-columns: 84px minmax(0, 1fr) 80px 104px 190px;
    gap: 10px;
    width: 100%;
    text-align: left;
    padding: 4px 10px;
    cursor: pointer;
    font-weight: 400;
  }
  button[aria-selected='true'] {
    background: var(--petrol-wash);
    box-shadow: inset 3px 0 0 var(--petrol);
  }
  b {
    font-weight: 560;
    white-space: nowrap;
  }
  .name {
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
  }
  .wide {
    grid-column: 2 / -1;
  }
  em {
    font-style: normal;
  }
  small {
    color: var(--stone);
    white-space: nowrap;
  }
  .before {
    color: var(--brass);
  }
</style>
