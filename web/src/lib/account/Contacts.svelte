<script lang="ts">
  import { api, ask, type Schemas } from '$lib/api/client';
  import Ask from '$lib/ui/Ask.svelte';
  import Choice from '$lib/ui/Choice.svelte';
  import Field from '$lib/ui/Field.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import { Acts, match } from '$lib/ui/acts.svelte';
  /** Who is there, how and when they like to be reached. */
  let {
    account,
    contacts,
    mayAdd,
    mayChange,
    onChange
  }: {
    account: number;
    contacts: Schemas['Contact'][];
    mayAdd: boolean;
    mayChange: boolean;
    onChange: () => unknown;
  } = $props();
  const acts = new Acts(() => onChange());
  const empty = { name: '', role: '', email: '', phone: '', channel: '', hours: '' };
  let form = $state({ ...empty });
  let changing = $state<Schemas['Contact'] | null>(null);
  let asking = $state(false);

  function start(contact: Schemas['Contact'] | null) {
    changing = contact;
    form = contact
      ? {
          name: contact.name,
          role: contact.role,
          email: contact.email,
          phone: contact.phone,
          channel: contact.channel,
          hours: contact.hours
        }
      : { ...empty };
    acts.clear();
    asking = true;
  }

  async function save(event: SubmitEvent) {
    event.preventDefault();
    const contact = changing;
    asking = !(await acts.run(() =>
      contact
        ? ask(
            api.PUT('/api/accounts/{id}/contacts/{contact}', {
              params: { path: { id: account, contact: contact.id }, header: match(contact.version) },
              body: form
            })
          )
        : ask(api.POST('/api/accounts/{id}/contacts', { params: { path: { id: account } }, body: form }))
    ));
  }
</script>

<h2>
  Contacts {#if mayAdd}<button class="plain" onclick={() => start(null)}>Add…</button>{/if}
</h2>
{#each contacts as c (c.id)}
  <p>
    {#if mayChange}<button class="plain name" onclick={() => start(c)}>{c.name}</button
      >{:else}{c.name}{/if}{c.role ? ', ' + c.role : ''}
    <span class="quiet"
      >{[c.phone, c.email, c.channel ? 'by ' + c.channel : '', c.hours].filter(Boolean).join(' · ')}</span
    >
  </p>
{:else}<p class="quiet">No contacts yet.</p>{/each}

<Ask bind:open={asking} title={changing ? changing.name : 'New contact'}>
  <form onsubmit={save}>
    <Field label="Name" name="name" bind:value={form.name} problem={acts.at('name')} focus />
    <Field label="Job title" name="role" bind:value={form.role} problem={acts.at('role')} />
    <Field label="Phone" name="phone" bind:value={form.phone} problem={acts.at('phone')} />
    <Field label="Email" name="email" bind:value={form.email} problem={acts.at('email')} />
    <Choice
      label="Preferred channel"
      name="channel"
      bind:value={form.channel}
      options={[
        ['', 'either'],
        ['phone', 'phone'],
        ['email', 'email'],
        ['visit', 'visit']
      ]}
    />
    <Field label="Hours" name="hours" bind:value={form.hours} problem={acts.at('hours')} />
    <div class="whole">
      <Notice refusal={acts.refusal} />
      <p><button class="act main" disabled={acts.busy}>Save</button></p>
    </div>
  </form>
</Ask>

<style>
  h2 {
    display: flex;
    justify-content: space-between;
  }
  p {
    padding: 2px 0;
    font-size: var(--type-small);
    overflow-wrap: anywhere;
  }
  span {
    display: block;
  }
  .name {
    padding: 0;
  }
  form {
    display: grid;
    grid-template-columns: 1fr 1fr;
    gap: 10px 12px;
  }
  .whole {
    grid-column: 1 / -1;
  }
</style>
