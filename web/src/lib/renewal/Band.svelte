<script lang="ts">
  import type { Schemas } from '$lib/api/client';
  /** An agreement as a band that ends where its term ends; the mark is the day to speak about it. */
  let { row, today }: { row: Schemas['RenewalRow']; today: string } = $props();
  // Where a day lies in the thirteen months: drawing only.
  const SPAN = ((365.25 * 13) / 12) * 86_400_000;
  const begin = $derived(Date.parse(today.slice(0, 7) + '-01'));
  const place = (iso: string) => Math.max(0, Math.min(1, (Date.parse(iso) - begin) / SPAN)) * 100;
</script>

<div class="band">
  <i class={row.status} style:width="{place(row.end)}%"></i>
  {#if row.callOn >= today}<b style:left="{place(row.callOn)}%"></b>{/if}
</div>

<style>
  .band {
    position: relative;
    width: 190px;
    height: 16px;
    background: repeating-linear-gradient(90deg, var(--rule) 0 1px, transparent 1px calc(100% / 13));
  }
  .band i {
    position: absolute;
    top: 4px;
    height: 8px;
    background: var(--rule-strong);
    border-right: 3px solid var(--ink);
  }
  .band i.contacted {
    background: var(--brass);
  }
  .band i.quoted {
    background: var(--petrol);
  }
  .band i.renewed {
    background: var(--moss);
  }
  .band b {
    position: absolute;
    top: 0;
    height: 16px;
    border-left: 2px solid var(--madder);
  }
</style>
