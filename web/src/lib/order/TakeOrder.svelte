<script lang="ts">
  import { goto } from '$app/navigation';
  import AccountPick from '$lib/account/AccountPick.svelte';
  import { upload } from '$lib/api/client';
  import Notice from '$lib/ui/Notice.svelte';
  import { Acts } from '$lib/ui/acts.svelte';
  /** Takes an order that a customer sent as a file. */
  const acts = new Acts();
  let account = $state(0);
  let file = $state<File | null>(null);

  async function take(event: SubmitEvent) {
    event.preventDefault();
    const chosen = file;
    if (!chosen) return;
    await acts.run(async () => {
      const taken = await upload<{ id: number }>('/api/received-orders?account=' + account, chosen);
      await goto('/orders/received/' + taken.id);
    });
  }
</script>

<form onsubmit={take} aria-label="Order file">
  <label
    >Order (UBL 2.1, XML) <input
      type="file"
      accept=".xml,application/xml,text/xml"
      required
      onchange={(e) => (file = e.currentTarget.files?.[0] ?? null)}
    /></label
  >
  {#if acts.at('file')}<p class="bad">{acts.at('file')}</p>{/if}
  <AccountPick
    label="Account (as the order names it, unless one is chosen)"
    problem={acts.at('account')}
    onPick={(a: { id: number } | null) => (account = a?.id ?? 0)}
  />
  <Notice refusal={acts.refusal?.problems.length ? null : acts.refusal} />
  <p><button class="act main" disabled={acts.busy || !file}>Take the order</button></p>
</form>

<style>
  form {
    display: grid;
    gap: 10px;
  }
  label {
    font-size: var(--type-small);
    color: var(--stone);
  }
  label input {
    display: block;
    margin-top: 3px;
    max-width: 100%;
  }
</style>
