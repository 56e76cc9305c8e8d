<script lang="ts">
  import { api, ask, type Schemas } from '$lib/api/client';
  import Ask from '$lib/ui/Ask.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import { Acts } from '$lib/ui/acts.svelte';
  import { words } from '$lib/ui/format';
  import { load, refusalOf } from '$lib/ui/load.svelte';
  import OwnFieldForm from './OwnFieldForm.svelte';
  /** The fields that the company adds to its records. */
  let { mayChange }: { mayChange: boolean } = $props();
  type Field = Schemas['OwnFieldView'];
  const RECORDS = [
    ['account', 'Accounts'],
    ['contact', 'Contacts'],
    ['enquiry', 'Enquiries'],
    ['opportunity', 'Opportunities'],
    ['product', 'Products']
  ] as const;
  const fields = load(
    () => ['own-field-list'],
    () => api.GET('/api/own-fields')
  );
  const acts = new Acts(() => fields.refetch());
  let of = $state.raw<Field | { record: string } | null>(null);

  function remove(field: Field) {
    return acts.run(() => ask(api.DELETE('/api/own-fields/{id}', { params: { path: { id: field.id } } })));
  }
</script>

<h2>Own fields</h2>
<p class="quiet">
  What you want to know beside what is there: shown on the record, in filters and groups, in the free table,
  in files and over the API.
</p>
<Notice refusal={refusalOf(fields) ?? acts.refusal} />
{#each RECORDS as [record, title] (record)}
  {@const own = (fields.data?.fields ?? []).filter((field) => field.record === record)}
  <h3>
    {title}
    {#if mayChange}<button class="plain" onclick={() => (of = { record })}>Add a field…</button>{/if}
  </h3>
  {#if own.length}
    <table class="ledger cards" aria-label={title}>
      <thead
        ><tr><th>Field</th><th>Kind</th><th class="figure">Filled in</th><th>Shown</th><th>Act</th></tr
        ></thead
      >
      <tbody>
        {#each own as field (field.id)}
          <tr>
            <td class="lead">{field.name}{field.required ? ', required' : ''}</td>
            <td>{words(field.kind)}{field.choices.length ? `: ${field.choices.join(', ')}` : ''}</td>
            <td class="figure worth">{field.used}</td>
            <td>{field.inList ? 'in lists too' : 'on the record'}</td>
            <td
              >{#if mayChange}<button class="plain" onclick={() => (of = field)}>Edit…</button>
                <button class="plain" disabled={acts.busy} onclick={() => void remove(field)}>Remove</button
                >{/if}</td
            >
          </tr>
        {/each}
      </tbody>
    </table>
  {:else}<p class="quiet">None yet.</p>{/if}
{/each}

<Ask
  bind:open={() => of !== null, (open) => (of = open ? of : null)}
  title={of && 'id' in of ? of.name : 'Add a field'}
>
  {#if of}
    <OwnFieldForm
      field={'id' in of ? of : undefined}
      record={of.record}
      onDone={async () => {
        await fields.refetch();
        of = null;
      }}
    />
  {/if}
</Ask>

<style>
  h3 {
    display: flex;
    gap: 12px;
    align-items: baseline;
    margin: 14px 0 4px;
  }
</style>
