<script lang="ts">
  import { api, ask, type Schemas } from '$lib/api/client';
  import Entry from '$lib/forms/Entry.svelte';
  import FormFoot from '$lib/forms/FormFoot.svelte';
  import Tick from '$lib/forms/Tick.svelte';
  import { Form } from '$lib/forms/form.svelte';
  import { match } from '$lib/ui/acts.svelte';
  import { untrack } from 'svelte';
  import { load } from '$lib/ui/load.svelte';
  import Offered from '$lib/ui/Offered.svelte';
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
  const of = (p: Schemas['ProductView'] | undefined, version: number) => ({
    values: {
      code: p?.code ?? '',
      name: p?.name ?? '',
      family: p?.family ?? '',
      unit: p?.unit ?? 'pc',
      listPrice: p?.listPrice ?? '',
      unitCost: p?.unitCost ?? '',
      taxPercent: p?.taxPercent ?? '',
      everyMonths: p?.everyMonths?.toString() ?? '',
      termMonths: p?.termMonths?.toString() ?? '',
      stock: p?.stock ?? '',
      onOrder: p?.onOrder ?? '0',
      leadDays: p?.leadDays.toString() ?? '0',
      active: p?.active ?? true
    },
    version
  });
  const known = untrack(() => product?.code);
  const form = new Form({
    ...untrack(() => of(product, version)),
    draft: `product ${known ?? ''}`,
    send: async (body, version) => {
      if (known === undefined) await ask(api.POST('/api/products', { body }));
      else {
        const params = { path: { code: known }, header: match(version) };
        await ask(api.PUT('/api/products/{code}', { params, body }));
      }
      return body.code;
    },
    reread: async () => {
      const now = await ask(api.GET('/api/products/{code}', { params: { path: { code: known ?? '' } } }));
      return of(now.product, now.version);
    },
    done: (code) => onDone(code)
  });
  const LISTS: Record<string, string> = { family: 'families', unit: 'units', taxPercent: 'taxes' };
  const taxes = load(
    () => ['taxes'],
    () => api.GET('/api/taxes')
  );
  // A new product carries the usual tax, unless somebody typed another one meanwhile.
  $effect(() => {
    const usual = taxes.data?.taxes.find((tax) => tax.usual)?.percent;
    if (!product && usual && untrack(() => form.values.taxPercent) === '') form.values.taxPercent = usual;
  });
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
</script>

<form class="form" onsubmit={form.submit}>
  {#if !product}<Entry {form} name="code" label="Code" focus />{/if}
  {#each FIELDS as [name, label], n (name)}
    <Entry
      {form}
      {name}
      {label}
      focus={n === 0 && product !== undefined}
      {...LISTS[name] ? { list: LISTS[name] } : {}}
    />
  {/each}
  <Offered list="unit" id="units" />
  <datalist id="taxes"
    >{#each taxes.data?.taxes ?? [] as tax (tax.id)}<option value={tax.percent}>{tax.name}</option
      >{/each}</datalist
  >
  <Tick {form} name="active" label="Active (can be quoted)" />
  <datalist id="families"
    >{#each families as family (family)}<option value={family}></option>{/each}</datalist
  >
  <FormFoot
    {form}
    label={product ? 'Save' : 'Add'}
    hint={product ? 'Open worksheets with this product are recalculated.' : ''}
  />
</form>
