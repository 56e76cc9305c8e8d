<script lang="ts">
  import type { Schemas } from '$lib/api/client';
  import { moment } from '$lib/ui/format';
  import { device } from './device';
  /** Where somebody is signed in. */
  let { sessions, onEnd }: { sessions: Schemas['SessionRow'][]; onEnd?: (id: number) => unknown } = $props();
</script>

<table class="ledger cards" aria-label="Sessions">
  <thead
    ><tr
      ><th>Where</th><th>Address</th><th>Since</th><th>Last seen</th>{#if onEnd}<th>Act</th>{/if}</tr
    ></thead
  >
  <tbody>
    {#each sessions as session (session.id)}
      <tr>
        <td class="lead" title={session.device}>{device(session.device)}{session.here ? ', this one' : ''}</td
        >
        <td>{session.address}</td>
        <td>{moment(session.begun)}</td>
        <td>{moment(session.seen)}</td>
        {#if onEnd}<td
            >{#if !session.here}<button class="plain" onclick={() => onEnd(session.id)}>End</button>{/if}</td
          >{/if}
      </tr>
    {:else}<tr><td colspan={onEnd ? 5 : 4} class="quiet">Not signed in anywhere.</td></tr>{/each}
  </tbody>
</table>
