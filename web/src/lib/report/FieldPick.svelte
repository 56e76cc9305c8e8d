<script lang="ts">
  /** A field or a figure found by typing: arrows choose, Enter takes. */
  let {
    label,
    entries,
    onPick
  }: {
    label: string;
    entries: readonly { name: string; title: string; detail?: string }[];
    onPick: (name: string) => unknown;
  } = $props();
  const id = $props.id();
  let text = $state('');
  let at = $state(0);
  const found = $derived(
    entries.filter((e) =>
      text
        .toLowerCase()
        .split(' ')
        .every((word) => e.title.toLowerCase().includes(word))
    )
  );

  function keys(event: KeyboardEvent) {
    if (event.key === 'ArrowDown' || event.key === 'ArrowUp') {
      event.preventDefault();
      const by = event.key === 'ArrowDown' ? 1 : -1;
      at = Math.max(0, Math.min(found.length - 1, at + by));
      document.getElementById(`${id}-${at}`)?.scrollIntoView({ block: 'nearest' });
    } else if (event.key === 'Enter') {
      event.preventDefault();
      const entry = found[at];
      if (entry) void onPick(entry.name);
    }
  }
</script>

<!-- svelte-ignore a11y_autofocus -->
<input
  class="box"
  role="combobox"
  aria-label={label}
  aria-expanded="true"
  aria-controls="{id}-list"
  aria-activedescendant={found[at] ? `${id}-${at}` : undefined}
  placeholder="type to find"
  autocomplete="off"
  autofocus
  bind:value={text}
  oninput={() => (at = 0)}
  onkeydown={keys}
/>
<ul id="{id}-list" role="listbox" aria-label={label}>
  {#each found as e, n (e.name)}
    <!-- svelte-ignore a11y_click_events_have_key_events -->
    <li id="{id}-{n}" role="option" aria-selected={n === at} onclick={() => onPick(e.name)}>
      {e.title}{#if e.detail}<span class="quiet">{e.detail}</span>{/if}
    </li>
  {:else}<li class="quiet" role="option" aria-selected="false" aria-disabled="true">
      Nothing of this name.
    </li>{/each}
</ul>

<style>
  ul {
    max-height: 320px;
    overflow: auto;
    margin-top: 6px;
    border: 1px solid var(--rule);
    background: var(--paper);
  }
  li {
    display: flex;
    gap: 10px;
    padding: 4px 10px;
    min-height: 30px;
    align-items: center;
    cursor: pointer;
  }
  li span {
    margin-left: auto;
  }
  li[aria-selected='true'] {
    background: var(--petrol-wash);
  }
  @media (pointer: coarse) {
    li {
      min-height: 44px;
    }
  }
</style>
