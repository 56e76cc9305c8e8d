<script lang="ts">
  import { api, ask, type Schemas } from '$lib/api/client';
  import Notice from '$lib/ui/Notice.svelte';
  import { Acts } from '$lib/ui/acts.svelte';
  import { moment, size } from '$lib/ui/format';
  import { say } from '$lib/ui/said';
  /** The last backups, and how one is put back. */
  let {
    backups,
    point,
    folder,
    onChange
  }: { backups: Schemas['BackupMade'][]; point: string | null; folder: string; onChange: () => unknown } =
    $props();
  const acts = new Acts(() => onChange());

  async function backUp() {
    let made: Schemas['BackupMade'] | undefined;
    const done = await acts.run(async () => {
      made = await ask(api.POST('/api/upkeep/backups'));
    });
    if (done && made) say(`Backup made and checked: ${size(made.bytes)} in ${made.millis} ms.`);
  }
</script>

<p>
  {#if point}
    <strong>Everything up to {moment(point)} would come back</strong> from the newest backup.
  {:else}<strong class="bad">There is no backup yet.</strong>{/if}
</p>
<Notice refusal={acts.refusal} />
<button class="act main" disabled={acts.busy} onclick={() => void backUp()}
  >{acts.busy ? 'Backing up…' : 'Back up now'}</button
>
<table class="ledger cards" aria-label="Last backups">
  <thead
    ><tr><th>Made</th><th>File</th><th class="figure">Size</th><th class="figure">Took</th><th>Result</th></tr
    ></thead
  >
  <tbody>
    {#each backups as made (made.at)}
      <tr>
        <td class="lead">{moment(made.at)}</td>
        <td class="file">{made.file || '–'}</td>
        <td class="figure worth">{made.failure === null ? size(made.bytes) : '–'}</td>
        <td class="figure">{made.millis} ms</td>
        <td class:bad={made.failure !== null}
          >{made.failure ?? (made.planned ? 'checked, planned' : 'checked')}</td
        >
      </tr>
    {:else}<tr><td colspan="5" class="quiet">None yet.</td></tr>{/each}
  </tbody>
</table>
<p class="quiet">
  They lie in <code>{folder}</code>. Copy them to another machine too. To put one back, stop the application
  and run <code>./tally restore FILE --replace</code>: a file that is not whole is refused, and what was there
  is kept aside.
</p>

<style>
  p,
  button,
  table {
    margin-bottom: 10px;
  }
  .file,
  code {
    overflow-wrap: anywhere;
  }
</style>
