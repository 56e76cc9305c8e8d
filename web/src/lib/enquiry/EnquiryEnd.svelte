<script lang="ts">
  import { api, ask, type Schemas } from '$lib/api/client';
  import Entry from '$lib/forms/Entry.svelte';
  import FormFoot from '$lib/forms/FormFoot.svelte';
  import Pick from '$lib/forms/Pick.svelte';
  import { Form } from '$lib/forms/form.svelte';
  import { after } from '$lib/activity/step';
  import { session } from '$lib/shell/session.svelte';
  import { match } from '$lib/ui/acts.svelte';
  import { load } from '$lib/ui/load.svelte';
  import { untrack } from 'svelte';
  import type { Ending } from './enquiry';
  import { sells } from '$lib/users/sells';
  import Offered from '$lib/ui/Offered.svelte';
  /** An enquiry is not pursued, put on hold until a day, or given to somebody else. */
  let { e, how, onDone }: { e: Schemas['EnquiryRow']; how: Ending; onDone: () => unknown } = $props();
  const LABEL = { 'not-pursued': 'Close enquiry', 'on-hold': 'Put on hold', reassign: 'Reassign' };
  const users = load(
    () => ['people'],
    () => api.GET('/api/users'),
    () => how === 'reassign'
  );
  const owners = $derived([
    ['rules', 'assign automatically'] as const,
    ...(users.data ?? [])
      .filter((u) => u.active && sells(u) && u.id !== e.ownerId)
      .map((u) => [String(u.id), u.name + (u.team ? ', ' + u.team : '')] as const)
  ]);
  const path = untrack(() => ({ id: e.id }));
  const form = new Form({
    values: { reason: '', until: after(session.view?.today ?? '2026-01-01', 14), owner: 'rules' },
    version: untrack(() => e.version),
    draft: untrack(() => `${how} ${e.id}`),
    send: ({ reason, until, owner }, version) => {
      const params = { path, header: match(version) };
      return ask(
        how === 'not-pursued'
          ? api.POST('/api/enquiries/{id}/not-pursued', { params, body: { reason } })
          : how === 'on-hold'
            ? api.POST('/api/enquiries/{id}/on-hold', { params, body: { until, reason } })
            : api.PUT('/api/enquiries/{id}/owner', { params, body: { owner } })
      );
    },
    reread: async () => {
      const now = await ask(api.GET('/api/enquiries/{id}', { params: { path } }));
      return { version: now.enquiry.version };
    },
    done: () => onDone()
  });
  const list = $props.id();
</script>

<form class="form one" onsubmit={form.submit}>
  {#if how === 'reassign'}
    <Pick {form} name="owner" label="Assign to" options={owners} />
  {:else}
    {#if how === 'on-hold'}<Entry {form} name="until" label="Until" type="date" />{/if}
    <Entry {form} name="reason" label="Reason" list={how === 'not-pursued' ? list : ''} focus />
    <Offered list="not-pursued-reason" id={list} />
  {/if}
  <FormFoot {form} label={LABEL[how]} />
</form>
