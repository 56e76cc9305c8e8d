<script lang="ts">
  import { api, ask, type Schemas } from '$lib/api/client';
  import Backups from '$lib/upkeep/Backups.svelte';
  import PersonalData from '$lib/upkeep/PersonalData.svelte';
  import PlanForm from '$lib/upkeep/PlanForm.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import { Acts } from '$lib/ui/acts.svelte';
  import { moment, size } from '$lib/ui/format';
  import { load, refusalOf } from '$lib/ui/load.svelte';
  /** What an administrator looks after: backups, the database, jobs and emails. */
  const upkeep = load(
    () => ['upkeep'],
    () => api.GET('/api/upkeep')
  );
  const retention = load(
    () => ['retention'],
    () => api.GET('/api/personal-data/retention')
  );
  const checking = new Acts();
  let integrity = $state.raw<Schemas['Integrity'] | null>(null);
  const failing = $derived(upkeep.data?.jobs.filter((job) => job.failure !== null) ?? []);

  function check() {
    return checking.run(async () => {
      integrity = await ask(api.POST('/api/upkeep/integrity'));
    });
  }

  function hours(seconds: number): string {
    const days = Math.floor(seconds / 86_400);
    const rest = Math.floor((seconds % 86_400) / 3_600);
    return days ? `${days} days ${rest} h` : `${rest} h ${Math.floor((seconds % 3_600) / 60)} min`;
  }
</script>

<svelte:head><title>System · Firm Tally</title></svelte:head>
<div class="page">
  <div class="head"><h1>System</h1></div>
  <Notice refusal={refusalOf(upkeep)} />
  {#if upkeep.data}
    {@const s = upkeep.data}
    <div class="parts">
      <section class="leaf pad" aria-label="Backups">
        <h2>Backups</h2>
        <Backups backups={s.backups} point={s.point} folder={s.folder} onChange={() => upkeep.refetch()} />
      </section>
      <div class="side">
        <section class="leaf pad" aria-label="Plan">
          <h2>Backup plan</h2>
          {#key s.plan.version}<PlanForm plan={s.plan} onChange={() => upkeep.refetch()} />{/key}
        </section>
        <section class="leaf pad" aria-label="Database">
          <h2>Database</h2>
          <dl>
            <dt>Folder</dt>
            <dd>{s.database.folder}</dd>
            <dt>Size</dt>
            <dd>
              {size(s.database.bytes)}, log {size(s.database.logBytes)}; {size(s.database.freeOnDisk)} free
            </dd>
            <dt>Version</dt>
            <dd>{s.database.schema}</dd>
            <dt>Running for</dt>
            <dd>{hours(s.uptimeSeconds)}, {size(s.memoryBytes)} of memory</dd>
          </dl>
          <Notice refusal={checking.refusal} />
          {#if integrity}<p class:bad={!integrity.whole} role="status">
              {integrity.words} Checked in {integrity.millis} ms.
            </p>{/if}
          <p class="acts">
            <button class="act" disabled={checking.busy} onclick={() => void check()}
              >{checking.busy ? 'Checking…' : 'Check integrity'}</button
            >
            <a class="act" href="/api/upkeep/export.zip" download>Export everything</a>
          </p>
        </section>
      </div>
      <section class="leaf pad wide" aria-label="Personal data">
        <h2>Personal data</h2>
        {#if retention.data}{#key retention.data.version}<PersonalData
              retention={retention.data}
              onChange={() => retention.refetch()}
            />{/key}{/if}
      </section>
      <section class="leaf pad" aria-label="Jobs">
        <h2>Jobs</h2>
        {#if failing.length}<p class="bad">{failing.length} failed when they ran last.</p>{/if}
        <table class="ledger cards" aria-label="Jobs">
          <thead><tr><th>Job</th><th>Ran</th><th class="figure">Took</th><th>Result</th></tr></thead>
          <tbody>
            {#each s.jobs as job (job.job)}
              <tr>
                <td class="lead">{job.job}</td>
                <td>{moment(job.at)}</td>
                <td class="figure">{job.millis} ms</td>
                <td class:bad={job.failure !== null}>{job.failure ?? 'done'}</td>
              </tr>
            {:else}<tr
                ><td colspan="4" class="quiet">None has run yet; they begin 15 seconds after the start.</td
                ></tr
              >{/each}
          </tbody>
        </table>
      </section>
      <section class="leaf pad" aria-label="Emails and queries">
        <h2>Emails</h2>
        <p>
          {s.emails.waiting === 0
            ? 'Nothing waits.'
            : `${s.emails.waiting} wait, ${s.emails.failing} of them were not taken.`}
          <a href="/outbox">Open emails</a>
        </p>
        <h2>Slow queries</h2>
        <table class="ledger" aria-label="Slow queries">
          <thead><tr><th>Query</th><th class="figure">Times</th><th class="figure">Longest</th></tr></thead>
          <tbody>
            {#each s.slow as slow (slow.text)}
              <tr>
                <td class="sql" title={slow.text}>{slow.text}</td><td class="figure">{slow.times}</td><td
                  class="figure">{slow.longestMillis} ms</td
                >
              </tr>
            {:else}<tr><td colspan="3" class="quiet">None took longer than 200 ms since the start.</td></tr
              >{/each}
          </tbody>
        </table>
      </section>
    </div>
  {/if}
</div>

<style>
  .parts {
    display: grid;
    grid-template-columns: minmax(0, 3fr) minmax(0, 2fr);
    gap: 16px;
    align-items: start;
  }
  .side {
    display: grid;
    gap: 16px;
  }
  .wide {
    grid-column: 1 / -1;
  }
  h2 {
    margin-bottom: 8px;
  }
  dl {
    display: grid;
    grid-template-columns: 110px 1fr;
    gap: 4px 10px;
    margin-bottom: 10px;
  }
  dt {
    color: var(--stone);
  }
  dd {
    overflow-wrap: anywhere;
  }
  p {
    margin-bottom: 8px;
  }
  .acts {
    display: flex;
    flex-wrap: wrap;
    gap: 10px;
    align-items: center;
  }
  .sql {
    max-width: 320px;
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
  }
  @media (max-width: 900px) {
    .parts {
      grid-template-columns: minmax(0, 1fr);
    }
  }
</style>
