<script lang="ts">
  import AccountPick from '$lib/account/AccountPick.svelte';
  import { api, ask, missing, type Schemas } from '$lib/api/client';
  import Entry from '$lib/forms/Entry.svelte';
  import FormFoot from '$lib/forms/FormFoot.svelte';
  import { Form } from '$lib/forms/form.svelte';
  import { session } from '$lib/shell/session.svelte';
  import ItemChoice from './ItemChoice.svelte';
  import { untrack } from 'svelte';
  /** A payment that no statement tells: cash, a cheque. It is booked at once. */
  let { account, onDone }: { account?: number | undefined; onDone: () => unknown } = $props();
  const form = new Form({
    values: untrack(() => ({
      accountId: account ?? (null as number | null),
      on: session.view?.today ?? '',
      amount: '',
      words: '',
      items: [] as number[]
    })),
    draft: untrack(() => `payment ${account ?? ''}`),
    send: ({ accountId, ...rest }) => {
      if (accountId === null) throw missing('accountId', 'Choose an account from the list.');
      return ask(api.POST('/api/payments', { body: { accountId, ...rest } }));
    },
    done: () => onDone()
  });
  form.labels['accountId'] = 'Account';
</script>

<form class="form" onsubmit={form.submit}>
  {#if !account}
    <div class="whole">
      <AccountPick
        name="account"
        focus
        problem={form.at('accountId')}
        onPick={(a: Schemas['AccountRow'] | null) => (form.values.accountId = a?.id ?? null)}
      />
    </div>
  {/if}
  <Entry {form} name="amount" label="Amount" focus={account !== undefined} />
  <Entry {form} name="on" label="Day" type="date" />
  <div class="whole"><Entry {form} name="words" label="Words (optional)" /></div>
  {#if form.values.accountId}
    <div class="whole"><ItemChoice account={form.values.accountId} bind:chosen={form.values.items} /></div>
  {/if}
  <FormFoot {form} label="Book payment" />
</form>
