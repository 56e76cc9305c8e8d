<script lang="ts">
  import { api, ask, type Schemas } from '$lib/api/client';
  import Head from '$lib/catalogue/Head.svelte';
  import SizesForm from '$lib/catalogue/SizesForm.svelte';
  import { offer } from '$lib/shell/actions.svelte';
  import { session } from '$lib/shell/session.svelte';
  import Ask from '$lib/ui/Ask.svelte';
  import Icon from '$lib/ui/Icon.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import { Acts, match } from '$lib/ui/acts.svelte';
  import { unitPrice } from '$lib/ui/format';
  import { load, refusalOf } from '$lib/ui/load.svelte';
  /** Tables of sizes: one kind of product, its sizes down and across. */
  type Sizes = Schemas['SizeTable'];
  const list = load(
    () => ['size-tables'],
    () => api.GET('/api/size-tables')
  );
  const acts = new Acts(() => list.refetch());
  let changing = $state.raw<Sizes | null>(null);
  let adding = $state(false);
  const digits = $derived(session.company?.minorDigits ?? 2);

  function retire(sizes: Sizes) {
    const params = { path: { id: sizes.id }, header: match(sizes.version) };
    void acts.run(() =>
      sizes.deactivated
        ? ask(api.POST('/api/size-tables/{id}/back', { params }))
        : ask(api.POST('/api/size-tables/{id}/deactivated', { params }))
    );
  }

  function done() {
    adding = false;
    changing = null;
    void list.refetch();
  }
  offer(() => (session.manages ? [{ label: 'New size table', keys: 'n', run: () => (adding = true) }] : []));
</script>

<div class="page">
  <Head title="Sizes">
    {#if session.manages}<button class="act main" onclick={() => (adding = true)}
        ><Icon name="plus" size={13} />New size table</button
      >{/if}
  </Head>
  <p class="quiet lead">
    Many sizes of one product at once: type its code or name in the lines, then fill in the table.
  </p>
  <Notice refusal={refusalOf(list) ?? acts.refusal} />
  {#each list.data ?? [] as sizes (sizes.id)}
    <section class="leaf" aria-label={sizes.name}>
      <h2>
        <span>{sizes.code} {sizes.name}{sizes.deactivated ? ', inactive' : ''}</span>
        {#if session.manages}<span>
            {#if !sizes.deactivated}<button class="plain" onclick={() => (changing = sizes)}>Edit</button
              >{/if}
            <button class="plain" onclick={() => retire(sizes)}
              >{sizes.deactivated ? 'Reactivate' : 'Deactivate'}</button
            ></span
          >{/if}
      </h2>
      <div class="wide">
        <table class="ledger" aria-label={sizes.name}>
          <thead
            ><tr
              ><th>{sizes.down}{sizes.across ? `, ${sizes.across} across` : ''}</th>
              {#each sizes.columns as column (column)}<th class="figure">{column || 'List'}</th>{/each}</tr
            ></thead
          >
          <tbody>
            {#each sizes.rows as row (row)}
              <tr>
                <th scope="row">{row}</th>
                {#each sizes.columns as column (column)}
                  {@const cell = sizes.cells.find((c) => c.row === row && c.column === column)}
                  <td class="figure"
                    >{#if cell}<a href="/catalogue/{encodeURIComponent(cell.product)}">{cell.product}</a>
                      {unitPrice(cell.listPrice, digits)}{:else}–{/if}</td
                  >
                {/each}
              </tr>
            {/each}
          </tbody>
        </table>
      </div>
    </section>
  {:else}<p class="quiet">
      {list.isPending ? 'Loading…' : 'No size tables. A manager adds one with n.'}
    </p>{/each}
</div>
<Ask bind:open={adding} title="New size table" wide><SizesForm onDone={done} /></Ask>
<Ask
  bind:open={() => changing !== null, (open) => !open && (changing = null)}
  title="Edit {changing?.code ?? ''}"
  wide
>
  {#if changing}<SizesForm sizes={changing} onDone={done} />{/if}
</Ask>

<style>
  .lead {
    margin-bottom: 12px;
  }
  section {
    padding: 10px 14px;
    margin-bottom: 14px;
    max-width: 760px;
  }
  h2 {
    display: flex;
    justify-content: space-between;
    margin-bottom: 4px;
  }
  .wide {
    overflow-x: auto;
  }
  th[scope='row'] {
    text-align: left;
    font-weight: 500;
  }
</style>
