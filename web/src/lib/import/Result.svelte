<script lang="ts">
  import type { Schemas } from '$lib/api/client';
  /** What a file would do, and the button that does it. */
  let {
    job,
    leaveOutBad = $bindable(),
    leaveOutKnown = $bindable(),
    running,
    onTake,
    onStop
  }: {
    job: Schemas['ImportView'];
    leaveOutBad: boolean;
    leaveOutKnown: boolean;
    running: boolean;
    onTake: () => void;
    onStop: () => void;
  } = $props();
  const takes = $derived(job.good - (leaveOutKnown ? job.known : 0));
  const many = $derived(job.kind.replaceAll('-', ' '));
</script>

<section class="leaf pad" aria-label="Result of the check">
  {#if running}
    <h2>{job.phase === 'checking' ? 'Checking' : 'Importing'}</h2>
    <progress value={job.done} max={Math.max(1, job.total)} aria-label="Rows"></progress>
    <p>{job.done} of {job.total} <button class="plain" onclick={onStop}>Stop</button></p>
  {:else if job.phase === 'checked'}
    <h2>Result of the check</h2>
    <p>
      <b class="good">{job.added}</b> new,
      <b class={job.changed ? 'heed' : ''}>{job.changed}</b> changed, {job.same} unchanged,
      <b class={job.bad ? 'bad' : ''}>{job.bad}</b>
      {job.bad === 1 ? 'row with problems' : 'rows with problems'}{#if job.known},
        <b class="heed">{job.known}</b> possible {job.known === 1 ? 'duplicate' : 'duplicates'}{/if}.
    </p>
    {#if job.words}<p class="bad">{job.words}</p>{/if}
    {#if job.bad > 0}
      <p>
        To correct: <a href="/api/imports/{job.id}/bad.csv" download>these rows as CSV</a>,
        <a href="/api/imports/{job.id}/bad.xlsx" download>as XLSX</a>
      </p>
      <label
        ><input type="checkbox" bind:checked={leaveOutBad} />
        {job.bad === 1
          ? 'Leave out the row with problems'
          : `Leave out the ${job.bad} rows with problems`}</label
      >
    {/if}
    {#if job.known > 0}
      <label><input type="checkbox" bind:checked={leaveOutKnown} /> Leave out possible duplicates</label>
    {/if}
    <p class="acts">
      <button class="act main" disabled={takes <= 0 || (job.bad > 0 && !leaveOutBad)} onclick={onTake}
        >Import {takes} {takes === 1 ? job.one : many}</button
      >
    </p>
    {#if job.problems.length > 0}
      <table class="ledger cards" aria-label="Problem">
        <thead><tr><th class="figure">Row</th><th>Column</th><th>Value</th><th>Problem</th></tr></thead>
        <tbody>
          {#each job.problems as p, n (n)}
            <tr
              ><td class="figure">{p.row}</td><td>{p.column}</td><td class="quiet">{p.value || '–'}</td><td
                class="bad">{p.message}</td
              ></tr
            >
          {/each}
        </tbody>
      </table>
    {/if}
    {#if job.knownRows.length > 0}
      <table class="ledger cards" aria-label="Possible duplicates">
        <thead
          ><tr><th class="figure">Row</th><th>Name</th><th>Possible duplicate</th><th>Reason</th></tr></thead
        >
        <tbody>
          {#each job.knownRows as k, n (n)}
            <tr
              ><td class="figure">{k.row}</td><td>{k.name}</td><td>{k.like}</td><td class="quiet">{k.why}</td
              ></tr
            >
          {/each}
        </tbody>
      </table>
    {/if}
    {#if job.changedRows.length > 0}
      <div class="scroll">
        <table class="ledger cards" aria-label="Changes">
          <thead><tr><th class="figure">Row</th><th>Known as</th><th>Change</th></tr></thead>
          <tbody>
            {#each job.changedRows as c (c.row)}
              <tr><td class="figure">{c.row}</td><td>{c.name}</td><td>{c.what || 'own fields'}</td></tr>
            {/each}
          </tbody>
        </table>
      </div>
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

<style>
  .pad {
    padding: 12px 14px;
  }
  .acts {
    margin: 10px 0;
  }
  .sample {
    overflow-x: auto;
  }
  .scroll {
    max-height: 320px;
    overflow: auto;
  }
  progress {
    width: 100%;
    accent-color: var(--petrol);
  }
  label {
    display: block;
  }
  table {
    margin-top: 10px;
  }
</style>
