<script lang="ts">
  import { api, ask, upload, type Schemas } from '$lib/api/client';
  import { offer } from '$lib/shell/actions.svelte';
  import Field from '$lib/ui/Field.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import { Acts } from '$lib/ui/acts.svelte';
  /** A file of enquiries: matched, tried, then taken down all at once or not at all. */
  type Import = Schemas['ImportView'];
  const acts = new Acts();
  let job = $state<Import | null>(null);
  let columns = $state<Record<string, number>>({});
  let source = $state('');
  let campaign = $state('');
  let leaveOutBad = $state(false);
  let leaveOutKnown = $state(false);
  let over = $state(false);
  const LABELS: Record<string, string> = {
    name: 'Company or name',
    about: 'Subject',
    email: 'Email',
    phone: 'Phone',
    person: 'Contact',
    postal: 'Postal code',
    town: 'Town',
    family: 'Product family',
    value: 'Estimated value',
    source: 'Source',
    campaign: 'Campaign'
  };
  const running = $derived(job?.phase === 'checking' || job?.phase === 'taking');
  const matching = $derived({ columns, source, campaign, leaveOutBad, leaveOutKnown });
  const takes = $derived(job ? job.good - (leaveOutKnown ? job.known : 0) : 0);

  async function read(file: File | undefined) {
    if (!file) return;
    await acts.run(async () => {
      job = await upload<Import>('/api/enquiry-imports', file);
      columns = Object.fromEntries(job.fields.map((f) => [f.field, f.column]));
      leaveOutBad = leaveOutKnown = false;
    });
  }

  /** Asks how far it is until it is done. */
  async function follow() {
    while (job && (job.phase === 'checking' || job.phase === 'taking')) {
      await new Promise((resolve) => setTimeout(resolve, 150));
      job = await ask(api.GET('/api/enquiry-imports/{id}', { params: { path: { id: job.id } } }));
    }
  }

  function check() {
    return acts.run(async () => {
      const id = job?.id ?? '';
      job = await ask(
        api.POST('/api/enquiry-imports/{id}/checked', { params: { path: { id } }, body: matching })
      );
      await follow();
    });
  }

  function take() {
    return acts.run(async () => {
      const id = job?.id ?? '';
      job = await ask(
        api.POST('/api/enquiry-imports/{id}/taken', { params: { path: { id } }, body: matching })
      );
      await follow();
    });
  }

  function stop() {
    if (job) void ask(api.DELETE('/api/enquiry-imports/{id}', { params: { path: { id: job.id } } }));
  }
  offer(() => []);
</script>

