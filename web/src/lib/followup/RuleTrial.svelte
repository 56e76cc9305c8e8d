<script lang="ts">
  import type { Schemas } from '$lib/api/client';
  import { moment } from '$lib/ui/format';
  import { placeOf } from '$lib/shell/places';
  /** What a rule would have done in the last month. */
  let { trial }: { trial: Schemas['FollowUpTrial'] } = $props();
</script>

<section aria-label="Trial" role="status">
  <h3>
    In the last {trial.days} days it would have fired {trial.times === 1 ? 'once' : `${trial.times} times`}
  </h3>
  <p class="quiet">By what the records are today. Nothing was done.</p>
  {#if trial.latest.length}
    <div class="scroll">
      <table class="ledger cards" aria-label="Would have fired for">
        <thead><tr><th>When</th><th>Number</th><th>Title</th><th>Account</th><th>Owner</th></tr></thead>
        <tbody>
          {#each trial.latest as one, n (n)}
            <tr
              ><td>{moment(one.at)}</td><td
                ><a href={placeOf(one.record, one.recordId, one.number)}>{one.number}</a></td
              ><td>{one.title}</td><td>{one.account}</td><td>{one.owner}</td></tr
            >
          {/each}
        </tbody>
      </table>
    </div>
  {/if}
</section>

<style>
  .scroll {
    max-height: 260px;
    overflow: auto;
  }
</style>
