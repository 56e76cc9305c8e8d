<script lang="ts" module>
  /** What is neglected, as it is chosen and shown. */
  export const ATTENTION = [
    ['any', 'in any way'],
    ['no-activity-planned', 'no activity planned'],
    ['no-contact', ''],
    ['close-moved-back', 'close date moved back twice or more'],
    ['past-expected-close', 'past expected close'],
    ['over-usual-days', 'longer in stage than usual']
  ] as const;
</script>

<script lang="ts">
  import OwnFilters from '$lib/ownfield/OwnFilters.svelte';
  import { api } from '$lib/api/client';
  import { noContact } from '$lib/shell/silence';
  import { load } from '$lib/ui/load.svelte';
  import type { Narrow } from './narrow.svelte';
  /** The finer filters of the list. */
  let { narrow }: { narrow: Narrow } = $props();
  const used = load(
    () => ['used'],
    () => api.GET('/api/opportunities/used')
  );
  const processes = load(
    () => ['processes'],
    () => api.GET('/api/processes')
  );
  const stages = $derived(
    processes.data?.processes.flatMap((p) =>
      p.process.stages.map((s) => [String(s.id), `${p.process.name}: ${s.name}`] as const)
    ) ?? []
  );
  const CHOICES = $derived([
    ['attention', 'Needs attention', ATTENTION.map(([key, label]) => [key, label || noContact()] as const)],
    ['stage', 'Stage', stages],
    ['priority', 'Priority', words('high', 'normal', 'low')],
    ['interest', 'Interest', words('high', 'medium', 'low', 'unknown')],
    ['business', 'Business', words('new', 'existing')],
    ['tag', 'Tag', words(...(used.data?.tags ?? []))],
    ['competitor', 'Competitor', words(...(used.data?.competitors ?? []))],
    ['source', 'Source', words(...(used.data?.sources ?? []))],
    ['campaign', 'Campaign', words(...(used.data?.campaigns ?? []))],
    ['team', 'Team', words(...(processes.data?.teams ?? []))]
  ] as const);

  function words(...list: string[]) {
    return list.map((w) => [w, w] as const);
  }
  const fields = load(
    () => ['own-field-list'],
    () => api.GET('/api/own-fields')
  );
  const own = $derived((fields.data?.fields ?? []).filter((field) => field.record === 'opportunity'));
  const closed = $derived(narrow.get('state') === 'won' || narrow.get('state') === 'lost');
</script>

<div class="finer leaf" role="group" aria-label="Filter">
  {#each CHOICES as [field, label, options] (field)}
    <label
      >{label}
      <select
        class="box"
        name={field}
        value={narrow.get(field)}
        onchange={(e) => narrow.set(field, e.currentTarget.value)}
      >
        <option value="">any</option>
        {#each options as [value, shown] (value)}<option {value}>{shown}</option>{/each}
      </select></label
    >
  {/each}
  <label
    >{closed ? 'Closed' : 'Closes'} from
    <input
      class="box"
      type="date"
      value={narrow.get('from')}
      onchange={(e) => narrow.set('from', e.currentTarget.value)}
    /></label
  >
  <label
    >to <input
      class="box"
      type="date"
      value={narrow.get('to')}
      onchange={(e) => narrow.set('to', e.currentTarget.value)}
    /></label
  >
  <OwnFilters fields={own} terms={narrow.get('own')} onChange={(terms) => narrow.set('own', terms)} />
</div>

<style>
  .finer {
    display: grid;
    grid-template-columns: repeat(auto-fill, minmax(150px, 1fr));
    gap: 8px 12px;
    padding: 10px 14px;
    margin-bottom: 12px;
  }
  label {
    font-size: var(--type-small);
    color: var(--stone);
  }
</style>
