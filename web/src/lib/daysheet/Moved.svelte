<script lang="ts">
  import { api, type Schemas } from '$lib/api/client';
  import { PARTS } from '$lib/report/moves';
  import { session } from '$lib/shell/session.svelte';
  import { rounded, signOf } from '$lib/ui/format';
  import { load } from '$lib/ui/load.svelte';
  import { eve } from './eve';
  /** What moved since the last working day began, the largest first; a rep's own, or all that one sees. */
  const query = $derived({
    since: eve(session.view?.today ?? '2026-01-01'),
    ...(session.me && session.onlySells ? { owner: session.me.id } : {})
  });
  const moved = load<Schemas['MovementView']>(
    () => ['movement', query],
    () => api.GET('/api/movement', { params: { query } }),
    () => true,
    true
  );
  const m = $derived(moved.data);
  const WORDS: Record<string, string> = Object.fromEntries(PARTS);
  const all = $derived(
    '/reports/movement?' +
      new URLSearchParams(Object.entries(query).map(([k, v]) => [k, String(v)])).toString()
  );
</script>

{#if m}
  <section class="leaf" aria-label="Moved since yesterday">
    <h2><a href={all}>Moved since yesterday</a></h2>
    <p class="quiet">
      weighted, this quarter: {rounded(m.weighted.opening)} to
      <b>{rounded(m.weighted.closing)}</b>{#if m.wonCount}; {m.wonCount}
        won with {rounded(m.wonAmount)}{/if}
    </p>
    <ul>
      {#each m.items.slice(0, 4) as i (i.id)}
        <li>
          <span
            ><a href="/opportunities/{i.id}">{i.account}</a><small>{WORDS[i.part]?.toLowerCase()}</small
            ></span
          >
          <b class="figure" class:bad={signOf(i.change) < 0} class:good={signOf(i.change) > 0}
            >{signOf(i.change) > 0 ? '+' : ''}{rounded(i.change)}</b
          >
        </li>
      {:else}<li class="quiet">Nothing.</li>{/each}
    </ul>
  </section>
{/if}
