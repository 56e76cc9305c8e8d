<script lang="ts">
  import { api, ask, type Schemas } from '$lib/api/client';
  import Notice from '$lib/ui/Notice.svelte';
  import Verdict from '$lib/ui/Verdict.svelte';
  import { Acts } from '$lib/ui/acts.svelte';
  import { at, day } from '$lib/ui/format';
  import { load, refusalOf } from '$lib/ui/load.svelte';
  /** The customer copy as the rep sees it: links and whether they were opened, and what was answered. */
  let { q, mine }: { q: Schemas['QuoteView']; mine: boolean } = $props();
  const copies = load(
    () => ['quote', q.id, 'copies'],
    () => api.GET('/api/quotes/{id}/copies', { params: { path: { id: q.id } } })
  );
  const acts = new Acts(() => copies.refetch());
  let url = $state('');
  let copied = $state(false);
  const open = $derived((copies.data?.links ?? []).filter((link) => !link.endedAt));
  const TONE = { accepted: 'good', declined: 'bad', question: 'heed' } as const;

  async function link() {
    await acts.run(async () => {
      const made = await ask(api.POST('/api/quotes/{id}/copies', { params: { path: { id: q.id } } }));
      url = made.url;
      copied = await navigator.clipboard?.writeText(url).then(
        () => true,
        () => false
      );
    });
  }

  function end() {
    url = '';
    void acts.run(() => ask(api.DELETE('/api/quotes/{id}/copies', { params: { path: { id: q.id } } })));
  }
</script>

<Notice refusal={refusalOf(copies) ?? acts.refusal} />
{#each copies.data?.answers ?? [] as answer (answer.at)}
  <div class="answer">
    <p>
      <Verdict tone={TONE[answer.kind as keyof typeof TONE] ?? 'quiet'}>{answer.kind}</Verdict>
      {answer.name}, {day(answer.at)}
      {at(answer.at)}{answer.poNumber ? `, PO number ${answer.poNumber}` : ''}
    </p>
    {#if answer.words}<p>{answer.words}</p>{/if}
    {#if answer.fingerprint}<details>
        <summary>What was accepted</summary>
        <pre>{answer.accepted}</pre>
        <p class="quiet">From {answer.address}. SHA-256 {answer.fingerprint}</p>
      </details>{/if}
  </div>
{/each}
{#if q.state === 'draft'}<p class="quiet">
    The customer gets a link when the quote is sent: there they pick options, accept, decline or ask.
  </p>{/if}
{#each copies.data?.links ?? [] as link (link.madeAt)}
  <p class:quiet={link.endedAt !== null}>
    Link of {day(link.madeAt)} by {link.madeBy}:
    {link.endedAt
      ? 'ended'
      : link.seenAt
        ? `opened ${link.seen === 1 ? 'once' : link.seen + ' times'}, last ${day(link.seenAt)} ${at(link.seenAt)}`
        : 'not opened yet'}
  </p>
{:else}
  {#if copies.data && q.state !== 'draft'}<p class="quiet">No link was made yet.</p>{/if}
{/each}
{#if url}
  <p role="status">
    <input class="box" readonly value={url} aria-label="Link" onfocus={(e) => e.currentTarget.select()} />
    <span class="quiet"
      >{copied ? 'Copied.' : 'Copy it now:'} Only its hash is kept, so it is shown this once.</span
    >
  </p>
{/if}
{#if mine}
  <p class="row">
    {#if q.state === 'sent'}<button class="act" disabled={acts.busy} onclick={link}>Copy a link</button>{/if}
    {#if open.length}<button class="plain" disabled={acts.busy} onclick={end}
        >{open.length === 1 ? 'End the link' : 'End the links'}</button
      >{/if}
  </p>
{/if}

<style>
  .answer {
    border-bottom: 1px solid var(--rule);
    padding-bottom: 6px;
    margin-bottom: 6px;
  }
  p {
    padding: 2px 0;
    overflow-wrap: anywhere;
  }
  pre {
    font: inherit;
    font-size: var(--type-small);
    white-space: pre-wrap;
  }
  summary {
    cursor: pointer;
  }
</style>
