<script lang="ts">
  import Ask from '$lib/ui/Ask.svelte';
  import { actions } from './actions.svelte';
  let { open = $bindable() }: { open: boolean } = $props();
  const ALWAYS = [
    ['Ctrl K', 'Find any record, do anything'],
    ['?', 'These keys'],
    ['g then d e o q s r', 'Day sheet, enquiries, opportunities, quotes, orders, renewals'],
    ['Tab, Enter', 'Next field, press what is in focus'],
    ['Esc', 'Close what is in front']
  ] as const;
</script>

<Ask bind:open title="Keys of this screen">
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
</Ask>

<style>
  kbd {
    white-space: nowrap;
  }
  td {
    padding: 4px 14px 4px 0;
    vertical-align: top;
  }
</style>
