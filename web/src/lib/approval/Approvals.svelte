<script lang="ts">
  import { api, ask, type Schemas } from '$lib/api/client';
  import ComparisonTable from '$lib/quote/ComparisonTable.svelte';
  import Ask from '$lib/ui/Ask.svelte';
  import Field from '$lib/ui/Field.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import Verdict from '$lib/ui/Verdict.svelte';
  import { Acts } from '$lib/ui/acts.svelte';
  import { day, words } from '$lib/ui/format';
  import { load, refusalOf } from '$lib/ui/load.svelte';
  /** What was asked of somebody with the authority, and what they answered; whoever may answer does it here. */
  let {
    asked,
    quote,
    stale,
    onChange
  }: {
    /** the quote that was asked about */
    quote: number;
    asked: Schemas['ApprovalView'][];
    /** what was signed off was for other lines than those of now */
    stale: boolean;
    onChange: () => unknown;
  } = $props();
  const acts = new Acts(() => onChange());
  let comment = $state('');

  function answer(id: number, yes: boolean) {
    void acts.run(() =>
      ask(api.POST('/api/approvals/{id}/answer', { params: { path: { id } }, body: { yes, comment } }))
    );
  }
  let percent = $state('');
  let seeing = $state('');
  const preview = load(
    () => ['quote', quote, 'counter', seeing],
    () =>
      api.GET('/api/quotes/{id}/counter', { params: { path: { id: quote }, query: { percent: seeing } } }),
    () => seeing !== ''
  );

  async function offer() {
    const sent = await acts.run(() =>
      ask(
        api.POST('/api/quotes/{id}/counter', {
          params: { path: { id: quote } },
          body: { percent: seeing, comment }
        })
      )
    );
    if (sent) seeing = '';
  }

  function tone(answer: string | null) {
    if (answer === 'yes' && !stale) return 'good';
    return answer === 'no' ? 'bad' : answer ? 'quiet' : 'heed';
  }

  function says(answer: string | null, counter: string | null) {
    if (answer === 'counter') return `at most ${counter} % on a row would do`;
    if (answer === 'yes') return stale ? 'sign-off no longer valid: the lines changed' : 'signed off';
    return answer === 'no' ? 'declined' : answer ? 'withdrawn' : 'sign-off requested';
  }
</script>

<section class="leaf asked" aria-label="Sign-off">
  {#each asked as { approval: a, mayAnswer } (a.id)}
    <p>
      <Verdict tone={tone(a.answer)}>{says(a.answer, a.counter)}</Verdict>
      <span>{a.words}.</span>
      <span class="quiet"
        >{a.askedByName}, {day(a.askedAt)}{a.why ? `: ${a.why}` : ''}{a.answeredByName
          ? ` · ${a.answeredByName}, ${day(a.answeredAt)}${a.comment ? `: ${a.comment}` : ''}`
          : ` · waiting for the ${words(a.role)}`}</span
      >
    </p>
    {#if mayAnswer}
      <form
        onsubmit={(event) => {
          event.preventDefault();
          answer(a.id, true);
        }}
      >
        <Field label="Comment" name="comment" bind:value={comment} problem={acts.at('comment')} />
        <button class="act main" disabled={acts.busy}>Sign off</button>
        <button type="button" class="act" disabled={acts.busy} onclick={() => answer(a.id, false)}
          >Decline</button
        >
        <span class="counter">
          <input
            class="box figure"
            aria-label="At most so many percent off any row"
            placeholder="%"
            bind:value={percent}
          />
          <button
            type="button"
            class="act"
            disabled={percent.trim() === ''}
            onclick={() => (seeing = percent.trim())}>Offer another discount…</button
          >
        </span>
      </form>
    {/if}
  {/each}
  <Notice refusal={acts.refusal} />
</section>

<Ask
  bind:open={() => seeing !== '', (open) => (seeing = open ? seeing : '')}
  title="At most {seeing} % off any row"
  broad
>
  <Notice refusal={refusalOf(preview) ?? acts.refusal} />
  {#if preview.data}
    <ComparisonTable comparison={preview.data} />
    <p>
      <button class="act main" disabled={acts.busy} onclick={offer}>Offer this</button>
      <span class="quiet">Taking it needs no further sign-off.</span>
    </p>
  {/if}
</Ask>

<style>
  .counter {
    display: flex;
    gap: 6px;
    margin-left: 14px;
  }
  .counter .box {
    width: 64px;
  }
  .asked {
    padding: 8px 14px;
    margin-bottom: 10px;
    border-left: 4px solid var(--brass);
  }
  p {
    display: flex;
    gap: 4px 12px;
    flex-wrap: wrap;
    padding: 2px 0;
  }
  form {
    display: flex;
    flex-wrap: wrap;
    gap: 10px;
    align-items: end;
    padding: 4px 0;
  }
</style>
