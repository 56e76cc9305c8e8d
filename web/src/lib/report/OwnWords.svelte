<script lang="ts">
  import { api, type Schemas } from '$lib/api/client';
  import { session } from '$lib/shell/session.svelte';
  import { percent, rounded } from '$lib/ui/format';
  import { load } from '$lib/ui/load.svelte';
  import { periods } from './periods';
  /** What a screen of its own would say first: of goals, of what recurs, of what it took to win. */
  let { about, otherwise }: { about: string; otherwise: string } = $props();
  const quarter = $derived(periods(session.view?.today ?? '2026-01-01')[0]);
  const goals = load<Schemas['StandingRow'][]>(
    () => ['goals', 'standing', quarter?.from, quarter?.to],
    () =>
      api.GET('/api/goals/standing', {
        params: { query: { from: quarter?.from ?? '', to: quarter?.to ?? '' } }
      }),
    () => about === 'goals'
  );
  const recurring = load<Schemas['RecurringView']>(
    () => ['recurring', {}],
    () => api.GET('/api/recurring', { params: { query: {} } }),
    () => about === 'recurring'
  );
  const variance = load<Schemas['Report']>(
    () => ['reports', 'variance', 'rep', '', ''],
    () => api.GET('/api/reports/variance', { params: { query: { by: 'rep' } } }),
    () => about === 'variance'
  );
  // What another one has asked for is there as well.
  const all = $derived(about === 'goals' ? goals.data?.[0] : undefined);
  const last = $derived(about === 'recurring' ? recurring.data?.months.at(-1) : undefined);
  const total = $derived(about === 'variance' ? variance.data?.total : undefined);
  const isZero = (amount: string | null | undefined) => !amount || !/[1-9]/.test(amount);
</script>

{#if all}{#if isZero(all.goal)}<b>{rounded(all.won)}</b> won this quarter; no goal is set.{:else}<b
      >{rounded(all.won)}</b
    >
    of {rounded(all.goal)} won this quarter; gap <b>{rounded(all.gap)}</b>, chance
    <b>{percent(all.chance)}</b>.{/if}
{:else if last && recurring.data}<b>{rounded(last.closing)}</b> a month recur{#if recurring.data.netRetention};
    net retention <b>{percent(recurring.data.netRetention)}</b>, gross
    <b>{percent(recurring.data.grossRetention)}</b>{/if}.
{:else if total}{#if total.orders}<b>{total.orders}</b> orders: <b>{rounded(total.before)}</b> on the
    opportunities became <b>{rounded(total.after)}</b>; discounts <b>{rounded(total.discount)}</b>.{:else}No
    orders in this time.{/if}
{:else}<span class="quiet">{otherwise}</span>{/if}

<style>
  b {
    font-weight: 560;
  }
</style>
