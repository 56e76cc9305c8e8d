<script lang="ts">
  import { goto } from '$app/navigation';
  import type { Schemas } from '$lib/api/client';
  import Ask from '$lib/ui/Ask.svelte';
  import { say } from '$lib/ui/said';
  import LeaveForm from './LeaveForm.svelte';
  import RenewForm from './RenewForm.svelte';
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
    <RenewForm
      id={renewing.id}
      number={renewing.number}
      monthly={renewing.runningMonthly}
      next={renewing.nextMonthly ?? renewing.runningMonthly}
      onDone={(order) => {
        renewing = null;
        onDone();
        say('The next term is ordered.');
        void goto(`/orders/${order}`);
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
