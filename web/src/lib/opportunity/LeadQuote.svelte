<script lang="ts">
  import { goto } from '$app/navigation';
  import { api, ask, type Schemas } from '$lib/api/client';
  import ComparisonTable from '$lib/quote/ComparisonTable.svelte';
  import Ask from '$lib/ui/Ask.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import { Acts } from '$lib/ui/acts.svelte';
  import { figure } from '$lib/ui/format';
  import { load, refusalOf } from '$lib/ui/load.svelte';
  import type { Editor } from '$lib/worksheet/editor.svelte';
  /** Which quote the opportunity's value follows, and whether its own lines have gone another way. */
  let { o, editor, onChange }: { o: Schemas['OpportunityView']; editor: Editor; onChange: () => unknown } =
    $props();
  const lead = load(
    () => ['opportunity', o.id, 'lead', o.leadQuoteId, editor.view.version],
    () => api.GET('/api/opportunities/{id}/lead', { params: { path: { id: o.id } } }),
    () => o.leadQuoteId !== null,
    true
  );
  const acts = new Acts(() => onChange());
  let comparing = $state(false);
  const isDraft = $derived(lead.data?.state === 'draft');

  /** A second quote that begins as these lines, not as a copy of the lead. */
  async function fromLines() {
    if (editor.dirty && !(await editor.save())) return;
    await acts.run(async () => {
      const params = { path: { id: o.id }, query: { fromLines: true } };
      const made = await ask(api.POST('/api/opportunities/{id}/quotes', { params }));
      await goto('/quotes/' + made.id);
    });
  }

  async function bring() {
    if (editor.dirty && !(await editor.save())) return;
    await acts.run(async () => {
      const quote = await ask(api.POST('/api/opportunities/{id}/lead', { params: { path: { id: o.id } } }));
      comparing = false;
      await goto('/quotes/' + quote.id);
    });
  }
</script>

{#if lead.data && o.leadQuoteId !== null}
  <p class="lead" class:heed={lead.data.differs} role="status">
    The value <b>{figure(lead.data.value)}</b> follows quote
    <a href="/quotes/{lead.data.id}">{lead.data.called}</a>, {lead.data.state}.
    {#if o.mayChange}<button
        class="plain"
        disabled={acts.busy}
        onclick={fromLines}
        title="A second quote from the lines below; Create quote copies {lead.data.called}"
        >Another quote from these lines</button
      >{/if}
    {#if lead.data.differs}
      These lines come to {figure(lead.data.comparison.totals.after)}.
      <button class="plain" onclick={() => (comparing = true)}>Show the differences</button>
    {/if}
  </p>
{:else}<Notice refusal={refusalOf(lead)} />{/if}
{#if !comparing}<Notice refusal={acts.refusal} />{/if}

<Ask bind:open={comparing} title="The quote and these lines" broad>
  {#if lead.data}
    <ComparisonTable comparison={lead.data.comparison} />
    <Notice refusal={acts.refusal} />
    {#if o.mayChange && lead.data.differs}
      <p class="row">
        <button class="act main" disabled={acts.busy} onclick={bring}
          >{isDraft
            ? `Bring these lines over to ${lead.data.called}`
            : `Make a revision of ${lead.data.called} with these lines`}</button
        >
      </p>
    {/if}
  {/if}
</Ask>

<style>
  .lead {
    margin-bottom: 10px;
  }
  .lead.heed {
    color: var(--ink);
    background: var(--brass-wash);
    border-left: 4px solid var(--brass);
    padding: 6px 12px;
  }
  .row {
    margin-top: 12px;
  }
</style>
