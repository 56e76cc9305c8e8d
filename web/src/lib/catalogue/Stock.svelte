<script lang="ts">
  import { api } from '$lib/api/client';
  import Notice from '$lib/ui/Notice.svelte';
  import { day, figure } from '$lib/ui/format';
  import { load, refusalOf } from '$lib/ui/load.svelte';
  /** What of a product is on hand, reserved and coming in, and what can be promised from which day. */
  let { code }: { code: string } = $props();
  const stock = load(
    () => ['stock', code],
    () => api.GET('/api/stock/{code}', { params: { path: { code } } })
  );
  const s = $derived(stock.data);
  /** What arrives on a day, in one row with what can be promised from then on. */
  const comingIn = (on: string) => s?.arrivals.filter((a) => a.due === on) ?? [];
  const late = $derived(s?.arrivals.filter((a) => !s?.available.some((d) => d.on === a.due)) ?? []);
</script>

<Notice refusal={refusalOf(stock)} />
{#if s?.onHand}
  <p class="now">
    <span>{figure(s.onHand)} on hand</span>
    <span class="quiet">{s.reserved === '0' ? 'none' : figure(s.reserved)} reserved</span>
  </p>
  <table class="ledger" aria-label="Available to promise">
    <thead><tr><th>From</th><th>Coming in</th><th class="figure">Available to promise</th></tr></thead>
    <tbody>
      {#each s.available as d, n (d.on)}
        <tr>
          <td>{n === 0 ? 'today' : day(d.on)}</td>
          <td class="quiet">
            {#each comingIn(d.on) as a (a.id)}<div>{figure(a.quantity)} {a.ref}</div>{:else}–{/each}
          </td>
          <td class="figure" class:bad={d.available.startsWith('-')}>{figure(d.available)}</td>
        </tr>
      {/each}
    </tbody>
  </table>
  {#each late as a (a.id)}
    <p class="heed">{figure(a.quantity)} {a.ref} were due on {day(a.due)} and have not come in.</p>
  {/each}
{:else if s}<p class="quiet">Not kept in stock; lead time {s.leadDays} days.</p>{/if}

<style>
  .now {
    display: flex;
    gap: 4px 14px;
    flex-wrap: wrap;
    margin-bottom: 4px;
  }
</style>
