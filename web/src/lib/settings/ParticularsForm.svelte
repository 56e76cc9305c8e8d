<script lang="ts">
  import { api, ask, type Schemas } from '$lib/api/client';
  import Entry from '$lib/forms/Entry.svelte';
  import FormFoot from '$lib/forms/FormFoot.svelte';
  import { Form } from '$lib/forms/form.svelte';
  import { session } from '$lib/shell/session.svelte';
  import { match } from '$lib/ui/acts.svelte';
  import { say } from '$lib/ui/said';
  import { untrack } from 'svelte';
  /** The company's name, what stands on its papers beside it, and how it writes. */
  let { particulars }: { particulars: Schemas['Particulars'] } = $props();
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
    ['bank', 'Bank account (IBAN)'],
    ['language', 'Language of texts (two letters)']
  ] as const;
  const of = (p: Schemas['Particulars']) => {
    const { logo, logoType, version, ...values } = p;
    void logo;
    void logoType;
    return { values, version };
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
      await session.load();
      say('Saved. Papers that left before stay as they are.');
    }
  });
</script>

<form class="form" onsubmit={form.submit}>
  {#each FIELDS as [name, label] (name)}<Entry {form} {name} {label} />{/each}
  <Entry {form} name="colour" label="Colour of customer pages (optional)" placeholder="#0F4C5C" />
  <FormFoot {form} />
</form>
