<script lang="ts">
  import { goto } from '$app/navigation';
  import { api, ask, type Schemas } from '$lib/api/client';
  import Choice from '$lib/ui/Choice.svelte';
  import Field from '$lib/ui/Field.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import { Acts } from '$lib/ui/acts.svelte';
  import { load } from '$lib/ui/load.svelte';
  import { untrack } from 'svelte';
  /** One screen from the enquiry to the opportunity: an account joined or made, nothing typed again. */
  let { view }: { view: Schemas['EnquiryView'] } = $props();
  const acts = new Acts();
  const e = untrack(() => view.enquiry);
  const alike = untrack(() => view.alike.filter((a) => a.record === 'account'));
  let join = $state(alike[0]?.id ?? 0);
  let contact = $state('');
  let search = $state('');
  let process = $state('');
  let form = $state({
    title: e.subject,
    name: e.name,
    kind: 'company',
    industry: '',
    postal: e.postal,
    town: e.town,
    person: e.person,
    email: e.email,
    phone: e.phone
  });
  const found = load(
    () => ['accounts', search],
    () => api.GET('/api/accounts', { params: { query: { q: search } } }),
    () => search.trim().length > 1
  );
  const choices = $derived([
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
  const open = $derived(
    processes.data?.processes.filter((p) => p.process.kind === 'new' && !p.process.deactivated) ?? []
  );

  function takeOn(event: SubmitEvent) {
    event.preventDefault();
    void acts.run(async () => {
      const made = await ask(
        api.POST('/api/enquiries/{id}/opportunity', {
          params: { path: { id: e.id } },
          body: {
            ...form,
            accountId: join > 0 ? join : null,
            contactId: contact ? Number(contact) : null,
            processId: process ? Number(process) : null
          }
        })
      );
      await goto('/opportunities/' + made.opportunityId);
    });
  }
</script>

<form onsubmit={takeOn}>
  <div class="whole">
    <Field label="Title" name="title" bind:value={form.title} problem={acts.at('title')} focus />
  </div>
  <fieldset class="whole">
    <legend>The account</legend>
    <label
      ><input type="radio" name="join" value={0} bind:group={join} /> is new and is created from this enquiry</label
    >
    {#each choices as c (c.id)}
      <label
        ><input type="radio" name="join" value={c.id} bind:group={join} /> is {c.name}{c.town
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
    <Field label="Name" name="name" bind:value={form.name} problem={acts.at('name')} />
    <Choice
      label="Type"
      name="kind"
      bind:value={form.kind}
      options={[
        ['company', 'company'],
        ['person', 'private person']
      ]}
    />
    <Field label="Industry" name="industry" bind:value={form.industry} problem={acts.at('industry')} />
    <Field label="Postal code" name="postal" bind:value={form.postal} problem={acts.at('postal')} />
    <Field label="Town" name="town" bind:value={form.town} problem={acts.at('town')} />
  {:else}
    <Choice
      label="Contact"
      name="contact"
      bind:value={contact}
      options={[
        ['', form.person ? form.person + ', as taken down' : 'none'],
        ...(contacts.data ?? []).map((c) => [String(c.id), c.name] as const)
      ]}
    />
  {/if}
  {#if contact === ''}
    <Field label="Contact’s name" name="person" bind:value={form.person} problem={acts.at('person')} />
    <Field label="Email" name="email" bind:value={form.email} problem={acts.at('email')} />
    <Field label="Phone" name="phone" bind:value={form.phone} problem={acts.at('phone')} />
  {/if}
  {#if open.length > 1}
    <Choice
      label="Sales process"
      name="process"
      bind:value={process}
      options={[
        ['', open[0]?.process.name ?? ''],
        ...open.slice(1).map((p) => [String(p.process.id), p.process.name] as const)
      ]}
    />
  {/if}
  <div class="whole">
    <Notice refusal={acts.refusal} />
    <p><button class="act main" disabled={acts.busy}>Convert to opportunity</button></p>
  </div>
</form>

<style>
  form {
    display: grid;
    grid-template-columns: 1fr 1fr;
    gap: 10px 14px;
  }
  .whole {
    grid-column: 1 / -1;
  }
  legend {
    font-size: var(--type-small);
    color: var(--stone);
  }
  label {
    display: block;
    padding: 2px 0;
  }
  fieldset .box {
    margin-top: 4px;
  }
</style>
