<script lang="ts">
  import { api, ask } from '$lib/api/client';
  import { Acts } from '$lib/ui/acts.svelte';
  import { day } from '$lib/ui/format';
  import { load, refusalOf } from '$lib/ui/load.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import PolicyForm from './PolicyForm.svelte';
  /** The selling policy of today, and what is planned. */
  let { manages }: { manages: boolean } = $props();
  const policies = load(
    () => ['policies'],
    () => api.GET('/api/policies')
  );
  const families = load(
    () => ['families'],
    () => api.GET('/api/products/families')
  );
  const acts = new Acts(() => policies.refetch());
  const current = $derived(policies.data?.policies[0]);

  function withdraw(id: number) {
    return acts.run(() => ask(api.DELETE('/api/policies/{id}', { params: { path: { id } } })));
  }
</script>

<h2>Discounts, margins and prices</h2>
<p class="quiet">
  Who may give what without asking. A change holds from its day on; quotes and orders that were agreed before
  stay as they were.
</p>
<Notice refusal={refusalOf(policies) ?? acts.refusal} />
{#each (policies.data?.policies ?? []).slice(1) as planned (planned.id)}
  <p class="planned">
    From {day(planned.from)}: rep {planned.repDiscount} %, manager {planned.managerDiscount} %, floor
    {planned.documentFloor ? `${planned.documentFloor} %` : 'none'}.
    {#if manages}<button class="plain" disabled={acts.busy} onclick={() => void withdraw(planned.id)}
        >Withdraw</button
      >{/if}
  </p>
{/each}
{#if current && policies.data}
  {#key policies.data.version}
    <fieldset disabled={!manages}>
      <PolicyForm
        policy={current}
        version={policies.data.version}
        families={families.data ?? []}
        onChange={() => policies.refetch()}
      />
    </fieldset>
  {/key}
{/if}

<style>
  .planned {
    padding: 6px 10px;
    border-left: 3px solid var(--brass);
    margin-bottom: 8px;
  }
</style>
