<script lang="ts">
  import { untrack } from 'svelte';
  import { api, ask, type Schemas } from '$lib/api/client';
  import Entry from '$lib/forms/Entry.svelte';
  import FormFoot from '$lib/forms/FormFoot.svelte';
  import { Form } from '$lib/forms/form.svelte';
  /** Answers a credit request: as asked, another limit or day, a deposit, or no. */
  let { request: r, onDone }: { request: Schemas['RequestView']; onDone: () => unknown } = $props();
  type Answer = 'yes' | 'counter' | 'condition' | 'no';
  const form = new Form({
    values: untrack(() => ({
      answer: 'yes',
      amount: r.amount,
      from: r.from,
      depositPercent: '30',
      comment: ''
    })),
    draft: untrack(() => `answer to credit request ${r.id}`),
    send: ({ answer, amount, from, depositPercent, comment }) =>
      ask(
        api.POST('/api/credit/requests/{id}/answer', {
          params: { path: { id: r.id } },
          body: {
            answer,
            comment,
            amount: answer === 'counter' ? amount : null,
            from: answer === 'counter' ? from : null,
            depositPercent: answer === 'condition' ? depositPercent : null
          }
        })
      ),
    done: () => onDone()
  });
  const ANSWERS = $derived<[Answer, string][]>([
    ['yes', 'As asked'],
    ['counter', 'Another limit or day'],
    ...(r.orderId ? ([['condition', 'The order against a deposit']] as [Answer, string][]) : []),
    ['no', 'No']
  ]);
</script>

<form class="form" onsubmit={form.submit}>
  <fieldset class="row whole">
    {#each ANSWERS as [answer, label] (answer)}<label
        ><input type="radio" name="answer" value={answer} bind:group={form.values.answer} /> {label}</label
      >{/each}
  </fieldset>
  {#if form.values.answer === 'counter'}
    <Entry {form} name="amount" label="Limit" />
    <Entry {form} name="from" label="From" type="date" />
  {:else if form.values.answer === 'condition'}
    <Entry {form} name="depositPercent" label="Deposit on {r.order}, %" />
  {/if}
  <div class="whole">
    <Entry
      {form}
      name="comment"
      label={form.values.answer === 'no' ? 'Why not' : 'Word to {who} (optional)'.replace('{who}', r.askedBy)}
      rows={2}
    />
  </div>
  <FormFoot {form} label="Answer" hint="Orders that wait are looked at again by themselves." />
</form>
