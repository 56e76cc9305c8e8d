<script lang="ts">
  import { api } from '$lib/api/client';
  import Notice from '$lib/ui/Notice.svelte';
  import { day, figure, month as named } from '$lib/ui/format';
  import { load, refusalOf } from '$lib/ui/load.svelte';
  /** The accounts behind a bar of the bridge, each with its agreements. */
  let {
    month,
    move,
    cut,
    onClose
  }: {
    month: string;
    move: string;
    cut: { family?: string; team?: string; group?: string };
    onClose: () => unknown;
  } = $props();
  const behind = load(
    () => ['recurring', 'behind', month, move, cut],
    () => api.GET('/api/recurring/behind', { params: { query: { month, move, ...cut } } }),
    () => true,
    true
  );
  const WORDS: Record<string, string> = {
    new: 'New',
    wonBack: 'Won back',
    expansion: 'Expansion',
    contraction: 'Contraction',
    lost: 'Lost',
    opening: 'Opening',
    closing: 'Closing'
  };
</script>

<section class="leaf pad" aria-label="Behind the bar">
  <div class="title">
    <h2>{WORDS[move]}, {named(month)}</h2>
    <button class="plain" onclick={onClose}>Close</button>
  </div>
  <Notice refusal={refusalOf(behind)} />
  <div class="scroll">
    <table class="ledger" aria-label="Accounts behind the bar">
      <thead
        ><tr
          ><th>Account</th><th class="figure">A month before</th><th class="figure">A month after</th><th
            >Agreements</th
          ></tr
        ></thead
      >
      <tbody>
        {#each behind.data ?? [] as b (b.accountId)}
          <tr>
            <td><a href="/accounts/{b.accountId}">{b.account}</a></td>
            <td class="figure">{figure(b.before)}</td>
            <td class="figure">{figure(b.after)}</td>
            <td
              >{#each b.streams as s (s.id)}<div>
                  <a href="/renewals/{s.id}">{s.number}</a>
                  <span class="quiet">{day(s.start)} – {day(s.end)}, {figure(s.monthly)}</span>
                  <a href="/orders/{s.orderId}">order</a>
                </div>{/each}</td
            >
          </tr>
        {:else}<tr><td colspan="4" class="quiet">{behind.isPending ? 'Loading…' : 'None.'}</td></tr>{/each}
      </tbody>
    </table>
  </div>
</section>

<style>
  section {
    margin-top: 10px;
  }
  .title {
    display: flex;
    justify-content: space-between;
  }
</style>
