<script lang="ts">
  import type { Schemas } from '$lib/api/client';
  import Tabs from '$lib/ui/Tabs.svelte';
  import type { Snippet } from 'svelte';
  import { day, figure, month, percent } from '$lib/ui/format';
  /** What a price rise would do: in all, by month, family and customer, and which would need a sign-off. */
  let { preview, children }: { preview: Schemas['RisePreviewView']; children: Snippet } = $props();
  let shown = $state('effects');
  const tabs = $derived([
    { key: 'effects', label: 'Agreements' },
    { key: 'byMonth', label: 'By month' },
    { key: 'byFamily', label: 'By family' },
    { key: 'byAccount', label: 'By customer' },
    {
      key: 'flagged',
      label: 'Would need sign-off',
      mark: preview.flaggedCount ? String(preview.flaggedCount) : ''
    }
  ]);
  const rows = $derived(shown === 'flagged' ? preview.flagged : preview.effects);
  const sums = $derived(
    shown === 'byMonth' ? preview.byMonth : shown === 'byFamily' ? preview.byFamily : preview.byAccount
  );
</script>

<section aria-label="Effect" aria-live="polite">
  <p class="told">
    {#if preview.total.agreements}
      {preview.words}: {preview.total.agreements}
      {preview.total.agreements === 1 ? 'next term' : 'next terms'} from {figure(preview.total.before)} to
      <b>{figure(preview.total.after)}</b>, <b class="good">{figure(preview.total.change)}</b> more.
    {:else}{preview.words}: no price changes.{/if}
    {#if preview.quoted.length}
      <span class="quiet"
        >Left out, as they are quoted already: {preview.quoted.slice(0, 8).join(', ')}{preview.quoted.length >
        8
          ? ` and ${preview.quoted.length - 8} more`
          : ''}.</span
      >
    {/if}
  </p>
  {#if preview.total.agreements}
    <p class="row">{@render children()}</p>
    <Tabs label="Effect by" {tabs} bind:chosen={shown} />
    <div class="scroll">
      {#if shown === 'effects' || shown === 'flagged'}
        <table class="ledger" aria-label="Effect by agreement">
          <thead
            ><tr
              ><th>Agreement</th><th>Customer</th><th class="figure">Ends</th><th class="figure">Before</th
              ><th class="figure">After</th><th class="figure">Change</th><th class="figure">Margin before</th
              ><th class="figure">after</th><th>Sign-off</th></tr
            ></thead
          >
          <tbody>
            {#each rows as r (r.agreement)}
              <tr>
                <td><a href="/renewals/{r.agreement}">{r.number}</a></td>
                <td>{r.account}</td>
                <td class="figure">{day(r.end)}</td>
                <td class="figure">{figure(r.before)}</td>
                <td class="figure">{figure(r.after)}</td>
                <td class="figure" class:bad={r.change.startsWith('-')}>{figure(r.change)}</td>
                <td class="figure">{percent(r.marginBefore)}</td>
                <td class="figure">{percent(r.marginAfter)}</td>
                <td class="heed">{r.signOff ? `by a ${r.signOff.replace('-', ' ')}` : ''}</td>
              </tr>
            {:else}<tr><td colspan="9" class="quiet">None falls under a floor or needs a sign-off.</td></tr
              >{/each}
          </tbody>
        </table>
        {#if shown === 'effects' && preview.total.agreements > rows.length}<p class="quiet">
            The {rows.length} largest of {preview.total.agreements}.
          </p>{/if}
      {:else}
        <table class="ledger" aria-label="Effect in sums">
          <thead
            ><tr
              ><th>{shown === 'byMonth' ? 'Ends in' : shown === 'byFamily' ? 'Family' : 'Customer'}</th><th
                class="figure">Next terms</th
              ><th class="figure">Before</th><th class="figure">After</th><th class="figure">Change</th></tr
            ></thead
          >
          <tbody>
            {#each sums as s (s.group)}
              <tr>
                <td>{shown === 'byMonth' ? month(s.group) : s.group || 'not in the catalogue'}</td>
                <td class="figure">{s.agreements}</td>
                <td class="figure">{figure(s.before)}</td>
                <td class="figure">{figure(s.after)}</td>
                <td class="figure" class:bad={s.change.startsWith('-')}>{figure(s.change)}</td>
              </tr>
            {/each}
          </tbody>
        </table>
      {/if}
    </div>
  {/if}
</section>

<style>
  .told,
  .row {
    margin: 4px 0 8px;
  }
  b {
    font-weight: 560;
  }
  section {
    margin-bottom: 12px;
  }
</style>
