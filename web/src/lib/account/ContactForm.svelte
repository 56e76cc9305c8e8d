<script lang="ts">
  import { api, ask, type Schemas } from '$lib/api/client';
  import Entry from '$lib/forms/Entry.svelte';
  import FormFoot from '$lib/forms/FormFoot.svelte';
  import Pick from '$lib/forms/Pick.svelte';
  import { Form } from '$lib/forms/form.svelte';
  import { match } from '$lib/ui/acts.svelte';
  import { untrack } from 'svelte';
  /** A contact as typed: a new one of an account, or one that is edited. */
  let {
    account,
    contact,
    onDone
  }: { account: number; contact: Schemas['Contact'] | null; onDone: () => unknown } = $props();
  const CHANNELS = [
    ['', 'any'],
    ['phone', 'phone'],
    ['email', 'email'],
    ['visit', 'visit']
  ] as const;
  const NEW = { name: '', role: '', email: '', phone: '', channel: '', hours: '' };
  const of = (c: Schemas['Contact']) => ({
    values: {
      name: c.name,
      role: c.role,
      email: c.email,
      phone: c.phone,
      channel: c.channel,
      hours: c.hours
    },
    version: c.version
  });
  const id = untrack(() => contact?.id);
  const path = untrack(() => ({ id: account }));
  const form = new Form({
    ...untrack(() => (contact ? of(contact) : { values: NEW })),
    draft: id === undefined ? `contact of ${path.id}` : `contact ${id}`,
    send: async (body, version) => {
      if (id === undefined) await ask(api.POST('/api/accounts/{id}/contacts', { params: { path }, body }));
      else {
        const params = { path: { ...path, contact: id }, header: match(version) };
        await ask(api.PUT('/api/accounts/{id}/contacts/{contact}', { params, body }));
      }
    },
    reread: async () => {
      const now = await ask(api.GET('/api/accounts/{id}/contacts', { params: { path } }));
      return of(now.find((c) => c.id === id) as Schemas['Contact']);
    },
    done: () => onDone()
  });
</script>

<form class="form" onsubmit={form.submit}>
  <Entry {form} name="name" label="Name" focus />
  <Entry {form} name="role" label="Job title" />
  <Entry {form} name="phone" label="Phone" type="tel" />
  <Entry {form} name="email" label="Email" />
  <Pick {form} name="channel" label="Preferred channel" options={CHANNELS} />
  <Entry {form} name="hours" label="Hours" />
  <FormFoot {form} />
</form>
