<script lang="ts">
  import { api, ask, type Schemas } from '$lib/api/client';
  import Entry from '$lib/forms/Entry.svelte';
  import FormFoot from '$lib/forms/FormFoot.svelte';
  import Pick from '$lib/forms/Pick.svelte';
  import { Form } from '$lib/forms/form.svelte';
  import { match } from '$lib/ui/acts.svelte';
  import { load } from '$lib/ui/load.svelte';
  import { untrack } from 'svelte';
  import { blank, type LineForm } from '$lib/worksheet/lines';
  /** A kit or template as typed. Rows may be given, such as those of a worksheet. */
  let {
    set,
    rows: given = [],
    onDone
  }: {
    /** the one that is changed; none for a new one */
    set?: Schemas['Template'] | undefined;
    /** @default [] */
    rows?: readonly LineForm[];
    onDone: () => unknown;
  } = $props();
  const of = (t: Schemas['Template'] | undefined, rows: readonly LineForm[]) => ({
    values: {
      kind: t?.kind ?? (rows.some((r) => r.kind === 'section') ? 'template' : 'kit'),
      code: t?.code ?? '',
      name: t?.name ?? '',
      rows: rows.map((row) => ({ ...row }))
    },
    version: t?.version ?? 0
  });
  const id = untrack(() => set?.id);
  const form = new Form({
    ...untrack(() => of(set, set?.rows ?? given)),
    // Rows of a worksheet are not what was typed here.
    ...untrack(() => (given.length ? {} : { draft: `template ${id ?? ''}` })),
    send: async (values, version) => {
      const body = { ...values, rows: values.rows.map((row, n) => ({ ...row, id: String(n + 1) })) };
      if (id === undefined) await ask(api.POST('/api/templates', { body }));
      else {
        const params = { path: { id }, header: match(version) };
        await ask(api.PUT('/api/templates/{id}', { params, body }));
      }
    },
    reread: async () => {
      const now = (await ask(api.GET('/api/templates'))).find((t) => t.id === id);
      return of(now, now?.rows ?? []);
    },
    done: () => onDone()
  });
  form.labels['rows'] = 'Rows';
  const rows = $derived(form.values.rows);
  const products = load(
    () => ['products', 'all'],
    () => api.GET('/api/products')
  );
  const KINDS = [
    ['kit', 'kit'],
    ['template', 'template']
  ] as const;

  function add(kind: 'line' | 'section' | 'note') {
    rows.push(blank(kind, ''));
  }

  function named(row: LineForm) {
    const product = products.data?.find((p) => p.code.toLowerCase() === row.product?.trim().toLowerCase());
    if (!product) return;
    row.product = product.code;
    row.description = product.name;
    row.everyMonths = product.everyMonths ?? null;
    row.termMonths = product.termMonths ?? null;
  }

  function move(at: number, step: -1 | 1) {
    const row = rows[at];
    if (row && at + step >= 0 && at + step < rows.length) rows.splice(at + step, 0, ...rows.splice(at, 1));
  }
</script>

<form class="form" onsubmit={form.submit}>
  {#if !set}<div class="whole"><Pick {form} name="kind" label="Type" options={KINDS} /></div>{/if}
  <Entry {form} name="code" label="Code" focus />
  <Entry {form} name="name" label="Name" />
  <div class="whole">
    <table class="ledger" aria-label="Rows">
      <thead
        ><tr
          ><th>Code</th><th>Description</th><th class="figure">Quantity</th><th
            ><span class="sr-only">Acts</span></th
          ></tr
        ></thead
      >
      <tbody>
        {#each rows as row, n (row)}
          <tr>
            {#if !row.kind || row.kind === 'line'}
              <td
                ><input
                  class="box"
                  list="set-products"
                  aria-label="Code, row {n + 1}"
                  bind:value={row.product}
                  onchange={() => named(row)}
                  aria-invalid={form.at(`rows[${n}].product`) ? 'true' : undefined}
                />{#if form.at(`rows[${n}].product`)}<div class="bad">
                    {form.at(`rows[${n}].product`)}
                  </div>{/if}</td
              >
              <td><input class="box" aria-label="Description, row {n + 1}" bind:value={row.description} /></td
              >
              <td
                ><input
                  class="box figure"
                  aria-label="Quantity, row {n + 1}"
                  bind:value={row.quantity}
                  aria-invalid={form.at(`rows[${n}].quantity`) ? 'true' : undefined}
                />{#if form.at(`rows[${n}].quantity`)}<div class="bad">
                    {form.at(`rows[${n}].quantity`)}
                  </div>{/if}</td
              >
            {:else}
              <td class="quiet">{row.kind}</td>
              <td colspan="2"
                ><input class="box" aria-label="Text, row {n + 1}" bind:value={row.description} /></td
              >
            {/if}
            <td class="acts"
              ><button type="button" class="plain" aria-label="Row {n + 1} up" onclick={() => move(n, -1)}
                >up</button
              ><button type="button" class="plain" aria-label="Row {n + 1} down" onclick={() => move(n, 1)}
                >down</button
              ><button
                type="button"
                class="plain"
                aria-label="Remove row {n + 1}"
                onclick={() => rows.splice(n, 1)}>remove</button
              ></td
            >
          </tr>
        {:else}<tr><td colspan="4" class="quiet">No rows yet.</td></tr>{/each}
      </tbody>
    </table>
    <p>
      <button type="button" class="plain" onclick={() => add('line')}>Add line</button>
      {#if form.values.kind === 'template'}
        <button type="button" class="plain" onclick={() => add('section')}>Section</button>
        <button type="button" class="plain" onclick={() => add('note')}>Note</button>
      {/if}
    </p>
    {#if form.at('rows')}<p class="bad">{form.at('rows')}</p>{/if}
  </div>
  <FormFoot {form} />
  <datalist id="set-products"
    >{#each products.data ?? [] as p (p.code)}<option value={p.code}>{p.name}</option>{/each}</datalist
  >
</form>

<style>
  td {
    vertical-align: top;
  }
  td:first-child {
    width: 130px;
  }
  td:nth-child(3) {
    width: 80px;
  }
  .acts {
    white-space: nowrap;
    text-align: right;
  }
  .bad {
    font-size: var(--type-small);
  }
</style>
