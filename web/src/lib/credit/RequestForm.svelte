<script lang="ts">
  import { untrack } from 'svelte';
  import { api, ask } from '$lib/api/client';
  import Entry from '$lib/forms/Entry.svelte';
  import FormFoot from '$lib/forms/FormFoot.svelte';
  import { Form } from '$lib/forms/form.svelte';
  import { session } from '$lib/shell/session.svelte';
  import { day, figure } from '$lib/ui/format';
  import { load } from '$lib/ui/load.svelte';
  /** Asks the credit controller for a higher limit or an earlier day; the case is filled in by itself. */
  let { account, order, onDone }: { account: number; order?: number | undefined; onDone: () => unknown } =
    $props();
  const credit = load(
    () => ['credit', account],
    () => api.GET('/api/credit/accounts/{id}', { params: { path: { id: account } } })
  );
  const form = new Form({
    values: { amount: '', from: untrack(() => session.view?.today ?? ''), why: '' },
    draft: untrack(() => `credit request ${account}`),
    send: (body) =>
      ask(
        api.POST('/api/credit/accounts/{id}/requests', {
          params: { path: { id: account } },
          body: { ...body, orderId: order ?? null }
        })
      ),
    done: () => onDone()
  });
</script>

<form class="form" onsubmit={form.submit}>
  {#if credit.data}
    {@const c = credit.data.credit}
    <p class="whole">
      Limit <b>{figure(c.limit)}</b>, exposure <b>{figure(c.exposure)}</b>, overdue
      <b>{figure(c.overdue)}</b>.
      {#each credit.data.limits.filter((l) => l.from > (session.view?.today ?? '')) as l (l.from)}
        <span class="quiet">{figure(l.amount)} from {day(l.from)}.</span>
      {/each}
    </p>
  {/if}
  <Entry {form} name="amount" label="Limit wanted" focus />
  <Entry {form} name="from" label="From" type="date" />
  <div class="whole"><Entry {form} name="why" label="Why" rows={3} /></div>
  <FormFoot {form} label="Request" hint="Exposure, waiting orders and open quotes are added by themselves." />
</form>
