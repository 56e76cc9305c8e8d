<script lang="ts">
  import { api, ask, type Schemas } from '$lib/api/client';
  import { session } from '$lib/shell/session.svelte';
  import { unitPrice } from '$lib/ui/format';
  /** Finds a product by typing; Enter takes the first, arrows choose another. */
  let {
    onPick,
    onInline
  }: { onPick: (product: Schemas['ProductView']) => void; onInline: (words: string) => void } = $props();
  let text = $state('');
  let found = $state.raw<Schemas['ProductView'][]>([]);
  let chosen = $state(0);
  let asked = 0;
  const shown = $derived(text.trim() ? found.slice(0, 8) : []);

  async function search() {
    chosen = 0;
    const number = ++asked;
    if (!text.trim()) return;
    const answer = await ask(api.GET('/api/products', { params: { query: { q: text } } }));
    if (number === asked) found = answer;
  }

  function pick(product: Schemas['ProductView'] | undefined) {
    if (!product) return;
    text = '';
    found = [];
    onPick(product);
  }

  function keys(event: KeyboardEvent) {
    if (event.key === 'ArrowDown') chosen = Math.min(chosen + 1, shown.length);
    else if (event.key === 'ArrowUp' && shown.length) chosen = Math.max(chosen - 1, 0);
    else if (event.key === 'Escape') text = '';
    else if (event.key === 'Enter' && text.trim()) void take();
    else return;
    event.preventDefault();
  }

  /** Enter may come before the answer; the search is asked once more so that the right product is taken. */
  async function take() {
    if (chosen === shown.length && shown.length) return inline();
    const choice = chosen;
    if (choice === 0) await search();
    if (found.length === 0) inline();
    else pick(found[choice]);
  }

  function inline() {
    const words = text.trim();
    text = '';
    found = [];
    onInline(words);
  }
</script>

<div class="pick">
  <input
    class="box"
    name="pick"
    placeholder="Add a line: code, name or family"
    aria-label="Add a line: code, name or family"
    role="combobox"
    aria-expanded={shown.length > 0}
    aria-controls="picks"
    aria-activedescendant={shown.length > 0 ? `pick-${chosen}` : undefined}
    bind:value={text}
    oninput={search}
    onkeydown={keys}
    autocomplete="off"
  />
  {#if text.trim()}
    <div class="leaf list" id="picks" role="listbox" aria-label="Products">
      {#each shown as product, n (product.code)}
        <button
          role="option"
          id="pick-{n}"
          aria-selected={n === chosen}
          tabindex="-1"
          onclick={() => pick(product)}
          ><b>{product.code}</b><span>{product.name}</span><em class="figure"
            >{unitPrice(product.listPrice, session.company?.minorDigits ?? 2)}</em
          ><small
            >{product.everyMonths
              ? `every ${product.everyMonths} mo`
              : product.stock
                ? product.stock + ' on hand'
                : ''}</small
          ></button
        >
      {/each}
      <button
        role="option"
        id="pick-{shown.length}"
        aria-selected={chosen === shown.length}
        tabindex="-1"
        onclick={inline}><b></b><span>“{text.trim()}” as a line of its own, typical value</span></button
      >
    </div>
  {/if}
</div>

<style>
  .pick {
    position: relative;
  }
  .list {
    position: absolute;
    z-index: 10;
    left: 0;
    top: 31px;
    width: min(640px, 92vw);
    box-shadow: 0 6px 18px rgb(20 25 27 / 18%);
  }
  button {
    display: grid;
    grid-template-columns: 92px 1fr 90px 92px;
    gap: 10px;
    width: 100%;
    text-align: left;
    padding: 5px 10px;
    cursor: pointer;
  }
  button[aria-selected='true'] {
    background: var(--petrol-wash);
    box-shadow: inset 3px 0 0 var(--petrol);
  }
  b {
    font-weight: 560;
  }
  em {
    font-style: normal;
  }
  small {
    color: var(--stone);
    text-align: right;
  }
</style>
