<script lang="ts">
  import { untrack } from 'svelte';
  import { api, ask, type Schemas } from '$lib/api/client';
  import Entry from '$lib/forms/Entry.svelte';
  import FormFoot from '$lib/forms/FormFoot.svelte';
  import { Form } from '$lib/forms/form.svelte';
  import { session } from '$lib/shell/session.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import { Acts } from '$lib/ui/acts.svelte';
  import { day, figure } from '$lib/ui/format';
  /** The limits of an account, each from a day on. */
  let { a, onDone }: { a: Schemas['AccountCredit']; onDone: () => unknown } = $props();
  const path = untrack(() => ({ id: a.id }));
  const today = session.view?.today ?? '';
  const acts = new Acts(() => onDone());
  const form = new Form({
    values: { amount: '', from: today },
    draft: untrack(() => `limit of account ${a.id}`),
    send: (body) => ask(api.PUT('/api/credit/accounts/{id}/limits', { params: { path }, body })),
    done: () => {
      form.discard();
      return onDone();
    }
  });
  const remove = (from: string) =>
    void acts.run(() =>
      ask(api.DELETE('/api/credit/accounts/{id}/limits/{from}', { params: { path: { ...path, from } } }))
    );
</script>

<table class="plain" aria-label="Limits">
  <tbody>
    <tr class="quiet"
      ><td>usual limit, until the first of their own</td><td class="figure">{figure(a.usualLimit)}</td><td
      ></td></tr
    >
    {#each a.limits as limit (limit.from)}
      <tr>
        <td class:quiet={limit.from > today}>{limit.from > today ? 'from ' : 'since '}{day(limit.from)}</td>
        <td class="figure">{figure(limit.amount)}</td>
        <td
          >{#if a.mayChange}<button class="plain" disabled={acts.busy} onclick={() => remove(limit.from)}
              >Remove</button
            >{/if}</td
        >
      </tr>
    {/each}
  </tbody>
</table>
<Notice refusal={acts.refusal} />
{#if a.mayChange}
  <form class="form" onsubmit={form.submit}>
    <Entry {form} name="amount" label="New limit" />
    <Entry {form} name="from" label="From" type="date" />
    <FormFoot {form} label="Set limit" secondary />
  </form>
{/if}

<style>
  table {
    width: 100%;
    margin-bottom: 8px;
  }
  td {
    padding: 2px 0;
  }
</style>
