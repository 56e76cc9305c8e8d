<script lang="ts">
  import { api, ask, asRefusal, type Refusal, type Schemas } from '$lib/api/client';
  import Field from '$lib/ui/Field.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import { moment } from '$lib/ui/format';
  /** What was asked and answered, and a place to ask. */
  let {
    rows,
    rep,
    about = '',
    onAsked
  }: {
    rows: Schemas['CustomerQuestion'][];
    /** who answers */
    rep: string;
    /** the number of the paper that is asked about @default none */
    about?: string;
    onAsked: () => unknown;
  } = $props();
  let words = $state('');
  let busy = $state(false);
  let asked = $state(false);
  let refusal = $state.raw<Refusal | null>(null);

  async function send(event: SubmitEvent) {
    event.preventDefault();
    busy = true;
    refusal = null;
    try {
      await ask(api.POST('/api/customer/questions', { body: { about, words } }));
      words = '';
      asked = true;
      await onAsked();
    } catch (thrown) {
      refusal = asRefusal(thrown);
    } finally {
      busy = false;
    }
  }
</script>

{#each rows as q (q.at)}
  <article>
    <p>
      {q.words}
      <span class="quiet"
        >{q.name}{#if q.about}, about {q.about}{/if}, {moment(q.at)}</span
      >
    </p>
    {#if q.answer}<p class="answer">
        {q.answer} <span class="quiet">{q.answeredBy}, {moment(q.answeredAt)}</span>
      </p>
    {:else}<p class="quiet">{rep} has your question.</p>{/if}
  </article>
{/each}
<form onsubmit={send}>
  <Field
    label={about ? `Your question about ${about}` : 'Your question'}
    name="words"
    rows={3}
    bind:value={words}
    problem={refusal?.at('words')}
  />
  <Notice refusal={refusal?.problems.length ? null : refusal} />
  <p class="row">
    <button class="act" disabled={busy || !words.trim()}>Ask {rep}</button>
    {#if asked}<span class="good" role="status">Sent. The answer comes by email and stands here.</span>{/if}
  </p>
</form>

<style>
  article {
    padding: 8px 0;
    border-bottom: 1px solid var(--rule);
    overflow-wrap: anywhere;
  }
  article span {
    display: block;
    font-size: 13px;
  }
  .answer {
    margin: 4px 0 0 12px;
    padding-left: 10px;
    border-left: 3px solid var(--brass);
    white-space: pre-line;
  }
  form {
    margin: 12px 0;
    max-width: 560px;
  }
  button {
    min-height: 44px;
  }
</style>
