<script lang="ts">
  import { page } from '$app/state';
  import type { PageProps } from './$types';
  import { api } from '$lib/api/client';
  import ReportTabs from '$lib/report/ReportTabs.svelte';
  import TableBench from '$lib/report/TableBench.svelte';
  import TimePick from '$lib/report/TimePick.svelte';
  import { ask as write, asked } from '$lib/report/address';
  import { filters, narrowed, read, write as text, type TableAsk } from '$lib/report/ask';
  import { QUESTIONS } from '$lib/report/questions';
  import { session } from '$lib/shell/session.svelte';
  import { load } from '$lib/ui/load.svelte';
  import { sells } from '$lib/users/sells';
  let { params }: PageProps = $props();
  /** One question: a sentence, a picture and the table, narrowed by what stands in the address. */
  const question = $derived(QUESTIONS.find((q) => q.name === params.question) ?? QUESTIONS[0]);
  const sees = $derived(session.sells);
  const ask = $derived.by(() => {
    const own = read(page.url.searchParams, question?.query);
    // Who sees no costs is not refused the rest of the question.
    return sees ? own : { ...own, measures: (own.measures ?? '').replace(/,margin(-percent)?/g, '') };
  });
  const subjects = load(
    () => ['table', 'subjects'],
    () => api.GET('/api/table/subjects')
  );
  const people = load(
    () => ['people'],
    () => api.GET('/api/users')
  );
  const subject = $derived(subjects.data?.find((s) => s.name === (ask.subject ?? 'opportunities')));
  const as = $derived(asked('as') || question?.picture || 'bars');
  const key = (field: string) => filters(ask.filter).find((f) => f.field === field)?.keys[0] ?? '';
  const sellers = $derived((people.data ?? []).filter((u) => sells(u)));
  const teams = $derived([...new Set(sellers.map((u) => u.team).filter((t): t is string => !!t))].sort());

  function narrow(field: string, value: string) {
    void write({ filter: narrowed(ask.filter, field, value ? [value] : []) });
  }

  function group(field: string) {
    // What was beside each other stays, but not twice the same.
    void write({ rows: field, sort: '', ...(ask.columns === field ? { columns: '' } : {}) });
  }
</script>

<svelte:head><title>{question?.title ?? 'Reports'} · Firm Tally</title></svelte:head>
{#if question}
  <div class="page">
    <div class="head">
      <h1>{question.ask}</h1>
      <TimePick {ask} days={subject?.days ?? []} onChange={(change: TableAsk) => write(change)} />
      <select
        class="box"
        aria-label="Rep"
        value={key('owner')}
        onchange={(e) => narrow('owner', e.currentTarget.value)}
      >
        <option value="">all reps</option>
        {#each sellers as u (u.id)}<option value={String(u.id)}>{u.name}</option>{/each}
      </select>
      {#if teams.length > 1}
        <select
          class="box"
          aria-label="Team"
          value={key('team')}
          onchange={(e) => narrow('team', e.currentTarget.value)}
        >
          <option value="">all teams</option>
          {#each teams as t (t)}<option value={t}>{t}</option>{/each}
        </select>
      {/if}
    </div>
    <ReportTabs />
    <div class="row by">
      <span class="quiet">by</span>
      {#each question.by as [field, label] (field)}
        <button class="plain" aria-pressed={ask.rows === field} onclick={() => group(field)}>{label}</button>
      {/each}
      <a class="on" href="/reports/table?{text(ask)}">Change this table</a>
      <a href="/api/table/table.xlsx?{text(ask)}" download>XLSX</a>
      <a href="/api/table/table.csv?{text(ask)}" download>CSV</a>
    </div>
    <TableBench
      {ask}
      {as}
      label={question.title}
      empty="There is nothing to tell for this choice yet. Choose another time, or all reps."
      onSort={(sort: string) => write({ sort })}
    />
  </div>
{/if}

<style>
  .by {
    flex-wrap: wrap;
    gap: 4px 14px;
    margin-bottom: 10px;
  }
  .by [aria-pressed='true'] {
    color: var(--ink);
    font-weight: 600;
    box-shadow: inset 0 -2px var(--brass);
  }
  .by .on {
    margin-left: auto;
  }
</style>
