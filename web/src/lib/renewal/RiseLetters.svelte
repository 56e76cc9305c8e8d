<script lang="ts">
  import { api } from '$lib/api/client';
  import Notice from '$lib/ui/Notice.svelte';
  import Verdict from '$lib/ui/Verdict.svelte';
  import { figure } from '$lib/ui/format';
  import { load, refusalOf } from '$lib/ui/load.svelte';
  import { tone } from '$lib/ui/tones';
  import { Letters } from './letters.svelte';
  /** The letters of a price rise: quotes of the next terms with the letter for price rises, written as drafts, looked through, sent. */
  let { rise }: { rise: number } = $props();
  const letters = load(
    () => ['renewals', 'letters', rise],
    () => api.GET('/api/price-rises/{id}/letters', { params: { path: { id: rise } } }),
    () => !run.busy
  );
  const run: Letters = new Letters(() => letters.refetch());
  const rows = $derived(letters.data ?? []);
  const unwritten = $derived(rows.filter((r) => !r.quote).length);
  const drafts = $derived(rows.filter((r) => r.quote && r.quoteState === 'draft').length);
</script>

<Notice refusal={refusalOf(letters)} />
<p class="row">
  <button
    class="act"
    class:main={unwritten > 0}
    disabled={run.busy || !unwritten}
    onclick={() => void run.write(rows)}>Write {unwritten} {unwritten === 1 ? 'draft' : 'drafts'}</button
  >
  <button
    class="act"
    class:main={!unwritten && drafts > 0}
    disabled={run.busy || !drafts}
    onclick={() => void run.send(rows)}>Send {drafts} {drafts === 1 ? 'draft' : 'drafts'}</button
  >
  {#if run.busy}
    <progress value={run.done + run.refused.length} max={run.of} aria-label="Progress"></progress>
    <span>{run.done + run.refused.length} of {run.of}</span>
    <button class="plain" onclick={() => run.stop()}>Stop</button>
  {/if}
</p>
{#each run.refused as { letter, words } (letter.agreement)}
  <p class="bad" role="alert">{letter.account}, {letter.number}: {words}</p>
{/each}
<div class="scroll">
  <table class="ledger" aria-label="Letters">
    <thead
      ><tr
        ><th>Customer</th><th>Agreement</th><th class="figure">Before</th><th class="figure">After</th><th
          >Letter</th
        ></tr
      ></thead
    >
    <tbody>
      {#each rows as r (r.agreement)}
        <tr>
          <td>{r.account}</td>
          <td><a href="/renewals/{r.agreement}">{r.number}</a></td>
          <td class="figure">{figure(r.before)}</td>
          <td class="figure">{figure(r.after)}</td>
          <td
            >{#if r.quote}<a href="/quotes/{r.quote}">{r.quoteNumber}</a>
              <Verdict tone={tone(r.quoteState ?? '')}>{r.quoteState}</Verdict>{:else}<span class="quiet"
                >not written</span
              >{/if}</td
          >
        </tr>
      {:else}<tr><td colspan="5" class="quiet">{letters.isPending ? 'Loading…' : 'None.'}</td></tr>{/each}
    </tbody>
  </table>
</div>

<style>
  .row {
    margin-bottom: 8px;
  }
  progress {
    accent-color: var(--petrol);
  }
</style>
