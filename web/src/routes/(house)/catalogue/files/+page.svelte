<script lang="ts">
  import { upload, type Schemas } from '$lib/api/client';
  import Head from '$lib/catalogue/Head.svelte';
  import { offer } from '$lib/shell/actions.svelte';
  import { session } from '$lib/shell/session.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import { Acts } from '$lib/ui/acts.svelte';
  /** Products and price rules out as files and in again: tried first, then taken whole or not at all. */
  const KINDS = [
    {
      kind: 'products',
      label: 'Products',
      note: 'Code, Name, Family, Unit, List price, Cost, Tax %, Every months, Term months, Active, On hand, On order, Lead days'
    },
    {
      kind: 'rules',
      label: 'Price rules',
      note: 'Code, Scope, For, Product, Family, From quantity, From, To, Price, Discount %'
    }
  ] as const;
  const acts = new Acts();
  let kind = $state<'products' | 'rules'>('products');
  let file = $state.raw<File | null>(null);
  let view = $state.raw<Schemas['CatalogueFileView'] | null>(null);

  function read(of: 'products' | 'rules', chosen: File | undefined) {
    if (!chosen) return;
    kind = of;
    file = chosen;
    send(false);
  }

  function send(take: boolean) {
    const chosen = file;
    if (!chosen) return;
    view = null;
    void acts.run(async () => {
      view = await upload<Schemas['CatalogueFileView']>(`/api/catalogue/${kind}?take=${take}`, chosen);
    });
  }
  offer(() => []);
</script>

<div class="page">
  <Head title="Files" />
  <div class="two">
    {#each KINDS as k (k.kind)}
      <section class="leaf" aria-label={k.label}>
        <h2>{k.label}</h2>
        <p>
          Export: <a href="/api/catalogue/{k.kind}.csv">CSV</a>,
          <a href="/api/catalogue/{k.kind}.xlsx">XLSX</a>
        </p>
        {#if session.manages}
          <p>
            <label
              >Import, CSV or XLSX:
              <input
                type="file"
                name="file-{k.kind}"
                accept=".csv,.xlsx,text/csv"
                onchange={(e) => {
                  read(k.kind, e.currentTarget.files?.[0]);
                  e.currentTarget.value = '';
                }}
              /></label
            >
          </p>
        {/if}
        <p class="quiet">
          Headings: {k.note}. Known codes are updated, new ones added; what is not in the file stays.
        </p>
      </section>
    {/each}
  </div>
  <Notice refusal={acts.refusal}>{acts.at('file') ?? ''}</Notice>
  {#if acts.busy}<p role="status">Reading {file?.name}…</p>{/if}
  {#if view}
    <section class="leaf found" aria-label="Effect of the file" role="status">
      <h2>{file?.name}: {view.taken ? 'imported' : 'checked, nothing saved yet'}</h2>
      <p>
        {view.rows} rows: <b>{view.added}</b> new, <b>{view.changed}</b> changed, {view.same} unchanged,
        <b class={view.problems.length ? 'bad' : ''}>{view.problems.length}</b>
        {view.problems.length === 1 ? 'problem' : 'problems'}.
      </p>
      {#if view.problems.length}
        <table class="ledger" aria-label="Problems">
          <thead><tr><th class="figure">Row</th><th>Where</th><th>Problem</th></tr></thead>
          <tbody>
            {#each view.problems as p, n (n)}<tr
                ><td class="figure">{p.row}</td><td>{p.column}</td><td class="bad">{p.message}</td></tr
              >{/each}
          </tbody>
        </table>
        <p>Nothing is imported while a row has a problem. Correct the file and import it again.</p>
      {:else if !view.taken && view.added + view.changed > 0}
        <p>
          <button class="act main" onclick={() => send(true)}
            >Take {view.added + view.changed === 1 ? 'it' : `all ${view.added + view.changed}`}</button
          >
        </p>
      {/if}
      {#if view.changes.length}
        <div class="scroll">
          <table class="ledger" aria-label="Changes">
            <thead><tr><th class="figure">Row</th><th>Code</th><th>Change</th></tr></thead>
            <tbody>
              {#each view.changes as c (c.row)}<tr
                  ><td class="figure">{c.row}</td><td>{c.code}</td><td>{c.what}</td></tr
                >{/each}
            </tbody>
          </table>
        </div>
      {/if}
    </section>
  {/if}
</div>

<style>
  .two {
    display: grid;
    grid-template-columns: repeat(auto-fit, minmax(320px, 1fr));
    gap: 14px;
  }
  section {
    padding: 10px 14px;
  }
  section p {
    margin-top: 6px;
  }
  .found {
    margin-top: 14px;
  }
  .scroll {
    max-height: 320px;
    overflow: auto;
    margin-top: 8px;
  }
</style>
