<script lang="ts" module>
  export type MenuEntry = { value: string; label: string; detail?: string; group?: string };
</script>

<script lang="ts">
  import { Menu, Portal } from '@skeletonlabs/skeleton-svelte';
  import Icon from './Icon.svelte';
  /** A button that opens a list of acts: by arrows, letters and Escape as everywhere. */
  let {
    label,
    entries,
    onChoose,
    name
  }: {
    /** what the button says */
    label: string;
    entries: readonly MenuEntry[];
    onChoose: (value: string) => unknown;
    /** what it is called where its words alone do not tell @default its words */
    name?: string;
  } = $props();
  /** Entries in their groups, in the order in which each first stands. */
  const groups = $derived(
    [...new Set(entries.map((e) => e.group ?? ''))].map((group) => ({
      group,
      entries: entries.filter((e) => (e.group ?? '') === group)
    }))
  );
</script>

<Menu onSelect={({ value }) => onChoose(value)}>
  <Menu.Trigger class="act menu-trigger" aria-label={name ?? label}
    >{label}<i><Icon name="arrow" size={11} /></i></Menu.Trigger
  >
  <Portal>
    <Menu.Positioner class="menu-place">
      <Menu.Content class="menu-list">
        {#each groups as { group, entries: some } (group)}
          <Menu.ItemGroup class="menu-group">
            {#if group}<Menu.ItemGroupLabel class="menu-title">{group}</Menu.ItemGroupLabel>{/if}
            {#each some as entry (entry.value)}
              <Menu.Item value={entry.value} class="menu-item">
                <Menu.ItemText>{entry.label}</Menu.ItemText>
                {#if entry.detail}<span class="quiet">{entry.detail}</span>{/if}
              </Menu.Item>
            {/each}
          </Menu.ItemGroup>
        {/each}
      </Menu.Content>
    </Menu.Positioner>
  </Portal>
</Menu>

<style>
  i {
    display: inline-block;
    margin-left: 6px;
    transform: rotate(90deg);
  }
  :global(.menu-place) {
    z-index: 40 !important;
  }
  :global(.menu-list) {
    background: var(--paper);
    border: 1px solid var(--rule-strong);
    min-width: 220px;
    max-width: min(420px, 92vw);
    max-height: 60vh;
    overflow: auto;
    outline: none;
    box-shadow: none;
  }
  :global(.menu-group + .menu-group) {
    border-top: 1px solid var(--rule-strong);
  }
  :global(.menu-title) {
    padding: 5px 10px 1px;
    font-size: var(--type-small);
    color: var(--stone);
  }
  :global(.menu-item) {
    display: flex;
    justify-content: space-between;
    gap: 14px;
    padding: 5px 10px;
    cursor: pointer;
  }
  :global(.menu-item[data-highlighted]) {
    background: var(--petrol-wash);
  }
  @media (pointer: coarse) {
    :global(.menu-item) {
      min-height: 44px;
      align-items: center;
    }
  }
</style>
