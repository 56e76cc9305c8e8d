<script lang="ts">
  import { page } from '$app/state';
  import { api } from '$lib/api/client';
  import { session } from '$lib/shell/session.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import { day, figure, percent, unitPrice, words } from '$lib/ui/format';
  import { load, refusalOf } from '$lib/ui/load.svelte';
  const code = $derived(page.params.code ?? '');
  const product = load(
    () => ['product', code],
    () => api.GET('/api/products/{code}', { params: { path: { code } } })
  );
  const digits = $derived(session.company?.minorDigits ?? 2);
  const p = $derived(product.data?.product);
</script>

<svelte:head><title>{code} · Firm Tally</title></svelte:head>
<div class="page">
  <Notice refusal={refusalOf(product)} />
  {#if p}
    <div class="head"><h1>{p.code} {p.name}</h1></div>
    <div class="facts">
      <span>family <b>{p.family}</b></span><span
        >list <b>{unitPrice(p.listPrice, digits)}</b> per {p.unit}</span
      >
      <span>cost <b>{unitPrice(p.unitCost, digits)}</b></span><span>tax <b>{percent(p.taxPercent)}</b></span>
      {#if p.everyMonths}<span>charged every <b>{p.everyMonths} months</b> over {p.termMonths}</span>{/if}
      <span>on hand <b>{figure(p.stock)}</b>, coming {figure(p.coming)}, lead time {p.leadDays} days</span>
    </div>
    <h2 class="rules">Price rules that look at it</h2>
    <table class="ledger" aria-label="Price rules">
      <thead
        ><tr
          ><th>Rule</th><th>For</th><th>On</th><th class="figure">From quantity</th><th class="figure">Off</th
          ><th class="figure">Price</th><th>Valid</th></tr
        ></thead
      >
      <tbody>
        {#each product.data?.rules ?? [] as rule (rule.id)}
          <tr>
            <td>{rule.id}</td>
            <td>{rule.forWhom ? `${rule.scope} ${words(rule.forWhom)}` : 'everyone'}</td>
            <td>{rule.wholeFamily ? `the whole family ${p.family}` : 'this product'}</td>
            <td class="figure">{rule.minQuantity === '0' ? 'any' : figure(rule.minQuantity)}</td>
            <td class="figure">{percent(rule.percentOff)}</td>
            <td class="figure">{unitPrice(rule.unitPrice, digits)}</td>
            <td>from {day(rule.from)}{rule.to ? ' to ' + day(rule.to) : ''}</td>
          </tr>
        {:else}<tr><td colspan="7" class="quiet">None: everybody pays the list price.</td></tr>{/each}
      </tbody>
    </table>
  {/if}
</div>

<style>
  .rules {
    margin: 16px 0 6px;
  }
</style>
