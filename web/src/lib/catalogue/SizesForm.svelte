<script lang="ts">
  import { api, ask, type Schemas } from '$lib/api/client';
  import Entry from '$lib/forms/Entry.svelte';
  import FormFoot from '$lib/forms/FormFoot.svelte';
  import { Form } from '$lib/forms/form.svelte';
  import { match } from '$lib/ui/acts.svelte';
  import { load } from '$lib/ui/load.svelte';
  import { untrack } from 'svelte';
  /** A table of sizes as typed: names down and across, a product's code in each cell. */
  let { sizes, onDone }: { sizes?: Schemas['SizeTable'] | undefined; onDone: () => unknown } = $props();
  const of = (t: Schemas['SizeTable'] | undefined) => {
    const rows = t ? [...t.rows] : ['', ''];
    const columns = t ? [...t.columns] : [''];
    const code = (row: string, column: string) =>
      t?.cells.find((c) => c.row === row && c.column === column)?.product ?? '';
    return {
      values: {
        code: t?.code ?? '',
        name: t?.name ?? '',
        down: t?.down ?? '',
        across: t?.across ?? '',
        rows,
        columns,
        codes: rows.map((row) => columns.map((column) => code(row, column)))
      },
      version: t?.version ?? 0
    };
  };
  const id = untrack(() => sizes?.id);
  const form = new Form({
    ...untrack(() => of(sizes)),
    draft: `size table ${id ?? ''}`,
    send: async ({ rows, columns, codes, ...values }, version) => {
      const cells = rows.flatMap((row, r) =>
        columns.map((column, c) => ({ row, column, product: codes[r]?.[c] ?? '' }))
      );
      const body = { ...values, cells };
      if (id === undefined) await ask(api.POST('/api/size-tables', { body }));
      else {
        const params = { path: { id }, header: match(version) };
        await ask(api.PUT('/api/size-tables/{id}', { params, body }));
      }
    },
    reread: async () =>
      of(await ask(api.GET('/api/size-tables/{id}', { params: { path: { id: id ?? 0 } } }))),
    done: () => onDone()
  });
  form.labels['cells'] = 'Sizes';
  form.labels['codes'] = 'Sizes';
  const rows = $derived(form.values.rows);
  const columns = $derived(form.values.columns);
  const codes = $derived(form.values.codes);
  const products = load(
    () => ['products', 'all'],
    () => api.GET('/api/products')
  );

  function addRow() {
    rows.push('');
    codes.push(columns.map(() => ''));
  }

  function addColumn() {
    columns.push('');
    codes.forEach((row) => row.push(''));
  }

  function problem(row: number, column: number): string | undefined {
    const at = `cells[${row * columns.length + column}]`;
    return form.at(`${at}.product`) ?? form.at(`${at}.row`) ?? form.at(`${at}.column`);
  }
</script>

<form class="form" onsubmit={form.submit}>
  <Entry {form} name="code" label="Code" focus />
  <Entry {form} name="name" label="Name" />
  <Entry {form} name="down" label="Rows are" />
  <Entry {form} name="across" label="Columns are (optional)" />
  <div class="whole scroll">
    <table class="ledger" aria-label="Sizes">
      <thead
        ><tr
          ><th><span class="sr-only">Acts</span></th>{#each Array.from(columns.keys()) as c (c)}<th
              ><input
                class="box"
                aria-label="Name of column {c + 1}"
                placeholder="column"
                bind:value={form.values.columns[c]}
              /></th
            >{/each}</tr
        ></thead
      >
      <tbody>
        {#each Array.from(rows.keys()) as r (r)}
          <tr>
            <td
              ><input
                class="box"
                aria-label="Name of row {r + 1}"
                placeholder="row"
                bind:value={form.values.rows[r]}
              /></td
            >
            {#each Array.from(columns.keys()) as c (c)}
              <td
                ><input
                  class="box"
                  list="sizes-products"
                  aria-label="Product, row {r + 1}, column {c + 1}"
                  placeholder="code"
                  bind:value={form.values.codes[r]![c]}
                  aria-invalid={problem(r, c) ? 'true' : undefined}
                />{#if problem(r, c)}<div class="bad">{problem(r, c)}</div>{/if}</td
              >
            {/each}
          </tr>
        {/each}
      </tbody>
    </table>
  </div>
  <p class="whole">
    <button type="button" class="plain" onclick={addRow}>Add row</button>
    <button type="button" class="plain" onclick={addColumn}>Add column</button>
    <span class="quiet">Leave a cell empty where there is no such size.</span>
  </p>
  {#if form.at('cells')}<p class="whole bad">{form.at('cells')}</p>{/if}
  <FormFoot {form} />
  <datalist id="sizes-products"
    >{#each products.data ?? [] as p (p.code)}<option value={p.code}>{p.name}</option>{/each}</datalist
  >
</form>
