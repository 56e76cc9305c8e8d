<script lang="ts">
  import { api } from '$lib/api/client';
  import Notice from '$lib/ui/Notice.svelte';
  import { at, day } from '$lib/ui/format';
  import { load, refusalOf } from '$lib/ui/load.svelte';
  /** An email that came from outside, with a way to answer it. */
  let { id, onAnswer = null }: { id: number; onAnswer?: (() => void) | null } = $props();
  const email = load(
    () => ['received', id],
    () => api.GET('/api/inbox/{received}', { params: { path: { received: id } } })
  );
  const e = $derived(email.data);
</script>

<Notice refusal={refusalOf(email)} />
{#if e}
  <article>
    <p class="quiet">
      From {e.row.senderName ? `${e.row.senderName}, ${e.row.sender}` : e.row.sender}<br />To {e.to.join(
        ', '
      )}{#if e.copies.length}<br />Copy to {e.copies.join(', ')}{/if}<br />{day(e.row.at)}
      {at(e.row.at)}{#if e.row.answeredAt}, answered {day(e.row.answeredAt)}{/if}
    </p>
    <h2>{e.row.subject || 'No subject'}</h2>
    <pre>{e.text}</pre>
    {#if e.files.length}<p class="quiet">Files: {e.files.join(', ')}</p>{/if}
    <p class="acts">
      {#if onAnswer}<button class="act main" onclick={onAnswer}>Answer…</button>{/if}
      <a class="plain" href="/api/inbox/{id}/mail.eml" download>Download email (EML)</a>
    </p>
  </article>
{:else if email.isPending}<p class="quiet" role="status">Loading…</p>{/if}

<style>
  pre {
    font: inherit;
    white-space: pre-wrap;
    overflow-wrap: anywhere;
    margin: 10px 0;
  }
  p {
    overflow-wrap: anywhere;
  }
  .acts {
    display: flex;
    gap: 12px;
    align-items: center;
  }
</style>
