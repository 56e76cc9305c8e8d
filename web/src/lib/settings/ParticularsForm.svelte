<script lang="ts">
  import { api, ask, type Schemas } from '$lib/api/client';
  import Entry from '$lib/forms/Entry.svelte';
  import Pick from '$lib/forms/Pick.svelte';
  import FormFoot from '$lib/forms/FormFoot.svelte';
  import { Form } from '$lib/forms/form.svelte';
  import { session } from '$lib/shell/session.svelte';
  import { match } from '$lib/ui/acts.svelte';
  import { say } from '$lib/ui/said';
  import { untrack } from 'svelte';
  import { languageOptions } from './languages';
  /** The company's name, what stands on its papers beside it, and how it writes. */
  let {
    particulars,
    writings,
    languages
  }: {
    particulars: Schemas['Particulars'];
    writings: Schemas['CountryWriting'][];
    languages: Schemas['TextLanguage'][];
  } = $props();
  const FIELDS = [
    ['name', 'Company'],
    ['street', 'Street'],
    ['postal', 'Postal code'],
    ['town', 'Town'],
    ['country', 'Country'],
    ['phone', 'Phone'],
    ['email', 'Email, from which documents are sent'],
    ['website', 'Website'],
    ['taxId', 'Tax ID'],
    ['registration', 'Registration'],
    ['bank', 'Bank account (IBAN)']
  ] as const;
  const of = (p: Schemas['Particulars']) => {
    const { logo, logoType, version, ...values } = p;
    void logo;
    void logoType;
    return { values, version };
  };
  const written = $derived(writings.find((one) => one.code === form.values.region));
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
      await session.load();
      say('Saved. Papers that left before stay as they are.');
    }
  });
</script>

<form class="form" onsubmit={form.submit}>
  {#each FIELDS as [name, label] (name)}<Entry {form} {name} {label} />{/each}
  <Pick
    {form}
    name="language"
    label="Letters and papers, unless a customer has another language"
    options={languageOptions(languages, form.values.language)}
  />
  <Pick
    {form}
    name="region"
    label="Figures, days and paper as in"
    options={writings.map((one) => [one.code, one.name] as const)}
  />
  <Entry {form} name="colour" label="Colour of customer pages (optional)" placeholder="#0F4C5C" />
  {#if written}<p class="quiet whole">
      {written.example}; weeks from {written.weekFrom}; {written.letterPaper ? 'US Letter' : 'A4'}. Files are
      written and read as before.
    </p>{/if}
  <FormFoot {form} />
</form>
