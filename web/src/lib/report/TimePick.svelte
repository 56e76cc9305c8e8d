<script lang="ts">
  import type { Schemas } from '$lib/api/client';
  import type { TableAsk } from './ask';
  import { TIMES } from './times';
  /** Of which time: one that moves along, or from one day to another; and which of their days it is. */
  let {
    ask,
    days,
    onChange
  }: {
    ask: TableAsk;
    days: Schemas['TableDay'][];
    onChange: (change: TableAsk) => unknown;
  } = $props();
  const OWN = 'own';
  let own = $state(false);
  const chosen = $derived(own || ask.from || ask.to ? OWN : (ask.period ?? ''));

  function choose(value: string) {
    own = value === OWN;
    if (value !== OWN) void onChange({ period: value, from: '', to: '' });
    else void onChange({ period: '' });
  }
</script>

<select class="box" aria-label="Time" value={chosen} onchange={(e) => choose(e.currentTarget.value)}>
  {#each TIMES as [value, label] (value)}<option {value}>{label}</option>{/each}
  <option value={OWN}>from … to …</option>
</select>
{#if chosen === OWN}
  <label
    >from <input
      class="box"
      type="date"
      value={ask.from ?? ''}
      onchange={(e) => onChange({ from: e.currentTarget.value, period: '' })}
    /></label
  >
  <label
    >to <input
      class="box"
      type="date"
      value={ask.to ?? ''}
      onchange={(e) => onChange({ to: e.currentTarget.value, period: '' })}
    /></label
  >
{/if}
{#if days.length > 1 && chosen !== ''}
  <select
    class="box"
    aria-label="Day that counts"
    value={ask.day ?? days[0]?.name}
    onchange={(e) => onChange({ day: e.currentTarget.value })}
  >
    {#each days as d (d.name)}<option value={d.name}>day {d.title}</option>{/each}
  </select>
{/if}
