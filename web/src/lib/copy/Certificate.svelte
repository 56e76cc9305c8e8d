<script lang="ts">
  import type { Copy } from './copy.svelte';
  /** Who accepted what and when, with the fingerprint of it: to be printed and kept. */
  let { view, acceptance: a }: { view: Copy; acceptance: NonNullable<Copy['acceptance']> } = $props();
  // In full, with the year and the zone of whoever reads it.
  const when = $derived(new Date(a.at).toLocaleString('en-GB', { dateStyle: 'long', timeStyle: 'long' }));
</script>

<section class="certificate" aria-label="Certificate of acceptance">
  <h2>Certificate of acceptance</h2>
  <dl>
    <dt>Quote</dt>
    <dd>{view.called} of {view.seller.name}</dd>
    <dt>Accepted by</dt>
    <dd>{a.name}</dd>
    {#if a.poNumber}<dt>PO number</dt>
      <dd>{a.poNumber}</dd>{/if}
    <dt>When</dt>
    <dd>{when}</dd>
    <dt>From</dt>
    <dd>{a.address}</dd>
    <dt>Fingerprint</dt>
    <dd class="print">{a.fingerprint}</dd>
  </dl>
  <details>
    <summary>What was accepted</summary>
    <pre>{a.text}</pre>
    <p class="quiet">The fingerprint is the SHA-256 of this text.</p>
  </details>
  <p><button class="act" onclick={() => window.print()}>Print</button></p>
</section>

<style>
  .certificate {
    border: 1px solid var(--moss);
    padding: 12px 16px;
    margin: 14px 0;
  }
  h2 {
    font-size: var(--type-lead);
  }
  dl {
    display: grid;
    grid-template-columns: minmax(90px, 120px) 1fr;
    gap: 3px 12px;
    margin: 8px 0;
  }
  dt {
    color: var(--stone);
  }
  .print {
    font-size: var(--type-small);
    overflow-wrap: anywhere;
  }
  pre {
    font: inherit;
    font-size: var(--type-small);
    white-space: pre-wrap;
    overflow-wrap: anywhere;
  }
  summary {
    cursor: pointer;
    min-height: 32px;
  }
  @media print {
    button {
      display: none;
    }
  }
</style>
