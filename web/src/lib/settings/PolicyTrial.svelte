<script lang="ts">
  import type { Schemas } from '$lib/api/client';
  import { day, figure, percent } from '$lib/ui/format';
  /** What a policy would have meant for the quotes of the last quarter. */
  let { trial }: { trial: Schemas['TrialResult'] } = $props();
</script>

<section aria-label="Tried on the last quarter" aria-live="polite">
  <h3>{trial.quotes} quotes sent {day(trial.from)} to {day(trial.to)}</h3>
  {#if trial.quotes === 0}
    <p class="quiet">No quote left in the last quarter, so there is nothing to try it on.</p>
  {:else}
    <p>
      <strong>{trial.asks}</strong> would have needed a sign-off; under the policy of today it was
      <strong>{trial.asked}</strong>. Had nobody given more than their own authority, the margin would have
      been
      <strong>{figure(trial.cappedMargin)}</strong>
      ({percent(trial.cappedMarginPercent)}) instead of <strong>{figure(trial.margin)}</strong>
      ({percent(trial.marginPercent)}).
    </p>
    <table class="ledger" aria-label="By rep">
      <thead
        ><tr
          ><th>Rep</th><th class="figure">Quotes</th><th class="figure">Sign-offs today</th><th class="figure"
            >With this policy</th
          ></tr
        ></thead
      >
      <tbody>
        {#each trial.reps as rep (rep.rep)}
          <tr
            ><td>{rep.rep}</td><td class="figure">{rep.quotes}</td><td class="figure">{rep.asked}</td><td
              class="figure">{rep.asks}</td
            ></tr
          >
        {/each}
      </tbody>
    </table>
    {#if trial.differ.length}
      <table class="ledger" aria-label="Quotes that differ">
        <thead
          ><tr
            ><th>Quote</th><th>Account</th><th>Rep</th><th>Sign-off</th><th class="figure">Margin</th><th
              class="figure">At their authority</th
            ></tr
          ></thead
        >
        <tbody>
          {#each trial.differ as quote (quote.number)}
            <tr>
              <td>{quote.number}</td><td>{quote.account}</td><td>{quote.rep}</td>
              <td
                >{quote.asked === quote.asks
                  ? quote.asks
                    ? 'needed either way'
                    : 'not needed'
                  : quote.asks
                    ? 'needed now'
                    : 'no longer needed'}</td
              >
              <td class="figure">{figure(quote.margin)}</td><td class="figure"
                >{figure(quote.cappedMargin)}</td
              >
            </tr>
          {/each}
        </tbody>
      </table>
      {#if trial.moreDiffer}<p class="quiet">And {trial.moreDiffer} more.</p>{/if}
    {/if}
  {/if}
</section>

<style>
  section {
    margin-top: 16px;
    border-top: 1px solid var(--rule);
    padding-top: 10px;
  }
  h3,
  p,
  table {
    margin-bottom: 10px;
  }
</style>
