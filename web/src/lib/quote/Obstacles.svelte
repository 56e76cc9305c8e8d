<script lang="ts">
  import type { Schemas } from '$lib/api/client';
  /** What stands between a draft and the customer, each with its mend in place. */
  let {
    obstacles,
    mayAsk,
    onMend
  }: {
    obstacles: Schemas['Obstacle'][];
    /** whether the sign-off is still to be asked for */
    mayAsk: boolean;
    onMend: (at: string) => void;
  } = $props();
  const MEND: Record<string, string> = {
    emailTo: 'Enter it',
    validUntil: 'Change it',
    letter: 'Look at it',
    addressee: 'Enter it',
    account: 'Open the account',
    company: 'Open the settings'
  };
  const mend = (at: string) => (at === 'signOff' ? (mayAsk ? 'Request it' : '') : (MEND[at] ?? ''));
  const stops = $derived(obstacles.filter((o) => o.stops));
  const missing = $derived(obstacles.filter((o) => !o.stops));
</script>

{#if obstacles.length}
  <div class="obstacles" class:heed={stops.length > 0}>
    <b>{stops.length ? 'Not ready to send.' : 'Can be sent; missing:'}</b>
    {#each [...stops, ...missing] as obstacle (obstacle.words)}
      <span
        >{obstacle.words}
        {#if mend(obstacle.at)}<button class="plain" onclick={() => onMend(obstacle.at)}
            >{mend(obstacle.at)}</button
          >{/if}</span
      >
    {/each}
  </div>
{/if}

<style>
  .obstacles {
    display: flex;
    flex-wrap: wrap;
    gap: 2px 14px;
    padding: 6px 12px;
    margin-bottom: 10px;
    border-left: 4px solid var(--rule-strong);
    background: var(--paper);
  }
  .obstacles.heed {
    color: var(--ink);
    border-left-color: var(--brass);
    background: var(--brass-wash);
  }
</style>
