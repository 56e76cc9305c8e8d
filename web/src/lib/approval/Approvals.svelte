<script lang="ts">
  import type { Schemas } from '$lib/api/client';
  import { session } from '$lib/shell/session.svelte';
  import Ask from '$lib/ui/Ask.svelte';
  import Verdict from '$lib/ui/Verdict.svelte';
  import { day, words } from '$lib/ui/format';
  /** What was asked of somebody with the authority, and what they answered; whoever may answer has a screen for it. */
  let {
    asked,
    quote,
    stale
  }: {
    /** the quote that was asked about */
    quote: number;
    asked: Schemas['ApprovalView'][];
    /** what was signed off was for other lines than those of now */
    stale: boolean;
  } = $props();
  let covering = $state(false);

  function tone(answer: string | null) {
    if (answer === 'yes' && !stale) return 'good';
    return answer === 'no' ? 'bad' : answer ? 'quiet' : 'heed';
  }

  /** How long the answer took. */
  function took(from: string, to: string | null): string {
    const minutes = to ? Math.round((Date.parse(to) - Date.parse(from)) / 60_000) : 0;
    if (minutes < 60) return `after ${minutes} minutes`;
    return minutes < 48 * 60
      ? `after ${Math.round(minutes / 60)} hours`
      : `after ${Math.round(minutes / 1440)} days`;
  }

  function says(answer: string | null, counter: string | null) {
    if (answer === 'counter') return `at most ${counter} % on a row would do`;
    if (answer === 'yes') return stale ? 'sign-off no longer valid: the lines changed' : 'signed off';
    return answer === 'no' ? 'declined' : answer ? 'withdrawn' : 'sign-off requested';
  }
</script>

<section class="leaf asked" aria-label="Sign-off">
  {#each asked as { approval: a, mayAnswer }, n (a.id)}
    <p>
      <Verdict tone={tone(a.answer)}>{says(a.answer, a.counter)}</Verdict>
      <span>{a.words}.</span>
      <span class="quiet"
        >{a.askedByName}, {day(a.askedAt)}{a.why ? `: ${a.why}` : ''}{a.answeredByName
          ? ` · ${a.answeredByName}, ${day(a.answeredAt)}, ${took(a.askedAt, a.answeredAt)}${a.comment ? `: ${a.comment}` : ''}`
          : ` · waiting for the ${words(a.role)}`}</span
      >
    </p>
    {#if n === asked.length - 1 && (a.answer === 'yes' || a.answer === 'counter') && session.sells}<p>
        <button class="plain" onclick={() => (covering = true)}>What it covers</button>
      </p>{/if}
    {#if mayAnswer}<p><a class="act main" href="/quotes/{quote}/sign-off">Decide…</a></p>
    {/if}
  {/each}
</section>
<Ask bind:open={covering} title="What the sign-off covers" wide>
  {#await import('./Cover.svelte') then { default: Cover }}<Cover {quote} />{/await}
</Ask>

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
</style>
