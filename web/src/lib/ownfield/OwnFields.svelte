<script lang="ts">
  import { api } from '$lib/api/client';
  import { load } from '$lib/ui/load.svelte';
  import Ask from '$lib/ui/Ask.svelte';
  import OwnForm from './OwnForm.svelte';
  import { shownOwn } from './own';
  /** What a record has in the fields that the company added; nothing where it added none. */
  let { record, id, mayChange }: { record: string; id: number; mayChange: boolean } = $props();
  const own = load(
    () => ['own-fields', record, id],
    () => api.GET('/api/records/{kind}/{id}/own-fields', { params: { path: { kind: record, id } } })
  );
  let editing = $state(false);
</script>

{#if own.data?.fields.length}
  <section aria-label="Further details">
    <h3>
      Further details {#if mayChange}<button class="plain" onclick={() => (editing = true)}
          >Edit details…</button
        >{/if}
    </h3>
    <dl>
      {#each own.data.fields as field (field.id)}
        <dt>{field.name}</dt>
        <dd>{shownOwn(field.kind, own.data.values[field.id])}</dd>
      {/each}
    </dl>
  </section>
  <Ask bind:open={editing} title="Further details">
    <OwnForm
      {record}
      {id}
      own={own.data}
      onDone={async () => {
        await own.refetch();
        editing = false;
      }}
    />
  </Ask>
{/if}

<style>
  section {
    margin-top: 12px;
  }
  h3 {
    display: flex;
    gap: 12px;
    align-items: baseline;
    margin-bottom: 4px;
  }
  dl {
    display: grid;
    grid-template-columns: minmax(90px, max-content) 1fr;
    gap: 2px 18px;
  }
  dt {
    color: var(--stone);
  }
  dd {
    overflow-wrap: anywhere;
  }
</style>
