<script lang="ts">
  import type { Schemas } from '$lib/api/client';
  import Ask from '$lib/ui/Ask.svelte';
  import Reach from '$lib/ui/Reach.svelte';
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
</h2>
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
