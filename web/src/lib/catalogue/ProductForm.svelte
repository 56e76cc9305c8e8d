<script lang="ts">
  import { api, ask, type Schemas } from '$lib/api/client';
  import Field from '$lib/ui/Field.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import { Acts, match } from '$lib/ui/acts.svelte';
  /** A product as typed: a new one, or one that is changed. */
  let {
    product,
    version = 0,
    families,
    onDone
  }: {
    /** the one that is changed; none for a new one */
    product?: Schemas['ProductView'] | undefined;
    version?: number;
    families: string[];
    onDone: (code: string) => unknown;
  } = $props();
  // What is typed here is kept, whatever else is shown anew.
  // svelte-ignore state_referenced_locally
  let form = $state({
    code: product?.code ?? '',
    name: product?.name ?? '',
    family: product?.family ?? '',
    unit: product?.unit ?? 'pc',
    listPrice: product?.listPrice ?? '',
    unitCost: product?.unitCost ?? '',
    taxPercent: product?.taxPercent ?? '19',
    everyMonths: product?.everyMonths?.toString() ?? '',
    termMonths: product?.termMonths?.toString() ?? '',
    stock: product?.stock ?? '',
    onOrder: product?.onOrder ?? '0',
    leadDays: product?.leadDays.toString() ?? '0'
  });
  // svelte-ignore state_referenced_locally
  let active = $state(product?.active ?? true);
  const acts = new Acts();
  const FIELDS = [
    ['name', 'Name'],
    ['family', 'Family'],
    ['unit', 'Unit'],
    ['listPrice', 'List price'],
    ['unitCost', 'Cost'],
    ['taxPercent', 'Tax %'],
    ['leadDays', 'Lead time (days)'],
    ['stock', 'On hand (optional)'],
    ['onOrder', 'On order'],
    ['everyMonths', 'Billed every … months (optional)'],
    ['termMonths', 'Term in months (optional)']
  ] as const;

  function save(event: SubmitEvent) {
    event.preventDefault();
    const body = { ...form, active };
    void acts
      .run(() =>
        product
          ? ask(
              api.PUT('/api/products/{code}', {
                params: { path: { code: form.code }, header: match(version) },
                body
              })
            )
          : ask(api.POST('/api/products', { body }))
      )
      .then((done) => done && onDone(form.code));
  }
</script>

<form onsubmit={save}>
  {#if !product}<Field label="Code" name="code" bind:value={form.code} problem={acts.at('code')} focus />{/if}
  {#each FIELDS as [name, label], n (name)}
    <Field
      {label}
      {name}
      bind:value={form[name]}
      problem={acts.at(name)}
      focus={n === 0 && product !== undefined}
      {...name === 'family' ? { list: 'families' } : {}}
    />
  {/each}
  <label class="sale"><input type="checkbox" bind:checked={active} /> Active (can be quoted)</label>
  <datalist id="families"
    >{#each families as family (family)}<option value={family}></option>{/each}</datalist
  >
  <div class="foot">
    <Notice refusal={acts.refusal} />
    <button class="act main" disabled={acts.busy}>{product ? 'Save' : 'Add'}</button>
    {#if product}<span class="quiet">Open worksheets with this product are recalculated.</span>{/if}
  </div>
</form>

<style>
  form {
    display: grid;
    grid-template-columns: 1fr 1fr;
    gap: 8px 12px;
  }
  .sale {
    align-self: end;
    padding-bottom: 6px;
  }
  .foot {
    grid-column: 1 / -1;
  }
</style>
