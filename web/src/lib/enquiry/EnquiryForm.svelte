<script lang="ts">
  import { api, ask, type Schemas } from '$lib/api/client';
  import Entry from '$lib/forms/Entry.svelte';
  import FormFoot from '$lib/forms/FormFoot.svelte';
  import { Form } from '$lib/forms/form.svelte';
  import { match } from '$lib/ui/acts.svelte';
  import { untrack } from 'svelte';
  import { contactDetails } from './enquiry';
  /** Corrects an enquiry. */
  let { enquiry, onChange }: { enquiry: Schemas['EnquiryRow']; onChange: () => unknown } = $props();
  const FIELDS = [
    ['name', 'Company or name'],
    ['person', 'Contact'],
    ['contactDetails', 'Contact details'],
    ['subject', 'Subject'],
    ['postal', 'Postal code'],
    ['town', 'Town'],
    ['family', 'Product family'],
    ['value', 'Estimated value'],
    ['source', 'Source'],
    ['campaign', 'Campaign']
  ] as const;
  const path = untrack(() => ({ id: enquiry.id }));
  const of = (e: Schemas['EnquiryRow']) => ({
    values: {
      name: e.name,
      contactDetails: contactDetails(e.email, e.phone),
      subject: e.subject,
      person: e.person,
      postal: e.postal,
      town: e.town,
      family: e.family ?? '',
      value: e.value ?? '',
      source: e.source,
      campaign: e.campaign
    },
    version: e.version
  });
  const form = new Form({
    ...untrack(() => of(enquiry)),
    draft: `enquiry ${path.id}`,
    send: (values, version) =>
      ask(
        api.PUT('/api/enquiries/{id}', {
          params: { path, header: match(version) },
          body: { ...values, owner: null }
        })
      ),
    reread: async () => of((await ask(api.GET('/api/enquiries/{id}', { params: { path } }))).enquiry),
    done: () => onChange()
  });
</script>

<form class="form" onsubmit={form.submit}>
  {#each FIELDS as [name, label], n (name)}<Entry {form} {name} {label} focus={n === 0} />{/each}
  <FormFoot {form} />
</form>
