<script lang="ts">
  import Rows from '$lib/ui/Rows.svelte';
  import { page } from '$app/state';
  import { untrack } from 'svelte';
  import { api, ask, type Schemas } from '$lib/api/client';
  import Head from '$lib/catalogue/Head.svelte';
  import PriceTester from '$lib/catalogue/PriceTester.svelte';
  import RuleForm from '$lib/catalogue/RuleForm.svelte';
  import { offer } from '$lib/shell/actions.svelte';
  import { session } from '$lib/shell/session.svelte';
  import Ask from '$lib/ui/Ask.svelte';
  import Icon from '$lib/ui/Icon.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import { Acts, match } from '$lib/ui/acts.svelte';
  import { day, figure, percent, unitPrice, words } from '$lib/ui/format';
  import { listed } from '$lib/ui/further.svelte';
  import { load } from '$lib/ui/load.svelte';
  /** Who pays what for which products: every rule, and a tester that says which one gives a price. */
  type Rule = Schemas['SavedRule'];
  let about = $state(untrack(() => page.url.searchParams.get('about') ?? ''));
  let scope = $state('');
  let when = $state<'now' | 'all'>('now');
  let changing = $state.raw<Rule | null>(null);
  let adding = $state(false);
  let ended = $state.raw<Rule | null>(null);
  const digits = $derived(session.company?.minorDigits ?? 2);
  const today = $derived(session.view?.today ?? '');
  const query = $derived({ about, scope, day: when === 'now' ? today : '' });
  const list = listed(
    () => ['price-rules', about, scope, when],
    (after) => api.GET('/api/price-rules', { params: { query: { ...query, after } } })
  );
  const families = load(
    () => ['products', 'families'],
    () => api.GET('/api/products/families')
  );
  const groups = load(
    () => ['price-rules', 'groups'],
    () => api.GET('/api/price-rules/groups')
  );
  const acts = new Acts(() => list.refetch());

  function retire(rule: Rule) {
    void acts
      .run(() =>
        ask(
          api.POST('/api/price-rules/{code}/deactivated', {
            params: { path: { code: rule.code }, header: match(rule.version) }
          })
        )
      )
      .then((done) => {
        if (done) ended = { ...rule, version: rule.version + 1 };
      });
  }

  function back(rule: Rule) {
    void acts
      .run(() =>
        ask(
          api.POST('/api/price-rules/{code}/back', {
            params: { path: { code: rule.code }, header: match(rule.version) }
          })
        )
      )
      .then((done) => {
        if (done) ended = null;
      });
  }

  function done() {
    adding = false;
    changing = null;
    void list.refetch();
    void groups.refetch();
  }
  offer(() => (session.manages ? [{ label: 'New price rule', keys: 'n', run: () => (adding = true) }] : []));
  const COLUMNS = [
    { label: 'Rule' },
    { label: 'For' },
    { label: 'On' },
    { label: 'From quantity', figure: true },
    { label: 'Discount', figure: true },
    { label: 'Price', figure: true },
    { label: 'Valid' },
    { label: 'Acts', unseen: true }
  ];
  type Row = (typeof list.rows)[number];
</script>

<div class="page">
  <Head title="Price rules">
    <input class="box" placeholder="Product, family or rule" aria-label="Filter" bind:value={about} />
    <select class="box" aria-label="For" bind:value={scope}>
      <option value="">all customers</option><option value="account">one account</option><option value="group"
        >customer groups</option
      ><option value="everyone">everyone</option>
    </select>
    <select class="box" aria-label="Validity" bind:value={when}>
      <option value="now">valid today</option><option value="all">all</option>
    </select>
    {#if session.manages}<button class="act main" onclick={() => (adding = true)}
        ><Icon name="plus" size={13} />New rule</button
      >{/if}
  </Head>
  <PriceTester />
  <Notice refusal={acts.refusal} />
  {#if ended}<p role="status">
      {ended.code} is deactivated.
      <button class="plain" onclick={() => ended && back(ended)}>Undo</button>
    </p>{/if}
  <Rows
    quiet={(row: Row) => row.deactivated}
    label="Price rules"
    columns={COLUMNS}
    {list}
    key={(row: Row) => row.code}
    empty={about || scope
      ? 'No matches.'
      : 'No price rules: the list price applies. A manager adds rules with n.'}
  >
    {#snippet row(rule: Row)}
      <td class="lead">{rule.code}</td>
      <td>{rule.forWhom ? `${rule.scope} ${words(rule.forWhom)}` : 'everyone'}</td>
      <td
        >{#if rule.product}<a href="/catalogue/{encodeURIComponent(rule.product)}">{rule.product}</a
          >{:else}all of family {rule.family}{/if}</td
      >
      <td class="figure">{rule.minQuantity === '0' ? 'any' : figure(rule.minQuantity)}</td>
      <td class="figure">{rule.percentOff ? percent(rule.percentOff) : '–'}</td>
      <td class="figure worth">{unitPrice(rule.price, digits)}</td>
      <td
        >{rule.deactivated
          ? 'not active'
          : `${rule.from ? 'from ' + day(rule.from) : 'always'}${rule.to ? ' to ' + day(rule.to) : ''}`}</td
      >
      <td class="acts"
        >{#if session.manages}
          {#if rule.deactivated}<button class="plain" onclick={() => back(rule)}>Reactivate</button>
          {:else}<button class="plain" onclick={() => (changing = rule)}>Edit</button><button
              class="plain"
              onclick={() => retire(rule)}>Deactivate</button
            >{/if}{/if}</td
      >
    {/snippet}
  </Rows>
</div>
<Ask bind:open={adding} title="New price rule" wide>
  <RuleForm families={families.data ?? []} groups={groups.data ?? []} onDone={done} />
</Ask>
<Ask
  bind:open={() => changing !== null, (open) => !open && (changing = null)}
  title="Edit {changing?.code ?? ''}"
  wide
>
  {#if changing}<RuleForm
      rule={changing}
      families={families.data ?? []}
      groups={groups.data ?? []}
      onDone={done}
    />{/if}
</Ask>

<style>
  .acts {
    text-align: right;
    white-space: nowrap;
  }
</style>
