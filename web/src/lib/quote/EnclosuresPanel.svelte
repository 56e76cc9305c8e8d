<script lang="ts">
  import { api, ask, upload, type Schemas } from '$lib/api/client';
  import Notice from '$lib/ui/Notice.svelte';
  import { SvelteSet } from 'svelte/reactivity';
  import { Acts, match } from '$lib/ui/acts.svelte';
  import { size } from '$lib/ui/format';
  import { load, refusalOf } from '$lib/ui/load.svelte';
  /** Which files leave with a quote: ticked among those of its deal, its products and the company. */
  let { q, onChange }: { q: Schemas['QuoteView']; onChange: () => unknown } = $props();
  const files = load(
    () => ['quote', q.id, 'enclosures', q.version],
    () => api.GET('/api/quotes/{id}/enclosures', { params: { path: { id: q.id } } }),
    () => true,
    true
  );
  const acts = new Acts(async () => {
    await onChange();
    await files.refetch();
  });
  const OF: Record<string, string> = {
    company: 'ours',
    product: 'product data sheet',
    opportunity: 'of the opportunity',
    account: 'of the account'
  };
  const shown = $derived((files.data ?? []).filter((file) => q.may.change || file.enclosed));

  function enclose(id: number, on: boolean) {
    const now = (files.data ?? []).filter((file) => file.enclosed).map((file) => file.id);
    const next = on ? [...now, id] : now.filter((other) => other !== id);
    const params = { path: { id: q.id }, header: match(q.version) };
    return acts.run(() => ask(api.PUT('/api/quotes/{id}/enclosures', { params, body: { files: next } })));
  }

  /** What is added here is kept with the opportunity, and enclosed at once. */
  async function add(list: FileList | null) {
    const before = new SvelteSet((files.data ?? []).map((file) => file.id));
    for (const file of list ?? []) {
      const added = await acts.run(() =>
        upload(`/api/records/opportunity/${q.of.opportunityId}/files`, file)
      );
      if (!added) return;
      const fresh = (files.data ?? []).find((known) => !before.has(known.id));
      if (fresh) {
        before.add(fresh.id);
        if (!(await enclose(fresh.id, true))) return;
      }
    }
  }
</script>

<Notice refusal={refusalOf(files) ?? acts.refusal} />
{#each shown as file (file.id)}
  <p>
    <label
      >{#if q.may.change}<input
          type="checkbox"
          checked={file.enclosed}
          disabled={acts.busy}
          onchange={(e) => void enclose(file.id, e.currentTarget.checked)}
        />{/if}
      {file.name}</label
    > <span class="quiet">{size(file.size)}, {OF[file.of] ?? file.of}</span>
  </p>
{:else}
  {#if files.data}<p class="quiet">
      {q.may.change
        ? 'No files to enclose. Data sheets of the products, files of the opportunity and our general terms are offered here.'
        : 'Nothing was enclosed.'}
    </p>{/if}
{/each}
{#if q.may.change}
  <p>
    <label class="quiet"
      >Enclose another file <input
        type="file"
        multiple
        onchange={(e) => void add(e.currentTarget.files)}
      /></label
    >
  </p>
{/if}

<style>
  p {
    padding: 3px 0;
    overflow-wrap: anywhere;
  }
  input[type='file'] {
    display: block;
    max-width: 100%;
    font-size: var(--type-small);
  }
</style>
