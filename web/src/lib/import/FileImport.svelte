<script lang="ts">
  import { api, ask, upload, type Schemas } from '$lib/api/client';
  import Notice from '$lib/ui/Notice.svelte';
  import { Acts } from '$lib/ui/acts.svelte';
  import { useQueryClient } from '@tanstack/svelte-query';
  import Columns from './Columns.svelte';
  import Result from './Result.svelte';
  import { ABOUT } from './words';
  /** One file of a kind on its way in. */
  let { kind }: { kind: Schemas['KindView'] } = $props();
  type Import = Schemas['ImportView'];
  const client = useQueryClient();
  const acts = new Acts();
  let job = $state<Import | null>(null);
  let columns = $state<Record<string, number>>({});
  let values = $state<Record<string, string>>({});
  let leaveOutBad = $state(false);
  let leaveOutKnown = $state(true);
  let over = $state(false);
  const running = $derived(job?.phase === 'checking' || job?.phase === 'taking');
  const labels = $derived(Object.fromEntries(kind.fields.map((f) => [f.field, f.label])));
  const about = $derived(ABOUT[kind.kind]);

  async function read(file: File | undefined) {
    if (!file) return;
    await acts.run(async () => {
      job = await upload<Import>(`/api/imports?kind=${kind.kind}`, file);
      columns = Object.fromEntries(job.fields.map((f) => [f.field, f.column]));
      leaveOutBad = false;
      leaveOutKnown = true;
    });
  }

  /** Does one act with the file, and asks how far it is until it is done. */
  function act(which: 'checked' | 'taken') {
    return acts.run(async () => {
      const path = { id: job?.id ?? '' };
      const body = { columns, values, leaveOutBad, leaveOutKnown };
      job = await ask(
        which === 'checked'
          ? api.POST('/api/imports/{id}/checked', { params: { path }, body })
          : api.POST('/api/imports/{id}/taken', { params: { path }, body })
      );
      while (job.phase === 'checking' || job.phase === 'taking') {
        await new Promise((resolve) => setTimeout(resolve, 150));
        job = await ask(api.GET('/api/imports/{id}', { params: { path } }));
      }
      if (job.phase === 'taken') await client.invalidateQueries({ queryKey: ['import-log'] });
    });
  }

  function stop() {
    if (job) void ask(api.DELETE('/api/imports/{id}', { params: { path: { id: job.id } } }));
  }
</script>

<div
  class="leaf drop"
  class:over
  role="group"
  aria-label="File"
  ondragover={(e) => {
    e.preventDefault();
    over = true;
  }}
  ondragleave={() => (over = false)}
  ondrop={(e) => {
    e.preventDefault();
    over = false;
    void read(e.dataTransfer?.files[0]);
  }}
>
  <label class="act" class:main={!job}
    >{job ? 'Choose another file' : 'Choose a file'}
    <input
      type="file"
      name="file"
      accept=".csv,.xlsx,text/csv"
      disabled={running}
      onchange={(e) => {
        void read(e.currentTarget.files?.[0]);
        e.currentTarget.value = '';
      }}
    /></label
  >
  <span class="quiet"
    >{#if job}{job.file}, {job.total} {job.total === 1 ? 'row' : 'rows'}{:else}or drop it here: CSV or XLSX,
      the first row holds the headings{/if}</span
  >
  <span class="template"
    >Template: <a href="/api/import-kinds/{kind.kind}/template.csv" download>CSV</a>,
    <a href="/api/import-kinds/{kind.kind}/template.xlsx" download>XLSX</a></span
  >
</div>
<Notice refusal={acts.refusal}
  >{acts.refusal?.problems.map((p) => `${labels[p.at] ?? 'File'}: ${p.message}`).join(' ') ?? ''}</Notice
>
{#if !job}
  <section class="leaf pad" aria-label="Columns of the file">
    <h2>What the file may hold</h2>
    <p class="quiet">{about?.note}</p>
    <dl>
      {#each kind.fields as f (f.field)}
        <div>
          <dt>
            {f.label}{#if f.needed}<b class="heed"> required</b>{/if}
          </dt>
          <dd class="quiet">{f.hint}</dd>
        </div>
      {/each}
    </dl>
  </section>
{:else if job.phase === 'taken'}
  <div class="leaf pad" role="status">
    <h2 class="good">{job.words}</h2>
    <p>
      {#if kind.kind === 'enquiries'}{about?.note}{/if}
    </p>
    <p class="acts">
      <a class="act" href={about?.seen}>Show them</a>
      <button class="act" onclick={() => (job = null)}>Import another file</button>
    </p>
  </div>
{:else}
  <div class="two" class:tried={job.phase !== 'read'}>
    <Columns
      {job}
      bind:columns
      bind:values
      {running}
      at={(field: string) => acts.at(field)}
      onCheck={() => void act('checked')}
    />
    <Result
      {job}
      bind:leaveOutBad
      bind:leaveOutKnown
      {running}
      onTake={() => void act('taken')}
      onStop={stop}
    />
  </div>
{/if}

<style>
  .drop {
    padding: 14px;
    display: flex;
    flex-wrap: wrap;
    gap: 10px 18px;
    align-items: center;
    margin-bottom: 12px;
  }
  .drop.over {
    outline: 2px dashed var(--petrol);
  }
  .drop label {
    position: relative;
    cursor: pointer;
  }
  .drop label:focus-within {
    outline: 2px solid var(--petrol);
    outline-offset: 2px;
  }
  .drop input {
    position: absolute;
    inset: 0;
    opacity: 0.001;
    width: 100%;
    cursor: pointer;
  }
  .template {
    margin-left: auto;
  }
  .two {
    display: grid;
    grid-template-columns: 380px minmax(0, 1fr);
    gap: 16px;
    align-items: start;
  }
  .pad {
    padding: 12px 14px;
  }
  dl {
    margin-top: 8px;
    columns: 3 260px;
    column-gap: 24px;
  }
  dl div {
    break-inside: avoid;
    padding: 2px 0;
    display: flex;
    gap: 8px;
    justify-content: space-between;
    border-bottom: 1px solid var(--rule);
  }
  dd {
    text-align: right;
  }
  .acts {
    display: flex;
    gap: 8px;
    margin-top: 8px;
  }
  b.heed {
    margin-left: 6px;
    font-size: var(--type-small);
    font-weight: 500;
  }
  @media (max-width: 900px) {
    .two {
      grid-template-columns: minmax(0, 1fr);
    }
    .two.tried > :global(:last-child) {
      order: -1;
    }
  }
</style>
