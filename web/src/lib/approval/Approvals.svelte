<script lang="ts">
  import { api, ask, type Schemas } from '$lib/api/client';
  import Field from '$lib/ui/Field.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import Verdict from '$lib/ui/Verdict.svelte';
  import { Acts } from '$lib/ui/acts.svelte';
  import { day, words } from '$lib/ui/format';
  /** What was asked of somebody with the authority, and what they answered; whoever may answer does it here. */
  let {
    asked,
    stale,
    onChange
  }: {
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
  function tone(answer: string | null) {
    if (answer === 'yes' && !stale) return 'good';
    return answer === 'no' ? 'bad' : answer ? 'quiet' : 'heed';
  }

  function says(answer: string | null) {
    if (answer === 'yes') return stale ? 'sign-off no longer valid: the lines changed' : 'signed off';
    return answer === 'no' ? 'declined' : answer ? 'withdrawn' : 'sign-off requested';
  }
</script>

<section class="leaf asked" aria-label="Sign-off">
  {#each asked as { approval: a, mayAnswer } (a.id)}
    <p>
      <Verdict tone={tone(a.answer)}>{says(a.answer)}</Verdict>
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
      </form>
    {/if}
  {/each}
  <Notice refusal={acts.refusal} />
</section>

<style>
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
