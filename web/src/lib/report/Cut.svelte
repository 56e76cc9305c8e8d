<script lang="ts">
  import { api } from '$lib/api/client';
  import { load } from '$lib/ui/load.svelte';
  import { ask, asked } from './address';
  import { sells } from '$lib/users/sells';
  /** Whose deals a report looks at; what is chosen stands in the address. */
  let {
    source = false,
    only = null
  }: {
    /** whether sources can be chosen @default false */
    source?: boolean;
    /** the process that is shown, where it is always one */
    only?: number | null;
  } = $props();
  const people = load(
    () => ['people'],
    () => api.GET('/api/users')
  );
  const processes = load(
    () => ['processes'],
    () => api.GET('/api/processes')
  );
  const used = load(
    () => ['used'],
    () => api.GET('/api/opportunities/used'),
    () => source
  );
  const sellers = $derived((people.data ?? []).filter((u) => u.active && sells(u)));
  const teams = $derived([...new Set(sellers.map((u) => u.team).filter((t): t is string => !!t))].sort());
</script>

<select
  class="box"
  aria-label="Rep"
  value={asked('owner')}
  onchange={(e) => ask({ owner: e.currentTarget.value })}
>
  <option value="">all reps</option>
  {#each sellers as u (u.id)}<option value={String(u.id)}>{u.name}</option>{/each}
</select>
{#if teams.length > 1}
  <select
    class="box"
    aria-label="Team"
    value={asked('team')}
    onchange={(e) => ask({ team: e.currentTarget.value })}
  >
    <option value="">all teams</option>
    {#each teams as t (t)}<option value={t}>{t}</option>{/each}
  </select>
{/if}
<select
  class="box"
  aria-label="Process"
  value={asked('process') || (only === null ? '' : String(only))}
  onchange={(e) => ask({ process: e.currentTarget.value })}
>
  {#if only === null}<option value="">all processes</option>{/if}
  {#each processes.data?.processes ?? [] as p (p.process.id)}
    {#if !p.process.deactivated}<option value={String(p.process.id)}>{p.process.name}</option>{/if}
  {/each}
</select>
{#if source}
  <select
    class="box"
    aria-label="Source"
    value={asked('source')}
    onchange={(e) => ask({ source: e.currentTarget.value })}
  >
    <option value="">all sources</option>
    {#each used.data?.sources ?? [] as s (s)}<option value={s}>{s}</option>{/each}
  </select>
{/if}
