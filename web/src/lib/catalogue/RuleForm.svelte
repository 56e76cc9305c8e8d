<script lang="ts">
  import { api, ask, type Schemas } from '$lib/api/client';
  import Entry from '$lib/forms/Entry.svelte';
  import FormFoot from '$lib/forms/FormFoot.svelte';
  import Pick from '$lib/forms/Pick.svelte';
  import { Form } from '$lib/forms/form.svelte';
  import { match } from '$lib/ui/acts.svelte';
  import { untrack } from 'svelte';
  import AccountPick from '$lib/account/AccountPick.svelte';
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
  const of = (r: Schemas['SavedRule'] | undefined) => ({
    values: {
      code: r?.code ?? '',
      scope: r?.scope ?? 'everyone',
      forWhom: r?.forWhom ?? '',
      on: r?.product ? 'product' : 'family',
      product: r?.product ?? '',
      family: r?.family ?? '',
      from: r?.from ?? '',
      to: r?.to ?? '',
      breaks: [
        {
          minQuantity: r && r.minQuantity !== '0' ? r.minQuantity : '',
          price: r?.price ?? '',
          percentOff: r?.percentOff ?? ''
        }
      ]
    },
    version: r?.version ?? 0
  });
  const known = untrack(() => rule?.code);
  const form = new Form({
    ...untrack(() => of(rule)),
    draft: `price rule ${known ?? ''}`,
    send: async ({ on, ...values }, version) => {
      const body = {
        ...values,
        forWhom: values.scope === 'everyone' ? '' : values.forWhom,
        product: on === 'product' ? values.product : '',
        family: on === 'family' ? values.family : ''
      };
      if (known === undefined) await ask(api.POST('/api/price-rules', { body }));
      else {
        const params = { path: { code: known }, header: match(version) };
        await ask(api.PUT('/api/price-rules/{code}', { params, body }));
      }
    },
    reread: async () => {
      const query = { about: known ?? '' };
      const found = await ask(api.GET('/api/price-rules', { params: { query } }));
      return of(found.rows.find((r) => r.code === known));
    },
    done: () => onDone()
  });
  form.labels['breaks'] = 'Quantity breaks';
  const SCOPES = [
    ['everyone', 'everyone'],
    ['group', 'a customer group'],
    ['account', 'one account']
  ] as const;
</script>

<form class="form" onsubmit={form.submit}>
  {#if !rule}<Entry {form} name="code" label="Code" focus />{/if}
  <Pick {form} name="scope" label="For" options={SCOPES} />
  {#if form.values.scope === 'group'}
    <Entry {form} name="forWhom" label="Customer group" list="groups" />
  {:else if form.values.scope === 'account'}
    <AccountPick
      label="Account"
      name="forWhom"
      number={form.values.forWhom}
      problem={form.at('forWhom')}
      onPick={(a: Schemas['AccountRow'] | null) => (form.values.forWhom = a?.number ?? '')}
    />
  {/if}
  <Pick
    {form}
    name="on"
    label="On"
    options={[
      ['family', 'all of a family'],
      ['product', 'one product']
    ]}
  />
  {#if form.values.on === 'family'}
    <Entry {form} name="family" label="Family" at="product" list="rule-families" />
  {:else}
    <Entry {form} name="product" label="Product code" />
  {/if}
  <Entry {form} name="from" label="First day (optional)" type="date" />
  <Entry {form} name="to" label="Last day (optional)" type="date" />
  <div class="whole">
    <table class="ledger" aria-label="Breaks">
      <thead
        ><tr
          ><th>From quantity</th><th>Discount %</th><th>or a price</th><th
            ><span class="sr-only">Acts</span></th
          ></tr
        ></thead
      >
      <tbody>
        {#each form.values.breaks as b, n (n)}
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
                  aria-invalid={form.at(`breaks[${n}].${field}`) ? 'true' : undefined}
                />{#if form.at(`breaks[${n}].${field}`)}<div class="bad">
                    {form.at(`breaks[${n}].${field}`)}
                  </div>{/if}</td
              >
            {/each}
            <td
              >{#if form.values.breaks.length > 1}<button
                  type="button"
                  class="plain"
                  onclick={() => form.values.breaks.splice(n, 1)}>Remove</button
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
          onclick={() => form.values.breaks.push({ minQuantity: '', price: '', percentOff: '' })}
          >Add quantity break</button
        >
      </p>{/if}
    {#if form.at('breaks')}<p class="bad">{form.at('breaks')}</p>{/if}
  </div>
  <FormFoot
    {form}
    label={rule ? 'Save' : 'Add'}
    hint="Open worksheets with these products are recalculated."
  />
  <datalist id="groups"
    >{#each groups as g (g)}<option value={g}></option>{/each}</datalist
  >
  <datalist id="rule-families"
    >{#each families as f (f)}<option value={f}></option>{/each}</datalist
  >
</form>
