<script lang="ts">
  import AccountPick from '$lib/account/AccountPick.svelte';
  import { api, ask, missing, type Schemas } from '$lib/api/client';
  import FormFoot from '$lib/forms/FormFoot.svelte';
  import { Form } from '$lib/forms/form.svelte';
  import { match } from '$lib/ui/acts.svelte';
  import { day } from '$lib/ui/format';
  import ItemChoice from './ItemChoice.svelte';
  import { untrack } from 'svelte';
  /** Says whose a payment is and what it is for. */
  let { payment, onDone }: { payment: Schemas['PaymentRow']; onDone: () => unknown } = $props();
  const path = untrack(() => ({ id: payment.id }));
  const form = new Form({
    values: { accountId: null as number | null, items: [] as number[] },
    version: untrack(() => payment.version),
    send: ({ accountId, items }, version) => {
      if (accountId === null) throw missing('accountId', 'Choose an account from the list.');
      return ask(
        api.POST('/api/payments/{id}/book', {
          params: { path, header: match(version) },
          body: { accountId, items }
        })
      );
    },
    done: () => onDone()
  });
  form.labels['accountId'] = 'Account';
</script>

<form class="form one" onsubmit={form.submit}>
  <p>
    {day(payment.on)}: “{payment.words || 'no words'}”
    {#if payment.proposal.length}<span class="quiet">perhaps {payment.proposal.join(', ')}</span>{/if}
  </p>
  <AccountPick
    name="account"
    text={payment.payer}
    focus
    problem={form.at('accountId')}
    onPick={(a: Schemas['AccountRow'] | null) => (form.values.accountId = a?.id ?? null)}
  />
  {#if form.values.accountId}
    <ItemChoice account={form.values.accountId} likely={payment.proposal} bind:chosen={form.values.items} />
  {/if}
  <FormFoot {form} label="Book payment" />
</form>
