<script lang="ts" generics="T extends { id: number | string; name: string }">
  import { Combobox, Portal, useListCollection } from '@skeletonlabs/skeleton-svelte';
  import { untrack } from 'svelte';
  /** Finds a record by typing, and gives the record: two of the same name are told apart by what stands beside it. */
  let {
    label,
    name,
    text = $bindable(''),
    rows,
    pending = false,
    detail,
    problem,
    focus = false,
    hideLabel = false,
    onPick
  }: {
    label: string;
    name: string;
    /** what is typed, for asking what is found */
    text?: string;
    /** what was found for it */
    rows: T[];
    /** whether it is still being looked for @default false */
    pending?: boolean;
    /** number and town, or what else tells two apart */
    detail: (row: T) => string;
    problem?: string | undefined;
    focus?: boolean;
    hideLabel?: boolean;
    onPick: (row: T | null) => unknown;
  } = $props();
  const id = $props.id();
  let chosen = $state.raw<T | null>(null);
  const collection = $derived(
    useListCollection({
      items: rows,
      itemToString: (row: T) => row.name,
      itemToValue: (row: T) => String(row.id)
    })
  );

  function typed(now: string) {
    text = now;
    // What is typed over a record is not that record any more.
    if (chosen && now !== chosen.name) pick(null);
  }

  function pick(row: T | null) {
    chosen = row;
    onPick(row);
  }
</script>

<div class="field">
  <Combobox
    {collection}
    {name}
    inputValue={text}
    value={chosen ? [String(chosen.id)] : []}
    placeholder=""
    openOnClick
    inputBehavior="autohighlight"
    onInputValueChange={(e) => typed(e.inputValue)}
    onValueChange={(e) => {
      const row = untrack(() => rows.find((r) => String(r.id) === e.value[0]));
      if (row) pick(row);
    }}
  >
    <Combobox.Label class={hideLabel ? 'sr-only' : 'pick-label'}>{label}</Combobox.Label>
    <Combobox.Control>
      <Combobox.Input
        class="box"
        {name}
        autocomplete="off"
        aria-invalid={problem ? 'true' : undefined}
        aria-describedby={problem ? id + 'p' : undefined}
        {@attach (node: HTMLElement) => {
          if (focus) node.focus();
        }}
      />
    </Combobox.Control>
    <Portal>
      <Combobox.Positioner class="pick-place">
        <Combobox.Content class="pick-list">
          {#each rows as row (row.id)}
            <Combobox.Item item={row} class="pick-item">
              <Combobox.ItemText>{row.name}</Combobox.ItemText>
              <span class="quiet">{detail(row)}</span>
            </Combobox.Item>
          {:else}<p class="quiet pick-item">
              {pending ? 'Loading…' : text ? 'No matches.' : 'Type a name or number.'}
            </p>{/each}
        </Combobox.Content>
      </Combobox.Positioner>
    </Portal>
  </Combobox>
  {#if problem}<div class="bad problem" id={id + 'p'}>{problem}</div>{/if}
</div>

<style>
  /* the label as near to its box as in every other field */
  .field > :global([data-part='root']) {
    gap: 0;
  }
  :global(.pick-label) {
    display: block;
    font-size: var(--type-small);
    color: var(--stone);
    margin-bottom: 2px;
  }
  :global(.pick-place) {
    z-index: 60 !important;
  }
  :global(.pick-list) {
    background: var(--paper);
    border: 1px solid var(--rule-strong);
    max-height: 280px;
    overflow: auto;
    min-width: 260px;
  }
  :global(.pick-item) {
    display: flex;
    justify-content: space-between;
    gap: 14px;
    padding: 5px 10px;
    border-bottom: 1px solid var(--rule);
    cursor: pointer;
  }
  :global(.pick-item[data-highlighted]) {
    background: var(--petrol-wash);
  }
</style>
