<script lang="ts">
  import { api, ask, type Schemas } from '$lib/api/client';
  import Entry from '$lib/forms/Entry.svelte';
  import Pick from '$lib/forms/Pick.svelte';
  import FormFoot from '$lib/forms/FormFoot.svelte';
  import Tick from '$lib/forms/Tick.svelte';
  import { Form } from '$lib/forms/form.svelte';
  import { match } from '$lib/ui/acts.svelte';
  import { untrack } from 'svelte';
  import Offered from '$lib/ui/Offered.svelte';
  import { load } from '$lib/ui/load.svelte';
  import { languageOptions } from '$lib/settings/languages';
  /** What can be typed on an account; price group and terms by managers. */
  let { a, onChange }: { a: Schemas['AccountPage']; onChange: () => unknown } = $props();
  const FIELDS = [
    ['name', 'Name'],
    ['industry', 'Industry'],
    ['street', 'Street'],
    ['postal', 'Postal code'],
    ['town', 'Town'],
    ['country', 'Country'],
    ['email', 'Email'],
    ['phone', 'Phone'],
    ['taxId', 'Tax ID'],
    ['taxExemption', 'No tax, because (optional)'],
    ['paysAs', 'Pays under the name (optional)']
  ] as const;
  const OFFERED: Record<string, string> = {
    industry: 'industry',
    taxExemption: 'tax-exemption',
    priceGroup: 'price-group'
  };
  const path = untrack(() => ({ id: a.id }));
  const of = (account: Schemas['AccountPage']) => ({
    values: {
      name: account.name,
      industry: account.industry,
      street: account.street,
      postal: account.postal,
      town: account.town,
      country: account.country,
      email: account.email,
      phone: account.phone,
      taxId: account.taxId,
      language: account.language,
      taxExemption: account.taxExemption,
      paysAs: account.paysAs,
      priceGroup: account.priceGroup ?? '',
      termsDays: String(account.termsDays),
      poNumberRequired: account.poNumberRequired
    },
    version: account.version
  });
  const texts = load(
    () => ['texts'],
    () => api.GET('/api/texts')
  );
  const form = new Form({
    ...untrack(() => of(a)),
    draft: `account ${path.id}`,
    send: (body, version) =>
      ask(api.PUT('/api/accounts/{id}', { params: { path, header: match(version) }, body })),
    reread: async () => of(await ask(api.GET('/api/accounts/{id}', { params: { path } }))),
    done: () => onChange()
  });
</script>

<form class="form" onsubmit={form.submit}>
  {#each FIELDS as [name, label], n (name)}<Entry
      {form}
      {name}
      {label}
      focus={n === 0}
      {...OFFERED[name] ? { list: `account-${name}` } : {}}
    />{/each}
  {#each Object.entries(OFFERED) as [name, list] (name)}<Offered {list} id={`account-${name}`} />{/each}
  {#if a.mayChangeTerms}
    <Entry {form} name="priceGroup" label="Price group" list="account-priceGroup" />
    <Entry {form} name="termsDays" label="Payment terms (days)" />
  {/if}
  <Pick
    {form}
    name="language"
    label="Language of letters and papers"
    options={[['', 'ours'], ...languageOptions(texts.data?.languages ?? [], form.values.language)]}
  />
  <div class="whole"><Tick {form} name="poNumberRequired" label="PO number required" /></div>
  <FormFoot {form} />
</form>