<svelte:head><title>Bring enquiries · Firm Tally</title></svelte:head>
<div class="page">
  <div class="head"><h1>Import enquiries</h1></div>
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
    <label
      >CSV or XLSX, the first row holds the headings
      <input
        type="file"
        name="file"
        accept=".csv,.xlsx,text/csv"
        onchange={(e) => void read(e.currentTarget.files?.[0])}
      /></label
    >
    {#if job}<span class="quiet">{job.file}, {job.total} rows</span>{/if}
  </div>
  <Notice refusal={acts.refusal}
    >{acts.refusal?.problems.map((p) => `${LABELS[p.at] ?? p.at}: ${p.message}`).join(' ') ?? ''}</Notice
  >
  {#if job && job.phase !== 'taken'}
    <div class="two">
      <section class="leaf pad" aria-label="Columns">
        <h2>Columns</h2>
        {#each job.fields as f (f.field)}
          <label class="match"
            ><span
              >{LABELS[f.field]}{#if f.needed}<b class="heed" title="needed">*</b>{/if}</span
            >
            <select
              class="box"
              name={f.field}
              bind:value={columns[f.field]}
              aria-invalid={acts.at(f.field) ? 'true' : undefined}
            >
              <option value={-1}>–</option>
              {#each job.columns as name, n (n)}<option value={n}>{name}</option>{/each}
            </select></label
          >
        {/each}
        <div class="rest">
          <Field label="Source, where the row has none" name="source" bind:value={source} />
          <Field label="Campaign, where the row has none" name="campaign" bind:value={campaign} />
        </div>
        <p class="acts">
          <button class="act main" disabled={running} onclick={check}>Check (nothing is saved)</button>
        </p>
      </section>
      <section class="leaf pad" aria-label="Result of the check">
        {#if running}
          <h2>{job.phase === 'checking' ? 'Checking' : 'Importing'}</h2>
          <progress value={job.done} max={Math.max(1, job.total)}></progress>
          <p>{job.done} of {job.total} <button class="plain" onclick={stop}>Stop</button></p>
        {:else if job.phase === 'checked'}
          <h2>Result of the check</h2>
          <p>
            <b class="good">{job.good}</b>
            {job.good === 1 ? 'row is' : 'rows are'} in order, <b class={job.bad ? 'bad' : ''}>{job.bad}</b>
            {job.bad === 1 ? 'is' : 'are'} not, <b class={job.known ? 'heed' : ''}>{job.known}</b> may be duplicates
            already.
          </p>
          {#if job.words}<p class="bad">{job.words}</p>{/if}
          {#if job.bad > 0}
            <p>
              To correct: <a href="/api/enquiry-imports/{job.id}/bad.csv" download>these rows as CSV</a>,
              <a href="/api/enquiry-imports/{job.id}/bad.xlsx" download>as XLSX</a>
            </p>
            <label
              ><input type="checkbox" bind:checked={leaveOutBad} />
              {job.bad === 1 ? 'Leave out the row with problems' : `Leave the ${job.bad} bad rows out`}</label
            >
          {/if}
          {#if job.known > 0}
            <label><input type="checkbox" bind:checked={leaveOutKnown} /> Leave out possible duplicates</label
            >
          {/if}
          <p class="acts">
            <button class="act main" disabled={takes <= 0 || (job.bad > 0 && !leaveOutBad)} onclick={take}
              >Import {takes} {takes === 1 ? 'enquiry' : 'enquiries'}</button
            >
          </p>
          {#if job.problems.length > 0}
            <table class="ledger" aria-label="Problem">
              <thead><tr><th class="figure">Row</th><th>Column</th><th>Value</th><th>Problem</th></tr></thead>
              <tbody>
                {#each job.problems as p, n (n)}
                  <tr
                    ><td class="figure">{p.row}</td><td>{p.column}</td><td class="quiet">{p.value || '–'}</td
                    ><td class="bad">{p.message}</td></tr
                  >
                {/each}
              </tbody>
            </table>
          {/if}
          {#if job.knownRows.length > 0}
            <table class="ledger" aria-label="Possible duplicates">
              <thead
                ><tr
                  ><th class="figure">Row</th><th>Company or name</th><th>Possible duplicate</th><th
                    >Reason</th
                  ></tr
                ></thead
              >
              <tbody>
                {#each job.knownRows as k, n (n)}
                  <tr
                    ><td class="figure">{k.row}</td><td>{k.name}</td><td>{k.like}</td><td class="quiet"
                      >{k.why}</td
                    ></tr
                  >
                {/each}
              </tbody>
            </table>
          {/if}
        {:else}
          <h2>First rows</h2>
          {#if job.words}<p class="bad">{job.words}</p>{/if}
          <div class="sample">
            <table class="ledger" aria-label="First rows">
              <thead
                ><tr
                  >{#each job.columns as name, n (n)}<th>{name}</th>{/each}</tr
                ></thead
              >
              <tbody>
                {#each job.sample as row, n (n)}
                  <tr
                    >{#each job.columns as column, c (column + c)}<td>{row[c] ?? ''}</td>{/each}</tr
                  >
                {/each}
              </tbody>
            </table>
          </div>
        {/if}
      </section>
    </div>
  {:else if job}
    <div class="leaf pad">
      <h2 class="good">{job.words}</h2>
      <p>They were assigned by the assignment rules. <a href="/enquiries">To the enquiries</a></p>
    </div>
  {/if}
</div>

<style>
  .drop {
    padding: 14px;
    display: flex;
    gap: 18px;
    align-items: end;
    margin-bottom: 12px;
  }
  .drop.over {
    outline: 2px dashed var(--petrol);
  }
  .drop label {
    font-size: var(--type-small);
    color: var(--stone);
  }
  .drop input {
    display: block;
    margin-top: 4px;
    font-size: var(--type-text);
    color: var(--ink);
  }
  .two {
    display: grid;
    grid-template-columns: 330px minmax(0, 1fr);
    gap: 16px;
    align-items: start;
  }
  .pad {
    padding: 12px 14px;
  }
  .match {
    display: grid;
    grid-template-columns: 130px 1fr;
    align-items: center;
    padding: 2px 0;
  }
  .rest {
    display: flex;
    flex-direction: column;
    gap: 8px;
    margin-top: 8px;
  }
  .acts {
    margin: 10px 0;
  }
  .sample {
    overflow-x: auto;
  }
  progress {
    width: 100%;
    accent-color: var(--petrol);
  }
  section label:not(.match) {
    display: block;
  }
  table {
    margin-top: 10px;
  }
  @media (max-width: 900px) {
    .two {
      grid-template-columns: minmax(0, 1fr);
    }
  }
</style>
