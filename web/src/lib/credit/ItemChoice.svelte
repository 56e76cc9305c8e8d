<script lang="ts">
  import { api } from '$lib/api/client';
  import { day, figure } from '$lib/ui/format';
  import { load } from '$lib/ui/load.svelte';
  /** The open invoices of an account, to choose those that a payment is for, in that order. */
  let {
    account,
    chosen = $bindable(),
    likely = []
  }: {
    account: number;
    chosen: number[];
    /** the numbers of those that are likely @default [] */
    likely?: string[];
  } = $props();
  const items = load(
    () => ['items', account],
    () => api.GET('/api/accounts/{id}/items', { params: { path: { id: account } } })
  );
  const open = $derived((items.data ?? []).filter((item) => !item.balance.startsWith('-')));
  let begun = 0;
  // What is likely is chosen to begin with.
  $effect(() => {
    if (begun === account || !items.data) return;
    begun = account;
    chosen = open.filter((item) => likely.includes(item.ref)).map((item) => item.id);
  });
  function turn(id: number, on: boolean) {
    chosen = on ? [...chosen, id] : chosen.filter((other) => other !== id);
  }
</script>

<fieldset>
  <legend>For these invoices; what is left goes to the oldest</legend>
  {#each open as item (item.id)}
    <label>
      <input
        type="checkbox"
        checked={chosen.includes(item.id)}
        onchange={(e) => turn(item.id, e.currentTarget.checked)}
      />
      <span>{item.ref}</span><span class="quiet">due {day(item.due)}</span><b>{figure(item.balance)}</b>
    </label>
  {:else}<p class="quiet">{items.isPending ? 'Loading…' : 'No open invoice: it stays as credit.'}</p>{/each}
</fieldset>

<style>
  label {
    display: grid;
    grid-template-columns: auto 80px 1fr auto;
    gap: 8px;
    align-items: center;
    min-height: 28px;
  }
  b {
    font-weight: 560;
    font-variant-numeric: tabular-nums;
  }
  fieldset {
    max-height: 220px;
    overflow: auto;
  }
</style>
