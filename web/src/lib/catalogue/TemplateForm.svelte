<script lang="ts">
  import { api, ask, type Schemas } from '$lib/api/client';
  import Choice from '$lib/ui/Choice.svelte';
  import Field from '$lib/ui/Field.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import { Acts, match } from '$lib/ui/acts.svelte';
  import { load } from '$lib/ui/load.svelte';
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
  // svelte-ignore state_referenced_locally
  let form = $state({
    kind: set?.kind ?? (given.some((r) => r.kind === 'section') ? 'template' : 'kit'),
    code: set?.code ?? '',
    name: set?.name ?? ''
  });
  // svelte-ignore state_referenced_locally
  let rows = $state<LineForm[]>((set?.rows ?? given).map((row) => ({ ...row })));
  const acts = new Acts();
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

  function save(event: SubmitEvent) {
    event.preventDefault();
    const body = { ...form, rows: rows.map((row, n) => ({ ...row, id: String(n + 1) })) };
    void acts
      .run(() =>
        set
          ? ask(
              api.PUT('/api/templates/{id}', {
                params: { path: { id: set.id }, header: match(set.version) },
                body
              })
            )
          : ask(api.POST('/api/templates', { body }))
      )
      .then((done) => done && onDone());
  }
</script>

<form onsubmit={save}>
  <div class="three">
    {#if !set}<Choice label="Type" name="kind" bind:value={form.kind} options={KINDS} />{/if}
    <Field label="Code" name="set-code" bind:value={form.code} problem={acts.at('code')} focus />
    <Field label="Name" name="set-name" bind:value={form.name} problem={acts.at('name')} />
  </div>
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
                aria-invalid={acts.at(`rows[${n}].product`) ? 'true' : undefined}
              />{#if acts.at(`rows[${n}].product`)}<div class="bad">
                  {acts.at(`rows[${n}].product`)}
                </div>{/if}</td
            >
            <td><input class="box" aria-label="Description, row {n + 1}" bind:value={row.description} /></td>
            <td
              ><input
                class="box figure"
                aria-label="Quantity, row {n + 1}"
                bind:value={row.quantity}
                aria-invalid={acts.at(`rows[${n}].quantity`) ? 'true' : undefined}
              />{#if acts.at(`rows[${n}].quantity`)}<div class="bad">
                  {acts.at(`rows[${n}].quantity`)}
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
    {#if form.kind === 'template'}
      <button type="button" class="plain" onclick={() => add('section')}>Section</button>
      <button type="button" class="plain" onclick={() => add('note')}>Note</button>
    {/if}
  </p>
  {#if acts.at('rows')}<p class="bad">{acts.at('rows')}</p>{/if}
  <Notice refusal={acts.refusal} />
  <p><button class="act main" disabled={acts.busy}>Save</button></p>
  <datalist id="set-products"
    >{#each products.data ?? [] as p (p.code)}<option value={p.code}>{p.name}</option>{/each}</datalist
  >
</form>

<style>
  form {
    display: grid;
    gap: 10px;
  }
  .three {
    display: grid;
    grid-template-columns: 130px 170px 1fr;
    gap: 10px;
  }
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
