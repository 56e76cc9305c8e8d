<script lang="ts">
  import { goto } from '$app/navigation';
  import AccountPick from '$lib/account/AccountPick.svelte';
  import { api, ask, missing, type Schemas } from '$lib/api/client';
  import Entry from '$lib/forms/Entry.svelte';
  import FormFoot from '$lib/forms/FormFoot.svelte';
  import Pick from '$lib/forms/Pick.svelte';
  import { Form } from '$lib/forms/form.svelte';
  import { load } from '$lib/ui/load.svelte';
  import { untrack } from 'svelte';
  import { choices } from './processes';
  /** Opens an opportunity: for an account that is found by typing, or for the one whose page is shown. */
  let {
    account,
    contacts = [],
    contact = null
  }: {
    account?: { id: number; name: string } | undefined;
    /** those of the account @default [] */
    contacts?: { id: number; name: string; role: string }[];
    /** whom it is opened with @default null */
    contact?: number | null;
  } = $props();
  const processes = load(
    () => ['processes'],
    () => api.GET('/api/processes')
  );
  const offered = $derived(choices(processes.data?.processes));
  const form = new Form({
    values: untrack(() => ({
      accountId: account?.id ?? null,
      title: '',
      processId: '',
      contactId: String(contact ?? contacts[0]?.id ?? '')
    })),
    draft: untrack(() => `new opportunity ${account?.id ?? ''}`),
    send: ({ accountId, title, processId, contactId }) => {
      if (accountId === null) throw missing('accountId', 'Choose an account from the list.');
      return ask(
        api.POST('/api/opportunities', {
          body: {
            accountId,
            title,
            processId: processId ? Number(processId) : null,
            contactId: contactId ? Number(contactId) : null
          }
        })
      );
    },
    done: (made) => goto(`/opportunities/${made.id}`, { state: { fresh: true } })
  });
  form.labels['accountId'] = 'Account';
</script>

<form class="form one" onsubmit={form.submit}>
  {#if !account}
    <AccountPick
      name="account"
      focus
      problem={form.at('accountId')}
      onPick={(a: Schemas['AccountRow'] | null) => (form.values.accountId = a?.id ?? null)}
    />
  {/if}
  <Entry {form} name="title" label="Title" focus={account !== undefined} />
  {#if contacts.length > 1}
    <Pick
      {form}
      name="contactId"
      label="Contact"
      options={contacts.map((c) => [String(c.id), c.name + (c.role ? ', ' + c.role : '')] as const)}
    />
  {/if}
  {#if offered.length > 1}<Pick {form} name="processId" label="Sales process" options={offered} />{/if}
  <FormFoot {form} label="Create"
    >{#if !account}<a href="/accounts?new">New account</a>{/if}</FormFoot
  >
</form>
