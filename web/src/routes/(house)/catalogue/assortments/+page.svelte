<script lang="ts">
  import { api, ask, type Schemas } from '$lib/api/client';
  import AccountPick from '$lib/account/AccountPick.svelte';
  import Head from '$lib/catalogue/Head.svelte';
  import { offer } from '$lib/shell/actions.svelte';
  import { session } from '$lib/shell/session.svelte';
  import Ask from '$lib/ui/Ask.svelte';
  import Icon from '$lib/ui/Icon.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import { Acts } from '$lib/ui/acts.svelte';
  import { load, refusalOf } from '$lib/ui/load.svelte';
  /** Customers who may buy from some families only. */
  const list = load(
    () => ['products', 'assortments'],
    () => api.GET('/api/products/assortments')
  );
  const families = load(
    () => ['products', 'families'],
    () => api.GET('/api/products/families')
  );
  const acts = new Acts(() => list.refetch());
  let open = $state(false);
  let who = $state('');
  let account = $state<number | null>(null);
  let chosen = $state<string[]>([]);

  function begin(range?: Schemas['AssortmentView']) {
    acts.clear();
    who = range ? `${range.number} · ${range.account}` : '';
    account = range?.accountId ?? null;
    chosen = range ? [...range.families] : [];
    open = true;
  }

  function save(event: SubmitEvent) {
    event.preventDefault();
    const id = account;
    if (id === null) return;
    void set(id, chosen).then((done) => done && (open = false));
  }

  function set(id: number, to: string[]) {
    return acts.run(() =>
      ask(
        api.PUT('/api/products/assortments/{account}', {
          params: { path: { account: id } },
          body: { families: to }
        })
      )
    );
  }
  offer(() => (session.manages ? [{ label: 'Limit a customer', keys: 'n', run: () => begin() }] : []));
</script>

<div class="page">
  <Head title="Customer assortments">
    {#if session.manages}<button class="act main" onclick={() => begin()}
        ><Icon name="plus" size={13} />Limit a customer</button
      >{/if}
  </Head>
  <p class="quiet lead">
    These customers buy from the families listed only: no other products are offered in their lines, and a
    line from another family is refused. All others buy everything.
  </p>
  <Notice refusal={refusalOf(list) ?? acts.refusal} />
  <table class="ledger" aria-label="Customer assortments">
    <thead><tr><th>Account</th><th>Allowed families</th><th><span class="sr-only">Acts</span></th></tr></thead
    >
    <tbody>
      {#each list.data ?? [] as range (range.accountId)}
        <tr>
          <td><a href="/accounts/{range.accountId}">{range.account}</a></td>
          <td>{range.families.join(', ')}</td>
          <td class="acts"
            >{#if session.manages}<button class="plain" onclick={() => begin(range)}>Edit</button><button
                class="plain"
                onclick={() => void set(range.accountId, [])}>Lift limit</button
              >{/if}</td
          >
        </tr>
      {:else}<tr
          ><td colspan="3" class="quiet"
            >{list.isPending ? 'Loading…' : 'No customer is limited. A manager limits a customer with n.'}</td
          ></tr
        >{/each}
    </tbody>
  </table>
</div>
<Ask bind:open title="Limit a customer">
  <form onsubmit={save}>
    <AccountPick bind:text={who} onPick={(a: Schemas['AccountRow'] | null) => (account = a?.id ?? account)} />
    <fieldset>
      <legend>Allowed families</legend>
      {#each families.data ?? [] as family (family)}
        <label><input type="checkbox" value={family} bind:group={chosen} /> {family}</label>
      {/each}
    </fieldset>
    {#if acts.at('families')}<p class="bad">{acts.at('families')}</p>{/if}
    <button class="act main" disabled={account === null || acts.busy}
      >{chosen.length === 0 ? 'Lift limit' : 'Save'}</button
    >
  </form>
</Ask>

<style>
  .lead {
    margin-bottom: 12px;
  }
  .acts {
    text-align: right;
  }
  form {
    display: grid;
    gap: 12px;
  }
  fieldset {
    display: grid;
    grid-template-columns: 1fr 1fr;
    gap: 2px 12px;
  }
  legend {
    font-size: var(--type-small);
    color: var(--stone);
  }
</style>
