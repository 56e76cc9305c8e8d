<script lang="ts">
  import { api } from '$lib/api/client';
  import FunnelWords from '$lib/report/FunnelWords.svelte';
  import MovementWords from '$lib/report/MovementWords.svelte';
  import OwnWords from '$lib/report/OwnWords.svelte';
  import OutlookWords from '$lib/report/OutlookWords.svelte';
  import ReportTabs from '$lib/report/ReportTabs.svelte';
  import TableWords from '$lib/report/TableWords.svelte';
  import { questionsOf, type Asked } from '$lib/report/questions';
  import { session } from '$lib/shell/session.svelte';
  import { load } from '$lib/ui/load.svelte';
  /** The questions of one's role first, each with its answer in a sentence. */
  const all = $derived(questionsOf(session.me?.roles ?? []));
  const views = load(
    () => ['views', 'table'],
    () => api.GET('/api/views', { params: { query: { screen: 'table' } } })
  );
</script>

{#snippet rows(some: Asked[])}
  {#each some as q (q.path)}
    <li>
      <article>
        <a href={q.path}>{q.ask}</a>
        <p>
          {#if q.question}<TableWords question={q.question} />
          {:else if q.path.endsWith('movement')}<MovementWords />
          {:else if q.path.endsWith('outlook')}<OutlookWords />
          {:else if q.path.endsWith('funnel')}<FunnelWords />
          {:else}<OwnWords about={q.path.split('/').at(-1) ?? ''} otherwise={q.title} />{/if}
        </p>
      </article>
    </li>
  {/each}
{/snippet}

<svelte:head><title>Reports · Firm Tally</title></svelte:head>
<div class="page">
  <div class="head"><h1>Reports</h1></div>
  <ReportTabs />
  <div class="two">
    <section aria-label="Your questions">
      <h2>Your questions</h2>
      <ul>{@render rows(all.first)}</ul>
    </section>
    <section aria-label="Other questions">
      <h2>Other questions</h2>
      <ul>{@render rows(all.others)}</ul>
      {#if views.data?.views.length}
        <h2>Saved tables</h2>
        <ul>
          {#each views.data.views as v (v.id)}
            <li>
              <a href="/reports/table?{v.query}">{v.name}</a>{#if !v.mine}<p class="quiet">{v.owner}</p>{/if}
            </li>
          {/each}
        </ul>
      {/if}
    </section>
  </div>
</div>

<style>
  .two {
    display: grid;
    grid-template-columns: minmax(0, 1.15fr) minmax(0, 1fr);
    gap: 32px;
    align-items: start;
  }
  h2 {
    margin: 4px 0 2px;
  }
  ul + h2 {
    margin-top: 20px;
  }
  li {
    padding: 8px 0;
    border-bottom: 1px solid var(--rule);
  }
  article > a,
  li > a {
    font-family: 'Newsreader Variable', serif;
    font-size: var(--type-lead);
  }
  @media (max-width: 900px) {
    .two {
      grid-template-columns: minmax(0, 1fr);
      gap: 18px;
    }
    article > a {
      display: inline-block;
      min-height: 28px;
    }
  }
</style>
