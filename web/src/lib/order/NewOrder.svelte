<script lang="ts">
  import { goto } from '$app/navigation';
  import AccountPick from '$lib/account/AccountPick.svelte';
  import { api, ask, missing, type Schemas } from '$lib/api/client';
  import Entry from '$lib/forms/Entry.svelte';
  import FormFoot from '$lib/forms/FormFoot.svelte';
  import { Form } from '$lib/forms/form.svelte';
  import { untrack } from 'svelte';
  /** An order without a quote: its lines are typed on an opportunity of its own, and placed from there. */
  let { account }: { account?: { id: number; name: string } | undefined } = $props();
  const form = new Form({
    values: untrack(() => ({ accountId: account?.id ?? null, title: 'Order by phone' })),
    draft: untrack(() => `new order ${account?.id ?? ''}`),
    send: ({ accountId, title }) => {
      if (accountId === null) throw missing('accountId', 'Choose an account from the list.');
      return ask(
        api.POST('/api/opportunities', { body: { accountId, title, processId: null, contactId: null } })
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
  <p class="quiet">Type the lines, then place the order with Ctrl Enter.</p>
  <FormFoot {form} label="Type the lines" />
</form>
