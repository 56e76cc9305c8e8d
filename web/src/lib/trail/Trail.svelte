<script lang="ts">
  import { api } from '$lib/api/client';
  import { placeOf } from '$lib/shell/places';
  import Verdict from '$lib/ui/Verdict.svelte';
  import { day, figure, words } from '$lib/ui/format';
  import { load } from '$lib/ui/load.svelte';
  import { tone } from '$lib/ui/tones';
  /** The paper trail: every paper of the chain, each a click away. */
  let { opportunity, here }: { opportunity: number; here: string } = $props();
  const papers = load(
    () => ['trail', opportunity],
    () => api.GET('/api/trail/{opportunity}', { params: { path: { opportunity } } })
  );
</script>

<section class="trail leaf" aria-label="Paper trail">
  <h2>Paper trail</h2>
  <ol>
    {#each papers.data ?? [] as paper (paper.kind + paper.id)}
      <li class={paper.kind} aria-current={paper.number === here ? 'true' : undefined}>
        <a href={placeOf(paper.kind, paper.id, paper.number)}>{paper.number}</a>
        <span class="quiet">{words(paper.kind)}, {day(paper.day)}</span>
        <Verdict tone={tone(paper.state)}>{words(paper.state)}</Verdict>
        <b class="figure">{figure(paper.amount)}</b>
      </li>
    {/each}
  </ol>
</section>

<style>
  .trail {
    padding: 10px 14px;
  }
  ol {
    margin-top: 4px;
    border-left: 2px solid var(--brass);
  }
  li {
    display: grid;
    grid-template-columns: 66px 1fr auto 92px;
    gap: 8px;
    align-items: center;
    padding: 3px 0 3px 10px;
    font-size: var(--type-small);
  }
  li[aria-current] {
    background: var(--brass-wash);
  }
  b {
    font-weight: 500;
  }
</style>
