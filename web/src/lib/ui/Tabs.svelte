<script lang="ts">
  /** A few words to choose between what is shown beneath; arrows move along them. */
  let {
    tabs,
    chosen = $bindable(),
    label,
    onChoose
  }: {
    tabs: { key: string; label: string; mark?: string }[];
    chosen: string;
    label: string;
    onChoose?: (key: string) => void;
  } = $props();
  let list: HTMLElement;

  function choose(key: string) {
    chosen = key;
    onChoose?.(key);
  }

  function move(event: KeyboardEvent, at: number) {
    const step = event.key === 'ArrowRight' ? 1 : event.key === 'ArrowLeft' ? -1 : 0;
    if (step === 0) return;
    event.preventDefault();
    const next = tabs[(at + step + tabs.length) % tabs.length];
    if (!next) return;
    choose(next.key);
    (list.children[tabs.indexOf(next)] as HTMLElement).focus();
  }
</script>

<div class="tabs" role="tablist" aria-label={label} bind:this={list}>
  {#each tabs as tab, n (tab.key)}
    <button
      role="tab"
      aria-selected={tab.key === chosen}
      tabindex={tab.key === chosen ? 0 : -1}
      onclick={() => choose(tab.key)}
      onkeydown={(e) => move(e, n)}
      >{tab.mark ? tab.label + ' ' : tab.label}{#if tab.mark}<b>{tab.mark}</b>{/if}</button
    >
  {/each}
</div>

<style>
  .tabs {
    display: flex;
    gap: 2px 11px;
    flex-wrap: wrap;
    border-bottom: 1px solid var(--rule-strong);
    margin-bottom: 10px;
  }
  button {
    padding: 4px 0 5px;
    color: var(--stone);
    cursor: pointer;
    border-bottom: 2px solid transparent;
    margin-bottom: -1px;
  }
  button[aria-selected='true'] {
    color: var(--ink);
    font-weight: 600;
    border-bottom-color: var(--brass);
  }
  b {
    font-weight: 500;
    font-size: var(--type-small);
    color: var(--brass);
  }
</style>
