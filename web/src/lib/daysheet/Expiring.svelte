<script lang="ts">
  import { goto } from '$app/navigation';
  import { api, ask, type Schemas } from '$lib/api/client';
  import Notice from '$lib/ui/Notice.svelte';
  import { Acts, match } from '$lib/ui/acts.svelte';
  import { day } from '$lib/ui/format';
  import { load, refusalOf } from '$lib/ui/load.svelte';
  /** A quote in its last days: call about it, send it again, or give it longer by a revision. */
  let { row, open = $bindable() }: { row: Schemas['Todo']; open: boolean } = $props();
  const quote = load(
    () => ['quote', row.id],
    () => api.GET('/api/quotes/{id}', { params: { path: { id: row.id } } })
  );
  const acts = new Acts();

  /** The follow-up of a quote stands among the activities of its opportunity. */
  function followUp() {
    open = false;
    void goto(`/opportunities/${quote.data?.of.opportunityId ?? 0}`);
  }

  async function extend() {
    const q = quote.data;
    if (!q) return;
    const params = { path: { id: q.id }, header: match(q.version) };
    await acts.run(async () => {
      const made = await ask(api.POST('/api/quotes/{id}/revisions', { params }));
      open = false;
      await goto('/quotes/' + made.id);
    });
  }
</script>

<Notice refusal={refusalOf(quote) ?? acts.refusal} />
{#if quote.data}
  <p>
    {quote.data.number} is valid until <b>{day(quote.data.terms.validUntil)}</b>. To {quote.data.terms
      .emailTo}.
  </p>
  <p class="row">
    <button class="act main" onclick={followUp}>Follow up</button>
    <button class="act" disabled={acts.busy || !quote.data.may.revise} onclick={extend}
      >Extend by a revision</button
    >
    <a class="act" href="/quotes/{row.id}">Open the quote</a>
  </p>
  <p class="quiet">
    A revision has the same lines and terms with a new last day; the customer gets it when you send it.
  </p>
{:else}<p class="quiet">Loading…</p>{/if}

<style>
  p {
    margin: 6px 0;
  }
</style>
