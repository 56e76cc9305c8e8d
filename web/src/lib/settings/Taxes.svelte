<script lang="ts">
  import { api, ask, type Schemas } from '$lib/api/client';
  import Entry from '$lib/forms/Entry.svelte';
  import FormFoot from '$lib/forms/FormFoot.svelte';
  import { Form } from '$lib/forms/form.svelte';
  import { session } from '$lib/shell/session.svelte';
  import Ask from '$lib/ui/Ask.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import { Acts } from '$lib/ui/acts.svelte';
  import { day, percent } from '$lib/ui/format';
  /** The taxes that products carry, and the days on which they change. */
  let {
    taxes,
    mayChange,
    onChange
  }: { taxes: Schemas['Taxes']; mayChange: boolean; onChange: () => unknown } = $props();
  type Tax = Schemas['CompanyTax'];
  const acts = new Acts(() => onChange());
  let changing = $state.raw<Tax | null>(null);
  const adding = new Form({
    values: { name: '', percent: '' },
    send: ({ name, percent }) => ask(api.POST('/api/taxes', { body: { name, percent, usual: false } })),
    done: () => {
      adding.begin({ name: '', percent: '' });
      return onChange();
    }
  });
  const planning = new Form({
    values: { from: session.view?.today ?? '', percent: '' },
    send: (body) =>
      ask(
        api.POST('/api/taxes/{id}/changes', {
          params: { path: { id: changing?.id ?? 0 } },
          body
        })
      ),
    done: () => {
      changing = null;
      planning.begin({ from: session.view?.today ?? '', percent: '' });
      return onChange();
    }
  });

  function makeUsual(tax: Tax) {
    return acts.run(() =>
      ask(
        api.PUT('/api/taxes/{id}', {
          params: { path: { id: tax.id } },
          body: { name: tax.name, percent: null, usual: true }
        })
      )
    );
  }

  function remove(tax: Tax) {
    return acts.run(() => ask(api.DELETE('/api/taxes/{id}', { params: { path: { id: tax.id } } })));
  }

  function withdraw(id: number) {
    return acts.run(() => ask(api.DELETE('/api/taxes/changes/{id}', { params: { path: { id } } })));
  }
</script>

<Notice refusal={acts.refusal} />
<table class="ledger cards" aria-label="Taxes">
  <thead
    ><tr
      ><th>Tax</th><th class="figure">Percent</th><th class="figure">Products</th><th>Use</th><th>Act</th></tr
    ></thead
  >
  <tbody>
    {#each taxes.taxes as tax (tax.id)}
      {@const planned = taxes.planned.filter((change) => change.rateId === tax.id)}
      <tr>
        <td class="lead">{tax.name}</td>
        <td class="figure worth">{percent(tax.percent)}</td>
        <td class="figure">{tax.products}</td>
        <td
          >{tax.usual ? 'usual' : ''}{#each planned as change (change.id)}<div>
              {percent(change.percent)} from {day(change.from)}
              {#if mayChange}<button class="plain" onclick={() => void withdraw(change.id)}>Withdraw</button
                >{/if}
            </div>{/each}</td
        >
        <td class="acts"
          >{#if mayChange}<button class="plain" onclick={() => (changing = tax)}>Change percent…</button>
            {#if !tax.usual}<button class="plain" onclick={() => void makeUsual(tax)}>Make usual</button>
              {#if tax.products === 0}<button class="plain" onclick={() => void remove(tax)}>Remove</button
                >{/if}{/if}{/if}</td
        >
      </tr>
    {:else}<tr
        ><td colspan="5" class="quiet">No tax yet: add the one that most of your products carry.</td></tr
      >{/each}
  </tbody>
</table>
{#if mayChange}
  <h3>Add a tax</h3>
  <form class="form" onsubmit={adding.submit}>
    <Entry form={adding} name="name" label="Name" />
    <Entry form={adding} name="percent" label="Percent" />
    <FormFoot form={adding} label="Add" secondary />
  </form>
{/if}

<Ask
  bind:open={() => changing !== null, (open) => (changing = open ? changing : null)}
  title={changing?.name ?? ''}
>
  <form class="form one" onsubmit={planning.submit}>
    <p class="quiet">
      On this day the tax and every product that carries it change. What was quoted, ordered or invoiced
      before keeps what it had.
    </p>
    <Entry form={planning} name="percent" label="New percent" focus />
    <Entry form={planning} name="from" label="From" type="date" />
    <FormFoot form={planning} label="Save" />
  </form>
</Ask>

<style>
  h3 {
    margin: 16px 0 8px;
  }
  .acts {
    white-space: nowrap;
  }
  @media (max-width: 640px) {
    .acts {
      white-space: normal;
    }
  }
</style>
