<script lang="ts">
  import { upload, type Schemas } from '$lib/api/client';
  import Ask from '$lib/ui/Ask.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import Reach from '$lib/ui/Reach.svelte';
  import { Acts } from '$lib/ui/acts.svelte';
  import ContactForm from './ContactForm.svelte';
  /** Who is there, how and when they like to be reached. */
  let {
    account,
    contacts,
    mayAdd,
    mayChange,
    onOpen,
    onChange
  }: {
    account: number;
    contacts: Schemas['Contact'][];
    mayAdd: boolean;
    mayChange: boolean;
    /** opens an opportunity with a contact; nobody may without */
    onOpen?: ((contact: number) => void) | undefined;
    onChange: () => unknown;
  } = $props();
  let changing = $state.raw<Schemas['Contact'] | null>(null);
  let asking = $state(false);

  const acts = new Acts(() => onChange());
  let taken = $state('');

  /** What a file of contacts brought, said in a sentence. */
  function told(of: Schemas['CardsTaken']): string {
    return [
      of.added === 1 ? '1 contact added' : `${of.added} contacts added`,
      ...(of.known.length ? [`here already: ${of.known.join(', ')}`] : []),
      ...of.refused
    ].join('; ');
  }

  async function take(input: HTMLInputElement) {
    const file = input.files?.[0];
    taken = '';
    if (!file) return;
    await acts.run(async () => {
      taken = told(await upload<Schemas['CardsTaken']>(`/api/accounts/${account}/contacts/vcards`, file));
    });
    input.value = '';
  }

  function start(contact: Schemas['Contact'] | null) {
    changing = contact;
    asking = true;
  }

  async function done() {
    asking = false;
    await onChange();
  }
</script>

<h2>
  Contacts {#if mayAdd}<button class="plain" onclick={() => start(null)}>Add…</button>{/if}
  {#if mayChange}<label class="plain"
      >Add from vCards…<input
        type="file"
        accept=".vcf,text/vcard"
        class="sr-only"
        onchange={(e) => void take(e.currentTarget)}
      /></label
    >{/if}
  {#if contacts.length}<a class="plain" href="/api/accounts/{account}/contacts.vcf" download>vCards</a>{/if}
</h2>
<Notice refusal={acts.refusal}>{acts.at('file') ?? ''}</Notice>
{#if taken}<p role="status">{taken}</p>{/if}
{#each contacts as c (c.id)}
  <p>
    {#if onOpen}<button
        class="plain open"
        aria-label="New opportunity with {c.name}"
        title="New opportunity with {c.name}"
        onclick={() => onOpen(c.id)}>New opportunity</button
      >{/if}
    {#if mayChange}<button class="plain open" aria-label="Edit {c.name}" onclick={() => start(c)}
        >Edit…</button
      >{/if}
    <a href="/contacts/{c.id}">{c.name}</a>{c.role ? ', ' + c.role : ''}
    <span class="quiet"
      ><Reach phone={c.phone} email={c.email} />{[c.channel ? 'prefers ' + c.channel : '', c.hours]
        .filter(Boolean)
        .join(', ')}{#if c.emailRefused}<b class="bad">Email refused: {c.emailRefused}</b>{/if}</span
    >
  </p>
{:else}<p class="quiet">No contacts yet.</p>{/each}

<Ask bind:open={asking} title={changing ? changing.name : 'New contact'}>
  <ContactForm {account} contact={changing} onDone={done} />
</Ask>

<style>
  h2 {
    display: flex;
    justify-content: space-between;
  }
  p {
    padding: 2px 0;
    font-size: var(--type-small);
    overflow-wrap: anywhere;
  }
  span {
    display: block;
  }
  .open {
    float: right;
    font-size: var(--type-small);
    padding: 0 0 0 8px;
  }
</style>
