<script lang="ts">
  import { api } from '$lib/api/client';
  import OfferLines from '$lib/copy/OfferLines.svelte';
  import type { CopyLine } from '$lib/copy/copy.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import { load, refusalOf } from '$lib/ui/load.svelte';
  /** What the customer will read, or reads: the paper's own words and sums. */
  let { id, version }: { id: number; version: string } = $props();
  const copy = load(
    () => ['quote', id, 'preview', version],
    () => api.GET('/api/quotes/{id}/copies/preview', { params: { path: { id } } }),
    () => true,
    true
  );
  const offer = $derived(copy.data?.offer ?? null);
</script>

<Notice refusal={refusalOf(copy)} />
{#if copy.data && offer}
  <div class="paper">
    <p class="seller">{copy.data.seller.name}</p>
    <p class="address">
      {#each offer.head.addressee as line, n (n)}{line}<br />{/each}
    </p>
    <p class="title">{copy.data.title}</p>
    {#each offer.letter as paragraph, n (n)}<p>{paragraph}</p>{/each}
    <OfferLines
      {offer}
      open={false}
      busy={false}
      onPick={() => undefined}
      pictureOf={(line: CopyLine) => `/api/products/${encodeURIComponent(line.code)}/picture`}
    />
    {#each offer.terms as fact (fact.name)}<p><span class="quiet">{fact.name}:</span> {fact.value}</p>{/each}
    {#if offer.enclosures.length}<p>
        <span class="quiet">Enclosed:</span>
        {offer.enclosures.map((file) => file.name).join(', ')}
      </p>{/if}
  </div>
{:else if copy.isPending}<p class="quiet">Loading…</p>{/if}

<style>
  .paper {
    font-size: var(--type-small);
  }
  .seller,
  .title {
    font-family: 'Newsreader Variable', serif;
    font-size: var(--type-lead);
  }
  .seller {
    border-bottom: 2px solid var(--brass);
    margin-bottom: 8px;
  }
  .address {
    margin: 8px 0;
  }
  p {
    margin: 4px 0;
    overflow-wrap: anywhere;
  }
</style>
