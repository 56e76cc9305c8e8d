<script lang="ts">
  import { goto } from '$app/navigation';
  import { api, ask } from '$lib/api/client';
  import Alike from '$lib/enquiry/Alike.svelte';
  import Entry from '$lib/forms/Entry.svelte';
  import FormFoot from '$lib/forms/FormFoot.svelte';
  import Pick from '$lib/forms/Pick.svelte';
  import { Form } from '$lib/forms/form.svelte';
  import { load } from '$lib/ui/load.svelte';
  /** Opens an account; who may be the same stands beneath while it is typed. */
  const FIELDS = [
    ['town', 'Town (optional)'],
    ['postal', 'Postal code (optional)'],
    ['industry', 'Industry (optional)'],
    ['contact', 'Contact (optional)'],
    ['email', 'Email (optional)'],
    ['phone', 'Phone (optional)'],
    ['street', 'Street (optional)']
  ] as const;
  const form = new Form({
    values: {
      name: '',
      kind: 'company',
      street: '',
      postal: '',
      town: '',
      industry: '',
      contact: '',
      email: '',
      phone: ''
    },
    draft: 'new account',
    send: (body) => ask(api.POST('/api/accounts', { body })),
    done: (made) => goto('/accounts/' + made.id)
  });
  const query = $derived({
    name: form.values.name.trim(),
    email: form.values.email.trim(),
    phone: form.values.phone.trim(),
    postal: '',
    town: ''
  });
  const alike = load(
    () => ['alike', query],
    () => api.GET('/api/enquiries/alike', { params: { query } }),
    () => query.name.length > 2 || query.email.length > 4 || query.phone.length > 5
  );
  const rows = $derived((alike.data ?? []).filter((row) => row.record === 'account'));
</script>

<form class="form" onsubmit={form.submit}>
  <Entry {form} name="name" label="Name" focus />
  {#each FIELDS as [name, label] (name)}<Entry {form} {name} {label} />{/each}
  <Pick
    {form}
    name="kind"
    label="Type"
    options={[
      ['company', 'company'],
      ['person', 'private person']
    ]}
  />
  {#if rows.length && query.name}<div class="whole"><Alike {rows} /></div>{/if}
  <FormFoot {form} label="Create" />
</form>
