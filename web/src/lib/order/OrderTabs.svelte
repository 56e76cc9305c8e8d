<script lang="ts">
  import { session } from '$lib/shell/session.svelte';
  import Places from '$lib/ui/Places.svelte';
  /** The lists of what was ordered: from the order to the money. */
  const keeps = $derived(session.keepsBooks);
  const places = $derived([
    ['/orders', 'Orders'],
    ['/orders/received', 'Received'],
    ['/orders/due', 'Still to deliver'],
    ...(keeps ? [['/invoices/proposals', 'To invoice']] : []),
    ['/invoices', 'Invoices'],
    ...(keeps ? [['/payments', 'Payments']] : []),
    ...(keeps || session.manages ? [['/credit', 'Credit desk']] : [])
  ] as [string, string][]);
</script>

<Places label="Orders and money" {places} />
