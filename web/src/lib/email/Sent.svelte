<script lang="ts">
  import { api } from '$lib/api/client';
  import More from '$lib/ui/More.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import { at, day } from '$lib/ui/format';
  import { listed } from '$lib/ui/further.svelte';
  import { load } from '$lib/ui/load.svelte';
  /** Emails that left, or are to leave. */
  let open = $state(0);
  const list = listed(
    () => ['outbox'],
    (after) => api.GET('/api/outbox', { params: { query: { after } } })
  );
  const rows = $derived(list.rows);
  const shown = $derived(open || (rows[0]?.id ?? 0));
  const mode = load(
    () => ['outbox-mode'],
    () => api.GET('/api/outbox/mode')
  );
  const email = load(
    () => ['email', shown],
    () => api.GET('/api/outbox/{id}', { params: { path: { id: shown } } }),
    () => shown > 0
  );
</script>

{#if mode.data && !mode.data.leaves}<p class="quiet">Test mode: emails are kept here, not sent.</p>{/if}
<Notice refusal={list.refusal} />
{#if !list.isPending && !list.refusal && !rows.length}<p class="quiet">
    No emails yet. Sending a quote puts one here.
  </p>{/if}
<div class="two">
  <div class="leaf list">
    {#each rows as row (row.id)}
      <button aria-pressed={row.id === shown} onclick={() => (open = row.id)}
        ><b>{row.subject}</b><span class="quiet"
          >to {row.recipient}, {row.sentAt
            ? day(row.sentAt) + ' ' + at(row.sentAt)
            : row.failure
              ? 'not sent: ' + row.failure
              : 'on its way'}</span
        ></button
      >
    {/each}
    <More {list} />
  </div>
  {#if shown && email.data}
    <article class="leaf">
      <p class="quiet">
        From {email.data.from}<br />To {email.data.to.join(', ')}{#if email.data.copies.length}<br />Copy to
          {email.data.copies.join(', ')}{/if}
      </p>
      <h2>{email.data.subject}</h2>
      <pre>{email.data.text}</pre>
      <p>
        {#if email.data.attachments.length}Attachments: {email.data.attachments.join(', ')}.{/if}
        <a href="/api/outbox/{shown}/mail.eml">Download email (EML)</a>
      </p>
    </article>
  {/if}
</div>

<style>
  article {
    padding: 14px 18px;
  }
  pre {
    font: inherit;
    white-space: pre-wrap;
    overflow-wrap: anywhere;
    margin: 12px 0;
  }
</style>
