<script lang="ts">
  import { api, ask, type Schemas } from '$lib/api/client';
  import Ask from '$lib/ui/Ask.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import { Acts } from '$lib/ui/acts.svelte';
  import { moment } from '$lib/ui/format';
  import { load, refusalOf } from '$lib/ui/load.svelte';
  import { say } from '$lib/ui/said';
  import { wordsOf } from './words';
  /** What was imported, and its undoing as a whole. */
  type Past = Schemas['PastImport'];
  const past = load(
    () => ['import-log'],
    () => api.GET('/api/import-log')
  );
  const acts = new Acts(() => past.refetch());
  let asked = $state.raw<{ of: Past; would: Schemas['UndoView'] } | null>(null);
  let open = $state(false);

  function tryUndo(of: Past) {
    return acts.run(async () => {
      const path = { id: of.id };
      asked = { of, would: await ask(api.GET('/api/import-log/{id}/undo', { params: { path } })) };
      open = true;
    });
  }

  async function undo() {
    const one = asked;
    if (!one) return;
    const done = await acts.run(async () => {
      const params = { path: { id: one.of.id }, query: { leaveInUse: one.would.inUse > 0 } };
      await ask(api.POST('/api/import-log/{id}/undone', { params }));
      say(`The import of ${one.of.file} is undone.`);
    });
    open = !done;
  }

  function wrote(of: Past): string {
    const parts = [];
    if (of.added) parts.push(`${of.added} added`);
    if (of.changed) parts.push(`${of.changed} changed`);
    return parts.join(', ') || 'nothing';
  }
</script>

{#if past.data?.length}
  <section class="leaf pad" aria-label="Past imports">
    <h2>Past imports</h2>
    {#if !open}<Notice refusal={acts.refusal ?? refusalOf(past)} />{/if}
    <table class="ledger cards" aria-label="Past imports">
      <thead><tr><th>File</th><th>Kind</th><th>What</th><th>By</th><th>When</th><th>Act</th></tr></thead>
      <tbody>
        {#each past.data as one (one.id)}
          <tr>
            <td class="lead">{one.file}</td>
            <td>{wordsOf(one.kind)}</td>
            <td>{wrote(one)}</td>
            <td>{one.person}</td>
            <td>{moment(one.at)}</td>
            <td
              >{#if one.undoneAt}<span class="quiet" title={moment(one.undoneAt)}
                  >undone by {one.undoneBy}</span
                >{:else if one.left}<button
                  class="plain"
                  disabled={acts.busy}
                  onclick={() => void tryUndo(one)}>Undo</button
                >{/if}</td
            >
          </tr>
        {/each}
      </tbody>
    </table>
  </section>
{/if}
<Ask bind:open title="Undo this import">
  {#if asked}
    <p>
      {asked.of.file}: {asked.would.records}
      {asked.would.records === 1 ? 'record' : 'records'} of {wordsOf(asked.of.kind).toLowerCase()}. What it
      added is removed, what it changed is as it was before.
    </p>
    {#if asked.would.inUse}
      <p class="heed">
        {asked.would.inUse === 1 ? '1 was' : `${asked.would.inUse} were`} used or changed since and
        {asked.would.inUse === 1 ? 'stays' : 'stay'}: {asked.would.names.join('; ')}{asked.would.inUse >
        asked.would.names.length
          ? ' and more'
          : ''}.
      </p>
    {/if}
    <Notice refusal={acts.refusal} />
    <p class="acts">
      <button class="act main" disabled={acts.busy || asked.would.records === 0} onclick={() => void undo()}
        >{asked.would.inUse ? 'Undo the others' : 'Undo'}</button
      >
      <button class="act" onclick={() => (open = false)}>Cancel</button>
    </p>
  {/if}
</Ask>

<style>
  .pad {
    padding: 12px 14px;
    margin-top: 16px;
  }
  .acts {
    margin-top: 12px;
    display: flex;
    gap: 8px;
  }
</style>
