<script lang="ts">
  import { api, ask, type Schemas } from '$lib/api/client';
  import Entry from '$lib/forms/Entry.svelte';
  import FormFoot from '$lib/forms/FormFoot.svelte';
  import { Form } from '$lib/forms/form.svelte';
  import { match } from '$lib/ui/acts.svelte';
  import { say } from '$lib/ui/said';
  import { untrack } from 'svelte';
  /** What stands on the company's papers beside its name. */
  let { particulars }: { particulars: Schemas['Particulars'] } = $props();
  const FIELDS = [
    ['street', 'Street'],
    ['postal', 'Postal code'],
    ['town', 'Town'],
    ['country', 'Country'],
    ['phone', 'Phone'],
    ['email', 'Email'],
    ['website', 'Website'],
    ['taxId', 'Tax ID'],
    ['registration', 'Registration'],
    ['bank', 'Bank account (IBAN)'],
    ['language', 'Language of texts (two letters)']
  ] as const;
  const of = (p: Schemas['Particulars']) => {
    const { street, postal, town, country, phone, email, website } = p;
    const { taxId, registration, bank, language } = p;
    return {
      values: {
        street,
        postal,
        town,
        country,
        phone,
        email,
        website,
        taxId,
        registration,
        bank,
        language
      },
      version: p.version
    };
  };
  const read = async () => of(await ask(api.GET('/api/company/particulars')));
  const form = new Form({
    ...untrack(() => of(particulars)),
    draft: 'particulars',
    send: (body, version) =>
      ask(api.PUT('/api/company/particulars', { params: { header: match(version) }, body })),
    reread: read,
    done: async () => {
      const now = await read();
      form.begin(now.values, now.version);
      say('Saved. Papers that left before stay as they are.');
    }
  });
</script>

<form class="form" onsubmit={form.submit}>
  {#each FIELDS as [name, label] (name)}<Entry {form} {name} {label} />{/each}
  <FormFoot {form} />
</form>
