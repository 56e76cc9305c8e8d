<script lang="ts">
  import { page } from '$app/state';
  import { goto } from '$app/navigation';
  import { api, type Schemas } from '$lib/api/client';
  import FieldPick from '$lib/report/FieldPick.svelte';
  import FilterForm from '$lib/report/FilterForm.svelte';
  import ReportTabs from '$lib/report/ReportTabs.svelte';
  import SavedTables from '$lib/report/SavedTables.svelte';
  import Slots from '$lib/report/Slots.svelte';
  import TableBench from '$lib/report/TableBench.svelte';
  import TimePick from '$lib/report/TimePick.svelte';
  import { asked } from '$lib/report/address';
  import { clean, filters, list, narrowed, put, read, write, type TableAsk } from '$lib/report/ask';
  import { offer } from '$lib/shell/actions.svelte';
  import Ask from '$lib/ui/Ask.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import { load, refusalOf } from '$lib/ui/load.svelte';
  /** The free table: what it is made of is a sentence, and stands in the address. */
  const FIRST: TableAsk = { rows: 'owner', measures: 'won,win-rate', period: 'year' };
  const ask = $derived(page.url.searchParams.size ? read(page.url.searchParams) : FIRST);
  const as = $derived(asked('as'));
  const text = $derived(write(ask) + (as ? '&as=' + as : ''));
  const subjects = load(
    () => ['table', 'subjects'],
    () => api.GET('/api/table/subjects')
  );
  const people = load(
    () => ['people'],
    () => api.GET('/api/users')
  );
  const processes = load(
    () => ['processes'],
    () => api.GET('/api/processes')
  );
  /** Accounts are too many to know them all: those that are filtered by stand first among the values. */
  const accounts = load<Schemas['TableValue'][]>(
    () => ['table', 'values', 'account', ask.subject, ask.filter],
    () =>
      api.GET('/api/table/values', {
        params: { query: { ...clean({ subject: ask.subject, filter: ask.filter }), field: 'account' } }
      }),
    () => filters(ask.filter).some((f) => f.field === 'account')
  );
  const subject = $derived(subjects.data?.find((s) => s.name === (ask.subject ?? 'opportunities')));
  type Slot = 'figures' | 'rows' | 'columns' | 'filter';
  let picking = $state<Slot>('rows');
  let asking = $state(false);
  let filtering = $state.raw<Schemas['TableField'] | null>(null);
  let narrowing = $state(false);
  let saving = $state(false);
  let sending = $state(false);
  const TITLES = {
    figures: 'Show which figure?',
    rows: 'Rows by what?',
    columns: 'Columns by what?',
    filter: 'Filter by what?'
  };
  const entries = $derived(
    picking === 'figures'
      ? (subject?.figures ?? []).filter((f) => !list(ask.measures).includes(f.name))
      : (subject?.fields ?? []).filter(
          (f) => picking === 'filter' || ![...list(ask.rows), ...list(ask.columns)].includes(f.name)
        )
  );

  function go(change: TableAsk, drawing = as) {
    const query = write(clean(change));
    return goto('/reports/table?' + query + (drawing ? '&as=' + drawing : ''), {
      replaceState: true,
      keepFocus: true,
      noScroll: true
    });
  }

  function pick(slot: Slot) {
    picking = slot;
    asking = true;
  }

  function take(name: string) {
    asking = false;
    if (picking === 'figures')
      void go({ ...ask, measures: [...list(ask.measures), name].slice(-6).join(',') });
    else if (picking === 'filter') filter(name);
    else void go(put(ask, name, picking));
  }

  function filter(name: string) {
    filtering = subject?.fields.find((f) => f.name === name) ?? null;
    narrowing = filtering !== null;
  }

  function remove(slot: Slot, name: string) {
    if (slot === 'figures')
      void go({
        ...ask,
        measures: list(ask.measures)
          .filter((m) => m !== name)
          .join(',')
      });
    else if (slot === 'filter') void go({ ...ask, filter: narrowed(ask.filter, name, []) });
    else void go(put(ask, name, null));
  }

  function drop(field: string, slot: 'rows' | 'columns' | 'filter') {
    if (slot === 'filter') {
      filter(field);
      return;
    }
    void go(put(ask, field, slot));
  }

  /** What filtered ids are called; words speak for themselves. */
  function called(field: string, key: string): string {
    if (field === 'owner') return people.data?.find((u) => String(u.id) === key)?.name ?? key;
    if (field === 'account') return accounts.data?.find((v) => v.key === key)?.label ?? key;
    const all = processes.data?.processes.map((p) => p.process) ?? [];
    if (field === 'process') return all.find((p) => String(p.id) === key)?.name ?? key;
    if (field === 'stage') return all.flatMap((p) => p.stages).find((s) => String(s.id) === key)?.name ?? key;
    return key === '' ? 'none' : key.replaceAll('-', ' ');
  }

  offer(() => [
    { label: 'Show another figure', keys: 'f', run: () => pick('figures') },
    { label: 'Group rows by a field', keys: 'b', run: () => pick('rows') },
    { label: 'Columns across a field', keys: 'a', run: () => pick('columns') },
    { label: 'Filter where', keys: 'w', run: () => pick('filter') },
    {
      label: 'Swap rows and columns',
      keys: 't',
      run: () => go({ ...ask, rows: ask.columns ?? '', columns: ask.rows ?? '', sort: '' })
    },
    {
      label: 'Open the first figure',
      keys: 'o',
      run: () => document.querySelector<HTMLElement>('td button.figure')?.focus()
    },
    { label: 'Save this table', keys: 's', run: () => (saving = true) },
    { label: 'Send it by email again and again', keys: 'm', run: () => (sending = true) },
    { label: 'Move among the figures', keys: 'arrows' }
  ]);
