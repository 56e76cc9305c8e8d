<script lang="ts">
  import { api, ask, type Schemas } from '$lib/api/client';
  import { session } from '$lib/shell/session.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import { Form } from '$lib/forms/form.svelte';
  import { load } from '$lib/ui/load.svelte';
  import Alike from './Alike.svelte';
  import { emptyEnquiry, detailsOf } from './enquiry';
  import Offered from '$lib/ui/Offered.svelte';
  /** Takes an enquiry down on one line; who may be the same stands beneath while it is typed. */
  let { onTaken, first = $bindable() }: { onTaken: () => unknown; first?: HTMLInputElement | undefined } =
    $props();
  const entry = new Form({
    values: emptyEnquiry(),
    draft: 'new enquiry',
    send: (body: Schemas['EnquiryForm']) => ask(api.POST('/api/enquiries', { body })),
    done: async () => {
      const { source, campaign, owner } = entry.values;
      entry.begin({ ...emptyEnquiry(), source, campaign, owner });
      first?.focus();
      await onTaken();
    }
  });
  const form = $derived(entry.values);
  let more = $state(false);
  const known = $derived(detailsOf(form.contactDetails));
  const query = $derived({
    name: form.name.trim(),
    email: known.email,
    phone: known.phone,
    postal: (form.postal ?? '').trim(),
    town: (form.town ?? '').trim()
  });
  const alike = load(
    () => ['alike', query],
    () => api.GET('/api/enquiries/alike', { params: { query } }),
    () => query.name.length > 2 || query.email.length > 4 || query.phone.length > 5
  );
  const used = load(
    () => ['used'],
    () => api.GET('/api/opportunities/used')
  );
  const FIELDS = [
    ['name', 'Company or name'],
    ['contactDetails', 'Contact details'],
    ['town', 'Town'],
    ['subject', 'Subject'],
    ['source', 'Source']
  ] as const;
  const MORE = [
    ['person', 'Contact'],
    ['postal', 'Postal code'],
    ['family', 'Product family'],
    ['value', 'Estimated value'],
    ['campaign', 'Campaign']
  ] as const;
  const lists: Record<string, string> = { source: 'sources', campaign: 'campaigns' };
</script>

<form class="leaf" onsubmit={entry.submit} aria-label="Add enquiry">
  {#each FIELDS as [name, label] (name)}
    <label class={name}
      >{label}
      <input
        class="box"
        {name}
        list={lists[name]}
        autocomplete="off"
        bind:value={entry.values[name]}
        aria-invalid={entry.at(name) ? 'true' : undefined}
        {@attach (node: HTMLInputElement) => {
          if (name === 'name') first = node;
        }}
      />
      {#if entry.at(name)}<small class="bad">{entry.at(name)}</small>{/if}</label
    >
  {/each}
  <button class="act main" disabled={entry.busy}>Add enquiry</button>
  {#if more}
    {#each MORE as [name, label] (name)}
      <label
        >{label}
        <input
          class="box"
          {name}
          list={lists[name]}
          autocomplete="off"
          bind:value={entry.values[name]}
          aria-invalid={entry.at(name) ? 'true' : undefined}
        />
        {#if entry.at(name)}<small class="bad">{entry.at(name)}</small>{/if}</label
      >
    {/each}
  {/if}
  <div class="foot">
    <button type="button" class="plain" aria-expanded={more} onclick={() => (more = !more)}
      >{more ? 'Fewer fields' : 'More fields'}</button
    >
    <label class="to"
      >for <select class="box" bind:value={entry.values.owner} aria-label="For">
        <option value="">{session.me?.name ?? 'me'}</option>
        <option value="rules">assign automatically</option>
      </select></label
    >
    <Offered list="source" id="sources" more={used.data?.sources ?? []} />
    <datalist id="campaigns"
      >{#each used.data?.campaigns ?? [] as s (s)}<option value={s}></option>{/each}</datalist
    >
    {#if alike.data && (query.name || query.email || query.phone)}<Alike rows={alike.data} />{/if}
  </div>
</form>
<Notice refusal={entry.refusal}>
  {#if entry.refusal?.problems.length}The entries are kept.{/if}
</Notice>
{#if entry.restored}
  <p class="quiet" role="status">
    Your unsaved enquiry is restored. <button class="plain" onclick={() => entry.discard()}>Discard it</button
    >
  </p>
{/if}

<style>
  form {
    display: grid;
    grid-template-columns: 1.2fr 1.2fr 0.8fr 2fr 1fr auto;
    gap: 8px 10px;
    align-items: end;
    padding: 10px 14px;
    margin-bottom: 12px;
  }
  label {
    font-size: var(--type-small);
    color: var(--stone);
  }
  .foot {
    grid-column: 1 / -1;
    display: flex;
    gap: 6px 18px;
    align-items: center;
    flex-wrap: wrap;
  }
  .to select {
    width: auto;
  }
  @media (max-width: 800px) {
    form {
      grid-template-columns: 1fr 1fr;
    }
  }
</style>
