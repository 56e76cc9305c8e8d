<script lang="ts">
  import type { Schemas } from '$lib/api/client';
  import Ask from '$lib/ui/Ask.svelte';
  import LeaveForm from './LeaveForm.svelte';
  import Renewing from './Renewing.svelte';
  type Row = Schemas['RenewalRow'];
  /** What is asked about a row of the year ahead: to renew it, or why it is not renewed. */
  let {
    renewing = $bindable(),
    leaving = $bindable(),
    onDone
  }: { renewing: Row | null; leaving: Row | null; onDone: () => unknown } = $props();
</script>

<Ask
  bind:open={() => renewing !== null, (is) => (is ? null : (renewing = null))}
  title="Renew {renewing?.number ?? ''}, {renewing?.account ?? ''}"
>
  {#if renewing}
    <Renewing
      agreement={renewing.id}
      onDone={() => {
        renewing = null;
        onDone();
      }}
    />
  {/if}
</Ask>
<Ask
  bind:open={() => leaving !== null, (is) => (is ? null : (leaving = null))}
  title="{leaving?.number ?? ''} of {leaving?.account ?? ''} is not renewed"
>
  {#if leaving}
    <LeaveForm
      id={leaving.id}
      end={leaving.end}
      version={leaving.version}
      onDone={() => {
        leaving = null;
        onDone();
      }}
    />
  {/if}
</Ask>
