<script lang="ts">
  import { api } from '$lib/api/client';
  import { day, figure } from '$lib/ui/format';
  import { load } from '$lib/ui/load.svelte';
  import Ask from '$lib/ui/Ask.svelte';
  import OwnForm from './OwnForm.svelte';
  /** What a record has in the fields that the company added; nothing where it added none. */
  let { record, id, mayChange }: { record: string; id: number; mayChange: boolean } = $props();
  const own = load(
    () => ['own-fields', record, id],
    () => api.GET('/api/records/{kind}/{id}/own-fields', { params: { path: { kind: record, id } } })
  );
  let editing = $state(false);

  function shown(kind: string, value: string | undefined): string {
    if (value === undefined) return '–';
    if (kind === 'date') return day(value);
    return kind === 'number' || kind === 'amount' ? figure(value) : value;
  }
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
        <dd>{shown(field.kind, own.data.values[field.id])}</dd>
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
