<script lang="ts">
  import Head from '$lib/catalogue/Head.svelte';
  import { offer } from '$lib/shell/actions.svelte';
  import { session } from '$lib/shell/session.svelte';
  /** Products and price rules as files: what is exported can be imported again. */
  const KINDS = [
    { kind: 'products', file: 'products', label: 'Products' },
    { kind: 'price-rules', file: 'rules', label: 'Price rules' }
  ] as const;
  offer(() => []);
</script>

<div class="page">
  <Head title="Files" />
  <div class="two">
    {#each KINDS as k (k.kind)}
      <section class="leaf" aria-label={k.label}>
        <h2>{k.label}</h2>
        <p>
          Export: <a href="/api/catalogue/{k.file}.csv">CSV</a>,
          <a href="/api/catalogue/{k.file}.xlsx">XLSX</a>
        </p>
        {#if session.manages}
          <p><a class="act" href="/import?kind={k.kind}">Import</a></p>
          <p class="quiet">
            What is exported can be changed and imported again: known codes are updated, new ones added; what
            is not in the file stays.
          </p>
        {/if}
      </section>
    {/each}
  </div>
</div>

<style>
  .two {
    display: grid;
    grid-template-columns: repeat(auto-fit, minmax(320px, 1fr));
    gap: 14px;
  }
  section {
    padding: 10px 14px;
  }
  section p {
    margin-top: 6px;
  }
</style>
