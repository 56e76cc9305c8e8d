<script lang="ts">
  import { goto } from '$app/navigation';
  import { api, ask, type Schemas } from '$lib/api/client';
  import Entry from '$lib/forms/Entry.svelte';
  import FormFoot from '$lib/forms/FormFoot.svelte';
  import Pick from '$lib/forms/Pick.svelte';
  import { Form } from '$lib/forms/form.svelte';
  import { choices } from '$lib/opportunity/processes';
  import { load } from '$lib/ui/load.svelte';
  import { untrack } from 'svelte';
  /** One screen from the enquiry to the opportunity: an account joined or made, nothing typed again. */
  let { view }: { view: Schemas['EnquiryView'] } = $props();
  const e = untrack(() => view.enquiry);
  const alike = untrack(() => view.alike.filter((a) => a.record === 'account'));
  let search = $state('');
  const form = new Form({
    values: {
      accountId: alike[0]?.id ?? 0,
      contactId: '',
      processId: '',
      title: e.subject,
      name: e.name,
      kind: 'company',
      industry: '',
      postal: e.postal,
      town: e.town,
      person: e.person,
      email: e.email,
      phone: e.phone
    },
    draft: `convert ${e.id}`,
    send: ({ accountId, contactId, processId, ...values }) =>
      ask(
        api.POST('/api/enquiries/{id}/opportunity', {
          params: { path: { id: e.id } },
          body: {
            ...values,
            accountId: accountId > 0 ? accountId : null,
            contactId: contactId ? Number(contactId) : null,
            processId: processId ? Number(processId) : null
          }
        })
      ),
    done: (made) => goto(`/opportunities/${made.opportunityId}`, { state: { fresh: true } })
  });
  const join = $derived(form.values.accountId);
  const found = load(
    () => ['accounts', search],
    () => api.GET('/api/accounts', { params: { query: { q: search } } }),
    () => search.trim().length > 1
  );
  const accounts = $derived([
    ...alike.map((a) => ({ id: a.id, name: `${a.number} ${a.name}`, town: a.town, why: a.why })),
    ...(found.data?.rows ?? [])
      .filter((a) => !alike.some((b) => b.id === a.id))
      .slice(0, 6)
      .map((a) => ({ id: a.id, name: `${a.number} ${a.name}`, town: a.town, why: a.status }))
  ]);
  const contacts = load(
    () => ['contacts', join],
    () => api.GET('/api/accounts/{id}/contacts', { params: { path: { id: join } } }),
    () => join > 0
  );
  const processes = load(
    () => ['processes'],
    () => api.GET('/api/processes')
  );
  const offered = $derived(choices(processes.data?.processes));
</script>

<form class="form" onsubmit={form.submit}>
  <div class="whole"><Entry {form} name="title" label="Title" focus /></div>
  <fieldset class="whole">
    <legend>The account</legend>
    <label
      ><input type="radio" name="join" value={0} bind:group={form.values.accountId} /> is new and is created from
      this enquiry</label
    >
    {#each accounts as c (c.id)}
      <label
        ><input type="radio" name="join" value={c.id} bind:group={form.values.accountId} /> is {c.name}{c.town
          ? ', ' + c.town
          : ''} <span class="quiet">{c.why}</span></label
      >
    {/each}
    <input
      class="box"
      placeholder="Search for another account"
      aria-label="Search for another account"
      bind:value={search}
    />
  </fieldset>
  {#if join === 0}
    <Entry {form} name="name" label="Name" />
    <Pick
      {form}
      name="kind"
      label="Type"
      options={[
        ['company', 'company'],
        ['person', 'private person']
      ]}
    />
    <Entry {form} name="industry" label="Industry (optional)" />
    <Entry {form} name="postal" label="Postal code" />
    <Entry {form} name="town" label="Town" />
  {:else}
    <Pick
      {form}
      name="contactId"
      label="Contact"
      options={[
        ['', form.values.person ? form.values.person + ', from the enquiry' : 'none'],
        ...(contacts.data ?? []).map((c) => [String(c.id), c.name] as const)
      ]}
    />
  {/if}
  {#if form.values.contactId === ''}
    <Entry {form} name="person" label="Contact’s name" />
    <Entry {form} name="email" label="Email" />
    <Entry {form} name="phone" label="Phone" />
  {/if}
  {#if offered.length > 1}<Pick {form} name="processId" label="Sales process" options={offered} />{/if}
  <FormFoot {form} label="Convert to opportunity" />
</form>

<style>
  fieldset label {
    display: block;
    padding: 2px 0;
  }
  fieldset .box {
    margin-top: 4px;
  }
</style>
