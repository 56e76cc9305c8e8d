<script lang="ts">
  import { api, ask, type Schemas } from '$lib/api/client';
  import Notice from '$lib/ui/Notice.svelte';
  import { Acts } from '$lib/ui/acts.svelte';
  import { day } from '$lib/ui/format';
  /** Notes on an account; the pinned ones are what to know before a call. */
  let {
    account,
    notes,
    onChange
  }: { account: number; notes: Schemas['NoteView'][]; onChange: () => unknown } = $props();
  const acts = new Acts(() => onChange());
  let words = $state('');
  let pinned = $state(true);

  async function add(event: SubmitEvent) {
    event.preventDefault();
    const done = await acts.run(() =>
      ask(
        api.POST('/api/accounts/{id}/notes', { params: { path: { id: account } }, body: { words, pinned } })
      )
    );
    if (done) words = '';
  }

  function pin(note: Schemas['NoteView']) {
    void acts.run(() =>
      ask(
        api.PUT('/api/accounts/{id}/notes/{note}', {
          params: { path: { id: account, note: note.id } },
          body: { pinned: !note.pinned }
        })
      )
    );
  }
</script>

<h2>Notes</h2>
{#each notes as note (note.id)}
  <p class:pinned={note.pinned}>
    {note.words}
    <span class="quiet"
      >{note.person}, {day(note.at)}
      <button class="plain" onclick={() => pin(note)}>{note.pinned ? 'Unpin' : 'Pin'}</button></span
    >
  </p>
{:else}<p class="quiet">No notes yet.</p>{/each}
<form onsubmit={add}>
  <input
    class="box"
    aria-label="Note"
    placeholder="Note"
    bind:value={words}
    aria-invalid={acts.at('words') ? 'true' : undefined}
  />
  <label><input type="checkbox" bind:checked={pinned} /> pinned</label>
  <button class="act">Note</button>
</form>
<Notice refusal={acts.refusal} />

<style>
  p {
    padding: 3px 0;
    font-size: var(--type-small);
  }
  p.pinned {
    border-left: 3px solid var(--brass);
    padding-left: 8px;
  }
  form {
    display: grid;
    grid-template-columns: 1fr auto auto;
    gap: 8px;
    align-items: center;
    margin-top: 6px;
  }
  label {
    font-size: var(--type-small);
  }
</style>
