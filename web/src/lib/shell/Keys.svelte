<script lang="ts">
  import Ask from '$lib/ui/Ask.svelte';
  import { actions, letters } from './actions.svelte';
  let { open = $bindable() }: { open: boolean } = $props();
  const ALWAYS = [
    ['Ctrl K', 'Search for a record or run a command'],
    ['?', 'These keyboard shortcuts'],
    ['g then d e o q s r', 'Day sheet, enquiries, opportunities, quotes, orders, renewals'],
    ['g then p t', 'Reports, table'],
    ['Tab, Enter', 'Next field, press the focused button'],
    ['Esc', 'Close dialog']
  ] as const;
</script>

<Ask bind:open title="Keyboard shortcuts">
  <table>
    <tbody>
      {#each actions.list.filter((a) => a.keys) as action (action.label)}
        <tr><td><kbd>{action.keys?.replace('+', ' ')}</kbd></td><td>{action.label}</td></tr>
      {/each}
      {#each ALWAYS as [keys, what] (keys)}
        <tr><td><kbd>{keys}</kbd></td><td>{what}</td></tr>
      {/each}
    </tbody>
  </table>
  <p><a href="/guide" onclick={() => (open = false)}>Guide: a first day for each role, and the words</a></p>
  <p>
    <label
      ><input type="checkbox" checked={letters.on} onchange={() => letters.turn()} /> Keys of single letters work</label
    >
  </p>
</Ask>

<style>
  p {
    margin-top: var(--gap);
  }
  kbd {
    white-space: nowrap;
  }
  td {
    padding: 4px 14px 4px 0;
    vertical-align: top;
  }
</style>
