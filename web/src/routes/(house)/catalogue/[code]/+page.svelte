<script lang="ts">
  import { page } from '$app/state';
  import { api, ask, upload } from '$lib/api/client';
  import Stock from '$lib/catalogue/Stock.svelte';
  import PriceTester from '$lib/catalogue/PriceTester.svelte';
  import ProductForm from '$lib/catalogue/ProductForm.svelte';
  import Files from '$lib/file/Files.svelte';
  import { offer } from '$lib/shell/actions.svelte';
  import { session } from '$lib/shell/session.svelte';
  import Changes from '$lib/trail/Changes.svelte';
  import Ask from '$lib/ui/Ask.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import { Acts } from '$lib/ui/acts.svelte';
  import { day, figure, percent, unitPrice, words } from '$lib/ui/format';
  import { load, refusalOf } from '$lib/ui/load.svelte';
  import OwnFields from '$lib/ownfield/OwnFields.svelte';
  const code = $derived(page.params.code ?? '');
  const product = load(
    () => ['product', code],
    () => api.GET('/api/products/{code}', { params: { path: { code } } })
  );
  const families = load(
    () => ['products', 'families'],
    () => api.GET('/api/products/families')
  );
  const sheets = load(
    () => ['files', 'product', product.data?.id],
    () =>
      api.GET('/api/records/{kind}/{id}/files', {
        params: { path: { kind: 'product', id: product.data?.id ?? 0 } }
      }),
    () => product.data !== undefined
  );
  const acts = new Acts(() => product.refetch());
  let changing = $state(false);
  const digits = $derived(session.company?.minorDigits ?? 2);
  const p = $derived(product.data?.product);

  function picture(file: File | undefined) {
    if (file) void acts.run(() => upload(`/api/products/${encodeURIComponent(code)}/picture`, file));
  }

  function noPicture() {
    void acts.run(() => ask(api.DELETE('/api/products/{code}/picture', { params: { path: { code } } })));
  }
  offer(() => (session.manages ? [{ label: 'Edit', keys: 'e', run: () => (changing = true) }] : []));
</script>

<svelte:head><title>{code} · Firm Tally</title></svelte:head>
<div class="page">
  <Notice refusal={refusalOf(product) ?? acts.refusal}>{acts.at('file') ?? ''}</Notice>
  {#if p && product.data}
    <div class="head">
      <h1>{p.code} {p.name}</h1>
      {#if !p.active}<span class="heed">inactive</span>{/if}
      <a class="act" href="/catalogue">All products</a>
      {#if session.manages}<button class="act main" onclick={() => (changing = true)}>Edit…</button>{/if}
    </div>
    <div class="top">
      <figure class="leaf">
        {#if product.data.pictured}
          <img
            src="/api/products/{encodeURIComponent(code)}/picture?v={product.data.version}"
            alt="{p.name}, a drawing or photograph"
          />
        {:else}<p class="quiet">No picture yet.</p>{/if}
        {#if session.manages}
          <figcaption>
            <label class="plain"
              >{product.data.pictured ? 'Another picture' : 'Add a picture'}<input
                class="sr-only"
                type="file"
                name="picture"
                accept="image/png,image/jpeg,image/webp"
                onchange={(e) => picture(e.currentTarget.files?.[0])}
              /></label
            >
            {#if product.data.pictured}<button class="plain" onclick={noPicture}>Remove</button>{/if}
          </figcaption>
        {/if}
      </figure>
      <dl class="leaf">
        <dt>Family</dt>
        <dd>{p.family}</dd>
        <dt>List price</dt>
        <dd class="figure">{unitPrice(p.listPrice, digits)} per {p.unit}</dd>
        <dt>Cost</dt>
        <dd class="figure">{unitPrice(p.unitCost, digits)}</dd>
        <dt>Tax</dt>
        <dd class="figure">{percent(p.taxPercent)}</dd>
        {#if p.everyMonths}<dt>Billing</dt>
          <dd>every {p.everyMonths} months over {p.termMonths}</dd>{/if}
        <dt>Lead time</dt>
        <dd class="figure">{p.leadDays} days</dd>
      </dl>
      <section class="leaf log">
        <h2>Data sheets</h2>
        <Files
          record="product"
          id={product.data.id}
          files={sheets.data ?? []}
          mayChange={session.manages}
          onChange={() => sheets.refetch()}
        />
        <OwnFields record="product" id={product.data.id} mayChange={session.manages} />
        <h2>History</h2>
        <Changes record="product" id={product.data.id} />
      </section>
    </div>
    <section class="leaf stock" aria-label="Stock">
      <h2>Stock</h2>
      <Stock {code} />
    </section>
    <PriceTester product={code} />
    <h2 class="rules">Price rules for this product</h2>
    <table class="ledger" aria-label="Price rules">
      <thead
        ><tr
          ><th>Rule</th><th>For</th><th>On</th><th class="figure">From quantity</th><th class="figure"
            >Discount</th
          ><th class="figure">Price</th><th>Valid</th></tr
        ></thead
      >
      <tbody>
        {#each product.data.rules as rule (rule.id)}
          <tr>
            <td><a href="/catalogue/rules?about={encodeURIComponent(rule.id)}">{rule.id}</a></td>
            <td>{rule.forWhom ? `${rule.scope} ${words(rule.forWhom)}` : 'everyone'}</td>
            <td>{rule.wholeFamily ? `the whole family ${p.family}` : 'this product'}</td>
            <td class="figure">{rule.minQuantity === '0' ? 'any' : figure(rule.minQuantity)}</td>
            <td class="figure">{percent(rule.percentOff)}</td>
            <td class="figure">{unitPrice(rule.unitPrice, digits)}</td>
            <td>from {day(rule.from)}{rule.to ? ' to ' + day(rule.to) : ''}</td>
          </tr>
        {:else}<tr><td colspan="7" class="quiet">None: the list price applies.</td></tr>{/each}
      </tbody>
    </table>
    <Ask bind:open={changing} title="Edit {p.code}" wide>
      <ProductForm
        product={p}
        version={product.data.version}
        families={families.data ?? []}
        onDone={() => {
          changing = false;
          void product.refetch();
        }}
      />
    </Ask>
  {/if}
</div>

<style>
  .top {
    display: grid;
    grid-template-columns: 260px minmax(240px, 1fr) minmax(300px, 1.4fr);
    gap: 14px;
    margin-bottom: 14px;
    align-items: start;
  }
  @media (max-width: 900px) {
    .top {
      grid-template-columns: 1fr;
    }
  }
  figure,
  dl,
  .log {
    padding: 10px 14px;
  }
  img {
    width: 100%;
    display: block;
  }
  figcaption {
    display: flex;
    gap: 12px;
    margin-top: 6px;
  }
  label.plain {
    color: var(--petrol);
    cursor: pointer;
  }
  label.plain:focus-within {
    outline: 2px solid var(--petrol);
  }
  dl {
    display: grid;
    grid-template-columns: 1fr auto;
    gap: 3px 16px;
  }
  dt {
    color: var(--stone);
  }
  dd {
    text-align: right;
  }
  .log {
    max-height: 230px;
    overflow: auto;
  }
  .stock {
    padding: 10px 14px;
    margin-bottom: 16px;
    max-width: 560px;
  }
  .rules {
    margin: 16px 0 6px;
  }
</style>
