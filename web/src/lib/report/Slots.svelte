<script lang="ts">
  import type { Schemas } from '$lib/api/client';
  import Icon from '$lib/ui/Icon.svelte';
  import { filters, list, type TableAsk } from './ask';
  /**
   * What the table is made of, as a sentence with slots: figures of records by rows, across columns, where
   * filters hold. A field is dragged from slot to slot, or put there by its key.
   */
  let {
    ask,
    subject,
    labels,
    onPick,
    onDrop,
    onRemove,
    onFilter
  }: {
    ask: TableAsk;
    subject: Schemas['TableSubject'];
    /** what filtered keys are called, where it is known */
    labels: (field: string, key: string) => string;
    onPick: (slot: 'figures' | 'rows' | 'columns' | 'filter') => unknown;
    onDrop: (field: string, slot: 'rows' | 'columns' | 'filter') => unknown;
    onRemove: (slot: 'figures' | 'rows' | 'columns' | 'filter', name: string) => unknown;
    onFilter: (field: string) => unknown;
  } = $props();
  let over = $state('');
  const title = (field: string) => subject.fields.find((f) => f.name === field)?.title ?? field;
  const figures = $derived(list(ask.measures).length ? list(ask.measures) : [subject.figures[0]?.name ?? '']);

  function drop(event: DragEvent, slot: 'rows' | 'columns' | 'filter') {
    event.preventDefault();
    over = '';
    const field = event.dataTransfer?.getData('text/x-field');
    if (field) void onDrop(field, slot);
  }
</script>

{#snippet chip(slot: 'figures' | 'rows' | 'columns' | 'filter', name: string, words: string)}
  <span
    class="chip"
    role="group"
    aria-label={words}
    draggable={slot !== 'figures'}
    ondragstart={(e) => e.dataTransfer?.setData('text/x-field', name)}
    >{#if slot === 'filter'}<button class="plain" onclick={() => onFilter(name)}>{words}</button
      >{:else}{words}{/if}<button
      class="plain off"
      aria-label="Take {words} out"
      onclick={() => onRemove(slot, name)}><Icon name="cross" size={10} /></button
    ></span
  >
{/snippet}

{#snippet slot(
  name: 'rows' | 'columns' | 'filter',
  word: string,
  key: string,
  fields: string[],
  told: (f: string) => string
)}
  <div
    class="slot"
    class:over={over === name}
    role="group"
    aria-label={word}
    ondragover={(e) => {
      e.preventDefault();
      over = name;
    }}
    ondragleave={() => (over = '')}
    ondrop={(e) => drop(e, name)}
  >
    <button class="act add" onclick={() => onPick(name)} aria-label="{word}: add a field"
      >{word} <kbd>{key}</kbd></button
    >
    {#each fields as f (f)}{@render chip(name, f, told(f))}{/each}
  </div>
{/snippet}

<div class="slots">
  <div class="slot" role="group" aria-label="show">
    <button class="act add" onclick={() => onPick('figures')} aria-label="show: add a figure"
      >show <kbd>f</kbd></button
    >
    {#each figures as name (name)}{@render chip(
        'figures',
        name,
        subject.figures.find((m) => m.name === name)?.title ?? name
      )}{/each}
  </div>
  {@render slot('rows', 'by', 'b', list(ask.rows), title)}
  {@render slot('columns', 'across', 'a', list(ask.columns), title)}
  {@render slot(
    'filter',
    'where',
    'w',
    filters(ask.filter).map((f) => f.field),
    (field) => {
      const keys = filters(ask.filter).find((f) => f.field === field)?.keys ?? [];
      return `${title(field)} is ${keys.length > 2 ? `one of ${keys.length}` : keys.map((k) => labels(field, k)).join(' or ')}`;
    }
  )}
</div>

<style>
  .slots {
    display: flex;
    flex-wrap: wrap;
    gap: 6px 18px;
    margin-bottom: 10px;
  }
  .slot {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 6px;
    padding: 3px 8px 3px 3px;
    border: 1px dashed transparent;
    border-bottom: 1px solid var(--rule-strong);
  }
  .slot.over {
    border-color: var(--petrol);
    background: var(--petrol-wash);
  }
  .add {
    font-family: var(--serif, inherit);
  }
  .chip {
    display: inline-flex;
    align-items: center;
    gap: 6px;
    padding: 2px 4px 2px 8px;
    min-height: 26px;
    background: var(--paper);
    border: 1px solid var(--rule-strong);
    border-radius: 2px;
  }
  .chip[draggable='true'] {
    cursor: grab;
  }
  .off {
    padding: 4px;
    color: var(--stone);
  }
  @media (pointer: coarse) {
    .chip {
      min-height: 44px;
    }
    .off {
      min-width: 32px;
      min-height: 44px;
    }
  }
</style>
