<script lang="ts">
  import { api, type Schemas } from '$lib/api/client';
  import { listed } from '$lib/ui/further.svelte';
  import More from '$lib/ui/More.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  /** What may be ordered, at one's own prices, to be put into the order. */
  let { onAdd }: { onAdd: (code: string) => unknown } = $props();
  const WAIT = 200;
  let typed = $state('');
  let text = $state('');
  let timer: ReturnType<typeof setTimeout> | undefined;
  let added = $state('');
  const products = listed<Schemas['CustomerProduct']>(
    () => ['customer', 'products', text],
    (after) => api.GET('/api/customer/products', { params: { query: { text, after } } })
  );

  function search() {
    clearTimeout(timer);
    timer = setTimeout(() => (text = typed), WAIT);
  }

  async function add(code: string) {
    await onAdd(code);
    added = code;
  }
</script>

<label for="find-product">Find a product</label>
<input
  id="find-product"
  class="box"
  type="search"
  placeholder="Code, name or family"
  bind:value={typed}
  oninput={search}
/>
<Notice refusal={products.refusal} />
<ul aria-label="Products" aria-busy={products.isPending}>
  {#each products.rows as p (p.code)}
    <li>
      {#if p.pictured}<img src="/api/customer/products/{p.code}/picture" alt="" loading="lazy" />{/if}
      <span class="what"
        >{p.name} <span class="quiet">{p.code}</span>
        <span class="quiet small">{p.remark}</span></span
      >
      <span class="figure">{p.price}</span>
      <button class="act" aria-label="Add {p.code} {p.name}" onclick={() => void add(p.code)}
        >{added === p.code ? 'Added' : 'Add'}</button
      >
    </li>
  {:else}{#if !products.isPending}<li class="quiet">
        {text ? `Nothing of “${text}” can be ordered.` : 'There is nothing to order yet.'}
      </li>{/if}{/each}
</ul>
<More list={products} />

<style>
  label {
    display: block;
    font-size: 13px;
    color: var(--stone);
  }
  input {
    width: 100%;
  }
  ul {
    margin-top: 8px;
  }
  li {
    display: flex;
    gap: 10px;
    align-items: center;
    padding: 6px 0;
    border-bottom: 1px solid var(--rule);
    min-height: 44px;
  }
  img {
    width: 40px;
    height: 40px;
    object-fit: contain;
  }
  .what {
    flex: 1;
    min-width: 0;
    overflow-wrap: anywhere;
  }
  .small {
    display: block;
    font-size: 13px;
  }
  .figure {
    white-space: nowrap;
    font-variant-numeric: tabular-nums;
  }
  .act {
    min-height: 44px;
    min-width: 64px;
  }
</style>
