<script lang="ts">
  import { api, ask, type Schemas } from '$lib/api/client';
  import Field from '$lib/ui/Field.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import { Acts, match } from '$lib/ui/acts.svelte';
  import { load } from '$lib/ui/load.svelte';
  /** A table of sizes as typed: names down and across, a product's code in each cell. */
  let { sizes, onDone }: { sizes?: Schemas['SizeTable'] | undefined; onDone: () => unknown } = $props();
  // svelte-ignore state_referenced_locally
  let form = $state({
    code: sizes?.code ?? '',
    name: sizes?.name ?? '',
    down: sizes?.down ?? '',
    across: sizes?.across ?? ''
  });
  // svelte-ignore state_referenced_locally
  let rows = $state(sizes ? [...sizes.rows] : ['', '']);
  // svelte-ignore state_referenced_locally
  let columns = $state(sizes ? [...sizes.columns] : ['']);
  let codes = $state(
    rows.map((row) =>
      columns.map((column) => sizes?.cells.find((c) => c.row === row && c.column === column)?.product ?? '')
    )
  );
  const acts = new Acts();
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
    return acts.at(`${at}.product`) ?? acts.at(`${at}.row`) ?? acts.at(`${at}.column`);
  }

  function save(event: SubmitEvent) {
    event.preventDefault();
    const cells = rows.flatMap((row, r) =>
      columns.map((column, c) => ({ row, column, product: codes[r]?.[c] ?? '' }))
    );
    const body = { ...form, cells };
    void acts
      .run(() =>
        sizes
          ? ask(
              api.PUT('/api/size-tables/{id}', {
                params: { path: { id: sizes.id }, header: match(sizes.version) },
                body
              })
            )
          : ask(api.POST('/api/size-tables', { body }))
      )
      .then((done) => done && onDone());
  }
</script>

<form onsubmit={save}>
  <div class="pair">
    <Field label="Code" name="sizes-code" bind:value={form.code} problem={acts.at('code')} focus />
    <Field label="Name" name="sizes-name" bind:value={form.name} problem={acts.at('name')} />
    <Field label="Rows are" name="sizes-down" bind:value={form.down} problem={acts.at('down')} />
    <Field
      label="Columns are (optional)"
      name="sizes-across"
      bind:value={form.across}
      problem={acts.at('across')}
    />
  </div>
  <div class="wide">
    <table class="ledger" aria-label="Sizes">
      <thead
        ><tr
          ><th><span class="sr-only">Acts</span></th>{#each Array.from(columns.keys()) as c (c)}<th
              ><input
                class="box"
                aria-label="Name of column {c + 1}"
                placeholder="column"
                bind:value={columns[c]}
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
                bind:value={rows[r]}
              /></td
            >
            {#each Array.from(columns.keys()) as c (c)}
              <td
                ><input
                  class="box"
                  list="sizes-products"
                  aria-label="Product, row {r + 1}, column {c + 1}"
                  placeholder="code"
                  bind:value={codes[r]![c]}
                  aria-invalid={problem(r, c) ? 'true' : undefined}
                />{#if problem(r, c)}<div class="bad">{problem(r, c)}</div>{/if}</td
              >
            {/each}
          </tr>
        {/each}
      </tbody>
    </table>
  </div>
  <p>
    <button type="button" class="plain" onclick={addRow}>Add row</button>
    <button type="button" class="plain" onclick={addColumn}>Add column</button>
    <span class="quiet">Leave a cell empty where there is no such size.</span>
  </p>
  {#if acts.at('cells')}<p class="bad">{acts.at('cells')}</p>{/if}
  <Notice refusal={acts.refusal} />
  <p><button class="act main" disabled={acts.busy}>Save</button></p>
  <datalist id="sizes-products"
    >{#each products.data ?? [] as p (p.code)}<option value={p.code}>{p.name}</option>{/each}</datalist
  >
</form>

<style>
  form {
    display: grid;
    gap: 10px;
  }
  .pair {
    display: grid;
    grid-template-columns: 1fr 1fr;
    gap: 8px 12px;
  }
  .wide {
    overflow-x: auto;
  }
  .bad {
    font-size: var(--type-small);
  }
</style>
