<script lang="ts">
  import { api, type Schemas } from '$lib/api/client';
  import Verdict from '$lib/ui/Verdict.svelte';
  import { day, figure } from '$lib/ui/format';
  import { load } from '$lib/ui/load.svelte';
  import { standing, typed } from '$lib/invoice/standing';
  import { session } from '$lib/shell/session.svelte';
  /** The money of an order: invoiced, paid, due, and what is still to come. */
  let { o }: { o: Schemas['OrderView'] } = $props();
  const invoices = load(
    () => ['invoices', 'of order', o.id, o.version],
    () => api.GET('/api/orders/{id}/invoices', { params: { path: { id: o.id } } }),
    () => true,
    true
  );
</script>

<section class="leaf pad" aria-label="Invoices and payments">
  <h2>Invoices</h2>
  <table class="plain">
    <tbody>
      {#each invoices.data ?? [] as i (i.id)}
        {@const is = standing(i, session.view?.today ?? '')}
        <tr>
          <td><a href="/invoices/{i.id}">{i.number}</a> <span class="quiet">{typed(i.type)}</span></td>
          <td><Verdict tone={is.tone}>{is.words}</Verdict></td>
          <td class="figure">{figure(i.total)}</td>
        </tr>
        <tr class="quiet small"
          ><td colspan="2">{day(i.issuedOn)}, due {day(i.due)}</td><td class="figure"
            >{i.balance === '0.00' ? '' : 'open ' + figure(i.balance)}</td
          ></tr
        >
      {:else}
        <tr><td class="quiet">{invoices.isPending ? 'Loading…' : 'Nothing is invoiced yet.'}</td></tr>
      {/each}
      {#if o.state === 'hold' || o.state === 'released'}
        <tr class="sum"
          ><td colspan="2">Still to invoice, with tax</td><td class="figure">{figure(o.terms.toInvoice)}</td
          ></tr
        >
      {/if}
    </tbody>
  </table>
</section>

<style>
  table.plain {
    width: 100%;
  }
  td {
    padding: 2px 0;
  }
  .small td {
    font-size: var(--type-small);
    padding-bottom: 5px;
    border-bottom: 1px solid var(--rule);
  }
  .sum td {
    padding-top: 6px;
    font-weight: 560;
  }
</style>
