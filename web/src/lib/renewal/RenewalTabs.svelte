<script lang="ts">
  import { session } from '$lib/shell/session.svelte';
  import Places from '$lib/ui/Places.svelte';
  /** What recurs: what ends when, its prices, and what it brings. */
  const places = $derived([
    ['/renewals', 'Renewals'],
    ...(session.sells ? [['/renewals/price-rises', 'Price rises']] : []),
    ['/renewals/recurring', 'Recurring revenue']
  ] as [string, string][]);
</script>

<Places label="Renewals" {places} />