</script>

<svelte:head><title>Table · Firm Tally</title></svelte:head>
<div class="page">
  <div class="head">
    <h1>Table</h1>
    <select
      class="box"
      aria-label="Of what"
      value={ask.subject ?? 'opportunities'}
      onchange={(e) => go({ subject: e.currentTarget.value })}
    >
      {#each subjects.data ?? [] as s (s.name)}<option value={s.name}>{s.title}</option>{/each}
    </select>
    <TimePick {ask} days={subject?.days ?? []} onChange={(change: TableAsk) => go({ ...ask, ...change })} />
    <SavedTables
      {text}
      bind:saving
      bind:sending
      onChoose={(query: string) => goto('/reports/table?' + query)}
    />
  </div>
  <ReportTabs />
  <Notice refusal={refusalOf(subjects)} />
  {#if subject}
    <Slots {ask} {subject} labels={called} onPick={pick} onDrop={drop} onRemove={remove} onFilter={filter} />
    <div class="row how">
      <label
        >shown as <select
          class="box"
          value={ask.show ?? 'value'}
          onchange={(e) =>
            go({ ...ask, show: e.currentTarget.value === 'value' ? '' : e.currentTarget.value })}
        >
          <option value="value">figures</option>
          <option value="share">share of total</option>
          <option value="running">running total</option>
          <option value="before">change against the period before</option>
        </select></label
      >
      <label
        >with <select class="box" value={as} onchange={(e) => go(ask, e.currentTarget.value)}>
          <option value="">no picture</option>
          <option value="bars">bars</option>
          <option value="stacked">stacked bars</option>
          <option value="lines">lines</option>
        </select></label
      >
      <button
        class="act"
        onclick={() => go({ ...ask, rows: ask.columns ?? '', columns: ask.rows ?? '', sort: '' })}
        disabled={!ask.rows && !ask.columns}>Swap rows and columns</button
      >
      <span class="files">
        <a href="/api/table/table.xlsx?{text}" download>XLSX</a>
        <a href="/api/table/table.csv?{text}" download>CSV</a>
      </span>
    </div>
    <TableBench
      {ask}
      {as}
      label="Table"
      empty="Nothing fits. Take a filter out, or choose another time."
      onSort={(sort: string) => go({ ...ask, sort })}
    />
  {/if}
</div>
<Ask bind:open={asking} title={TITLES[picking]}>
  <FieldPick label={TITLES[picking]} {entries} onPick={take} />
</Ask>
<Ask bind:open={narrowing} title="Where {filtering?.title ?? ''} is">
  {#if filtering}<FilterForm
      {ask}
      field={filtering}
      onDone={(filterText: string) => {
        narrowing = false;
        void go({ ...ask, filter: filterText });
      }}
    />{/if}
</Ask>

<style>
  .how {
    flex-wrap: wrap;
    gap: 6px 14px;
    margin-bottom: 12px;
  }
  .how .box {
    width: auto;
  }
  .files {
    display: flex;
    gap: 12px;
    margin-left: auto;
  }
</style>
