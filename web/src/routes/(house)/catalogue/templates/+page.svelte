<script lang="ts">
  import { api, ask, type Schemas } from '$lib/api/client';
  import Head from '$lib/catalogue/Head.svelte';
  import TemplateForm from '$lib/catalogue/TemplateForm.svelte';
  import { offer } from '$lib/shell/actions.svelte';
  import { session } from '$lib/shell/session.svelte';
  import Ask from '$lib/ui/Ask.svelte';
  import Icon from '$lib/ui/Icon.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import { Acts, match } from '$lib/ui/acts.svelte';
  import { figure } from '$lib/ui/format';
  import { load, refusalOf } from '$lib/ui/load.svelte';
  /** Rows that are put into a worksheet at once: kits of products, templates with sections. */
  type Template = Schemas['Template'];
  const list = load(
    () => ['templates'],
    () => api.GET('/api/templates')
  );
  const acts = new Acts(() => list.refetch());
  let changing = $state.raw<Template | null>(null);
  let adding = $state(false);

  function retire(set: Template) {
    const params = { path: { id: set.id }, header: match(set.version) };
    void acts.run(() =>
      set.deactivated
        ? ask(api.POST('/api/templates/{id}/back', { params }))
        : ask(api.POST('/api/templates/{id}/deactivated', { params }))
    );
  }

  function done() {
    adding = false;
    changing = null;
    void list.refetch();
  }
  offer(() =>
    session.sells ? [{ label: 'New kit or template', keys: 'n', run: () => (adding = true) }] : []
  );
</script>

<div class="page">
  <Head title="Kits and templates">
    {#if session.sells}<button class="act main" onclick={() => (adding = true)}
        ><Icon name="plus" size={13} />New kit or template</button
      >{/if}
  </Head>
  <p class="quiet lead">
    Type the code or name in the lines. A kit is several products at once; a template holds whole sections.
    Rows of a worksheet can be saved as one there.
  </p>
  <Notice refusal={refusalOf(list) ?? acts.refusal} />
  <div class="sets">
    {#each list.data ?? [] as set (set.id)}
      <section class="leaf" class:deactivated={set.deactivated} aria-label={set.name}>
        <h2>{set.code} <span>{set.name}</span></h2>
        <p class="quiet">
          {set.kind}, {set.rows.length} rows{set.deactivated ? ', inactive' : ''}
        </p>
        <ul>
          {#each set.rows as row, n (n)}
            <li class={row.kind ?? 'line'}>
              {#if row.kind && row.kind !== 'line'}{row.description}
              {:else}<span class="figure">{figure(row.quantity)}</span>
                <span>{row.product ?? ''} {row.description}</span>{/if}
            </li>
          {/each}
        </ul>
        {#if session.manages}<p>
            {#if !set.deactivated}<button class="plain" onclick={() => (changing = set)}>Edit</button>{/if}
            <button class="plain" onclick={() => retire(set)}
              >{set.deactivated ? 'Reactivate' : 'Deactivate'}</button
            >
          </p>{/if}
      </section>
    {:else}<p class="quiet">
        {list.isPending ? 'Loading…' : 'None yet. Add one with n, or save one from the lines of a worksheet.'}
      </p>{/each}
  </div>
</div>
<Ask bind:open={adding} title="New kit or template" wide><TemplateForm onDone={done} /></Ask>
<Ask
  bind:open={() => changing !== null, (open) => !open && (changing = null)}
  title="Edit {changing?.code ?? ''}"
  wide
>
  {#if changing}<TemplateForm set={changing} onDone={done} />{/if}
</Ask>

<style>
  .lead {
    margin-bottom: 12px;
  }
  .sets {
    display: grid;
    grid-template-columns: repeat(auto-fill, minmax(360px, 1fr));
    gap: 14px;
    align-items: start;
  }
  section {
    padding: 10px 14px;
  }
  .deactivated {
    opacity: 0.75;
  }
  h2 span {
    font-weight: 400;
    margin-left: 6px;
  }
  ul {
    margin: 6px 0;
    border-top: 1px solid var(--rule);
  }
  li {
    display: grid;
    grid-template-columns: 34px 1fr;
    gap: 10px;
    padding: 2px 0;
    border-bottom: 1px solid var(--rule);
  }
  li.section,
  li.note {
    display: block;
    font-weight: 620;
  }
  li.note {
    font-weight: 400;
    color: var(--stone);
  }
</style>
