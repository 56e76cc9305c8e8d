<script lang="ts">
  import { api } from '$lib/api/client';
  import { moment, words } from '$lib/ui/format';
  import More from '$lib/ui/More.svelte';
  import { listed } from '$lib/ui/further.svelte';
  /** Who changed what of a record, when, from what to what. */
  let { record, id }: { record: string; id: number } = $props();
  const log = listed(
    () => ['log', record, id],
    (after) =>
      api.GET('/api/records/{kind}/{id}/log', { params: { path: { kind: record, id }, query: { after } } })
  );
</script>

<ol aria-label="Changes">
  {#each log.rows as entry (entry.id)}
    <li>
      <span class="quiet">{moment(entry.at)}</span>
      <div>
        <b>{entry.person ?? 'automatically'}</b>
        {words(entry.what)}{#if entry.before && entry.after}: <s>{entry.before}</s> to
          <b>{entry.after}</b>{:else if entry.after}: {entry.after}{:else if entry.before}: <s
            >{entry.before}</s
          > removed{/if}
      </div>
    </li>
  {:else}<li class="quiet">{log.isPending ? 'Loading…' : 'No changes yet.'}</li>{/each}
</ol>
<More list={log} />

<style>
  li {
    display: grid;
    grid-template-columns: 92px 1fr;
    gap: 8px;
    padding: 4px 0;
    border-bottom: 1px solid var(--rule);
    font-size: var(--type-small);
    overflow-wrap: anywhere;
  }
  li.quiet {
    display: block;
  }
  b {
    font-weight: 560;
  }
  s {
    color: var(--stone);
  }
</style>
