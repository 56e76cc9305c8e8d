<script lang="ts">
  import { api, type Schemas } from '$lib/api/client';
  import { session } from '$lib/shell/session.svelte';
  import { noContact } from '$lib/shell/silence';
  import { rounded } from '$lib/ui/format';
  import { load } from '$lib/ui/load.svelte';
  /** The two largest open opportunities of the period that are neglected in some way. */
  let { to }: { to: string } = $props();
  const WORDS: Record<string, string> = {
    'no-activity-planned': 'no activity planned',
    'no-contact': noContact(),
    'close-moved-back': 'close date moved back',
    'past-expected-close': 'past expected close',
    'over-usual-days': 'long in its stage'
  };
  const query = $derived({
    attention: 'any',
    sort: '-value',
    to,
    ...(session.me && session.onlySells ? { owner: session.me.id } : {})
  });
  const found = load<Schemas['PagedOpportunityRow']>(
    () => ['opportunities', 'risks', query],
    () => api.GET('/api/opportunities', { params: { query } }),
    () => true,
    true
  );
  const rows = $derived((found.data?.rows ?? []).slice(0, 2));
</script>

{#if rows.length}
  <section class="leaf" aria-label="Largest risks">
    <h2><a href="/opportunities?as=list&attention=any&sort=-value">Largest risks</a></h2>
    <ul>
      {#each rows as o (o.id)}
        <li>
          <span
            ><a href="/opportunities/{o.id}">{o.account}</a><small class="heed"
              >{o.attention.map((a) => WORDS[a] ?? a).join(', ')}</small
            ></span
          >
          <b class="figure">{rounded(o.value)}</b>
        </li>
      {/each}
    </ul>
  </section>
{/if}
