<script lang="ts">
  import { goto } from '$app/navigation';
  import { api, ask, asRefusal, type Refusal } from '$lib/api/client';
  import { offer } from '$lib/shell/actions.svelte';
  import { session } from '$lib/shell/session.svelte';
  import Ask from '$lib/ui/Ask.svelte';
  import Field from '$lib/ui/Field.svelte';
  import Icon from '$lib/ui/Icon.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import { figure, percent, unitPrice } from '$lib/ui/format';
  import { load, refusalOf } from '$lib/ui/load.svelte';
  let q = $state('');
  const digits = $derived(session.company?.minorDigits ?? 2);
  const list = load(
    () => ['products', q],
    () => api.GET('/api/products', { params: { query: { q } } })
  );
  let adding = $state(false);
  let refusal = $state<Refusal | null>(null);
  let form = $state({
    code: '',
    name: '',
    family: '',
    unit: 'pc',
    listPrice: '',
    unitCost: '',
    taxPercent: '19',
    everyMonths: '',
    termMonths: ''
  });
  const FIELDS = [
    ['code', 'Code'],
    ['name', 'Name'],
    ['family', 'Family'],
    ['unit', 'Unit'],
    ['listPrice', 'List price'],
    ['unitCost', 'Cost'],
    ['taxPercent', 'Tax %'],
    ['everyMonths', 'Plan: charged every … months'],
    ['termMonths', 'Plan: over … months']
  ] as const;

  async function add(event: SubmitEvent) {
    event.preventDefault();
    try {
      await ask(api.POST('/api/products', { body: form }));
      await goto('/catalogue/' + encodeURIComponent(form.code));
    } catch (thrown) {
      refusal = asRefusal(thrown);
    }
  }
  offer(() => (session.manages ? [{ label: 'New product', keys: 'n', run: () => (adding = true) }] : []));
</script>

<svelte:head><title>Catalogue · Firm Tally</title></svelte:head>
<div class="page">
  <div class="head">
    <h1>Catalogue</h1>
    <input class="box" placeholder="Code, name or family" aria-label="Filter" bind:value={q} />
    {#if session.manages}<button class="act main" onclick={() => (adding = true)}
        ><Icon name="plus" size={13} />New product</button
      >{/if}
  </div>
  <Notice refusal={refusalOf(list)} />
  <table class="ledger" aria-label="Products">
    <thead
      ><tr
        ><th>Code</th><th>Name</th><th>Family</th><th class="figure">List</th><th class="figure">Cost</th><th
          class="figure">Tax</th
        ><th>Charged</th><th class="figure">On hand</th><th class="figure">Coming</th><th class="figure"
          >Lead, days</th
        ></tr
      ></thead
    >
    <tbody>
      {#each list.data ?? [] as p (p.code)}
        <tr>
          <td><a href="/catalogue/{encodeURIComponent(p.code)}">{p.code}</a></td>
          <td>{p.name}</td>
          <td class="quiet">{p.family}</td>
          <td class="figure">{unitPrice(p.listPrice, digits)}</td>
          <td class="figure quiet">{unitPrice(p.unitCost, digits)}</td>
          <td class="figure quiet">{percent(p.taxPercent)}</td>
          <td>{p.everyMonths ? `every ${p.everyMonths} mo over ${p.termMonths}` : 'once'}</td>
          <td class="figure" class:bad={p.stock === '0'}>{figure(p.stock)}</td>
          <td class="figure quiet">{p.coming === '0' ? '–' : figure(p.coming)}</td>
          <td class="figure quiet">{p.leadDays || '–'}</td>
        </tr>
      {:else}
        <tr
          ><td colspan="10" class="quiet"
            >{list.isPending ? 'Looking…' : 'None. A manager adds products with n.'}</td
          ></tr
        >
      {/each}
    </tbody>
  </table>
</div>
<Ask bind:open={adding} title="New product">
  <form onsubmit={add}>
    {#each FIELDS as [name, label], n (name)}
      <Field {label} {name} bind:value={form[name]} problem={refusal?.at(name)} focus={n === 0} />
    {/each}
    <Notice {refusal} />
    <p><button class="act main">Add it</button></p>
  </form>
</Ask>

<style>
  form {
    display: grid;
    grid-template-columns: 1fr 1fr;
    gap: 8px 12px;
  }
</style>
