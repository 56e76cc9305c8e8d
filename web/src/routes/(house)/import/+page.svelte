<script lang="ts">
  import { goto } from '$app/navigation';
  import { page } from '$app/state';
  import { api } from '$lib/api/client';
  import FileImport from '$lib/import/FileImport.svelte';
  import PastImports from '$lib/import/PastImports.svelte';
  import { wordsOf } from '$lib/import/words';
  import { offer } from '$lib/shell/actions.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import Tabs from '$lib/ui/Tabs.svelte';
  import { load, refusalOf } from '$lib/ui/load.svelte';
  /** A file of any kind: matched, checked, then imported all at once or not at all; undone as a whole. */
  const kinds = load(
    () => ['import-kinds'],
    () => api.GET('/api/import-kinds')
  );
  const asked = $derived(page.url.searchParams.get('kind'));
  const kind = $derived(kinds.data?.find((one) => one.kind === asked) ?? kinds.data?.[0]);
  offer(() => []);
</script>

<svelte:head><title>Import · Firm Tally</title></svelte:head>
<div class="page">
  <div class="head"><h1>Import</h1></div>
  <Notice refusal={refusalOf(kinds)} />
  {#if kind && kinds.data}
    <Tabs
      tabs={kinds.data.map((one) => ({ key: one.kind, label: wordsOf(one.kind) }))}
      chosen={kind.kind}
      label="What is imported"
      onChoose={(key) => void goto(`/import?kind=${key}`, { replaceState: true, keepFocus: true })}
    />
    {#key kind.kind}<FileImport {kind} />{/key}
    <PastImports />
  {:else if kinds.data}
    <p class="leaf pad">
      You may not import anything. Files are imported by who sells, manages or keeps the books.
    </p>
  {/if}
</div>

<style>
  .pad {
    padding: 12px 14px;
  }
</style>
