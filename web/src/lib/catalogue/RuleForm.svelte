<script lang="ts">
  import { api, ask, type Schemas } from '$lib/api/client';
  import Choice from '$lib/ui/Choice.svelte';
  import Field from '$lib/ui/Field.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import { Acts, match } from '$lib/ui/acts.svelte';
  import AccountPick from './AccountPick.svelte';
  /** A price rule as typed: a new one with its volume breaks, or one break that is changed. */
  let {
    rule,
    families,
    groups,
    onDone
  }: {
    rule?: Schemas['SavedRule'] | undefined;
    families: string[];
    groups: string[];
    onDone: () => unknown;
  } = $props();
  // svelte-ignore state_referenced_locally
  let form = $state({
    code: rule?.code ?? '',
    scope: rule?.scope ?? 'everyone',
    forWhom: rule?.forWhom ?? '',
    product: rule?.product ?? '',
    family: rule?.family ?? '',
    from: rule?.from ?? '',
    to: rule?.to ?? ''
  });
  // svelte-ignore state_referenced_locally
  let on = $state(rule?.product ? 'product' : 'family');
  // svelte-ignore state_referenced_locally
  let breaks = $state([
    {
      minQuantity: rule && rule.minQuantity !== '0' ? rule.minQuantity : '',
      price: rule?.price ?? '',
      percentOff: rule?.percentOff ?? ''
    }
  ]);
  const acts = new Acts();
  const SCOPES = [
    ['everyone', 'everyone'],
    ['group', 'a customer group'],
    ['account', 'one account']
  ] as const;

  function save(event: SubmitEvent) {
    event.preventDefault();
    const body = {
      ...form,
      forWhom: form.scope === 'everyone' ? '' : (form.forWhom.split(' · ')[0] ?? ''),
      product: on === 'product' ? form.product : '',
      family: on === 'family' ? form.family : '',
      breaks
    };
    void acts
      .run(() =>
        rule
          ? ask(
              api.PUT('/api/price-rules/{code}', {
                params: { path: { code: rule.code }, header: match(rule.version) },
                body
              })
            )
          : ask(api.POST('/api/price-rules', { body }))
      )
      .then((done) => done && onDone());
  }
</script>

<form onsubmit={save}>
  <div class="pair">
    {#if !rule}<Field label="Code" name="code" bind:value={form.code} problem={acts.at('code')} focus />{/if}
    <Choice label="For" name="scope" bind:value={form.scope} options={SCOPES} problem={acts.at('scope')} />
    {#if form.scope === 'group'}
      <Field
        label="Group"
        name="forWhom"
        bind:value={form.forWhom}
        problem={acts.at('forWhom')}
        list="groups"
      />
    {:else if form.scope === 'account'}
      <AccountPick name="forWhom" bind:text={form.forWhom} problem={acts.at('forWhom')} />
    {/if}
    <Choice
      label="On"
      name="on"
      bind:value={on}
      options={[
        ['family', 'a whole family'],
        ['product', 'one product']
      ]}
    />
    {#if on === 'family'}
      <Field
        label="Family"
        name="family"
        bind:value={form.family}
        problem={acts.at('product')}
        list="rule-families"
      />
    {:else}
      <Field label="Product code" name="product" bind:value={form.product} problem={acts.at('product')} />
    {/if}
    <Field
      label="First day (optional)"
      name="from"
      type="date"
      bind:value={form.from}
      problem={acts.at('from')}
    />
    <Field label="Last day (optional)" name="to" type="date" bind:value={form.to} problem={acts.at('to')} />
  </div>
  <table class="ledger" aria-label="Breaks">
    <thead
      ><tr
        ><th>From quantity</th><th>Discount %</th><th>or a price</th><th><span class="sr-only">Acts</span></th
        ></tr
      ></thead
    >
    <tbody>
      {#each breaks as b, n (n)}
        <tr>
          {#each ['minQuantity', 'percentOff', 'price'] as const as field (field)}
            <td
              ><input
                class="box figure"
                aria-label="{field === 'minQuantity'
                  ? 'From quantity'
                  : field === 'price'
                    ? 'Price'
                    : 'Discount %'}, break {n + 1}"
                name="break-{n}-{field}"
                bind:value={b[field]}
                aria-invalid={acts.at(`breaks[${n}].${field}`) ? 'true' : undefined}
              />{#if acts.at(`breaks[${n}].${field}`)}<div class="bad">
                  {acts.at(`breaks[${n}].${field}`)}
                </div>{/if}</td
            >
          {/each}
          <td
            >{#if breaks.length > 1}<button
                type="button"
                class="plain"
                onclick={() => (breaks = breaks.toSpliced(n, 1))}>Remove</button
              >{/if}</td
          >
        </tr>
      {/each}
    </tbody>
  </table>
  {#if !rule}<p>
      <button
        type="button"
        class="plain"
        onclick={() => (breaks = [...breaks, { minQuantity: '', price: '', percentOff: '' }])}
        >Add quantity break</button
      >
    </p>{/if}
  {#if acts.at('breaks')}<p class="bad">{acts.at('breaks')}</p>{/if}
  <Notice refusal={acts.refusal} />
  <p>
    <button class="act main" disabled={acts.busy}>{rule ? 'Save' : 'Add'}</button>
    <span class="quiet">Open worksheets with these products are recalculated.</span>
  </p>
  <datalist id="groups"
    >{#each groups as g (g)}<option value={g}></option>{/each}</datalist
  >
  <datalist id="rule-families"
    >{#each families as f (f)}<option value={f}></option>{/each}</datalist
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
  .bad {
    font-size: var(--type-small);
  }
</style>
