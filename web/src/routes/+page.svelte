<script lang="ts">
  import { api, ask, asRefusal, type Refusal, type Schemas } from '$lib/api/client';
  import { offer } from '$lib/shell/actions.svelte';
  import { placeOf } from '$lib/shell/places';
  import { session } from '$lib/shell/session.svelte';
  import Ask from '$lib/ui/Ask.svelte';
  import Field from '$lib/ui/Field.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import Period from '$lib/daysheet/Period.svelte';
  import { day, figure, words } from '$lib/ui/format';
  import { load, refusalOf } from '$lib/ui/load.svelte';

  const sheet = load(
    () => ['day-sheet'],
    () => api.GET('/api/day-sheet')
  );
  let doing = $state<Schemas['Todo'] | null>(null);
  let asking = $state(false);
  let outcome = $state('');
  let refusal = $state<Refusal | null>(null);
  const REASON: Record<string, string> = {
    'running-out': 'quote runs out',
    hold: 'order on hold',
    'no-next-step': 'no next step planned'
  };

  function start(row: Schemas['Todo']) {
    doing = row;
    outcome = '';
    refusal = null;
    asking = true;
  }

  async function finish(event: SubmitEvent) {
    event.preventDefault();
    try {
      await ask(
        api.POST('/api/activities/{id}/done', {
          params: { path: { id: doing?.activityId ?? 0 } },
          body: { outcome }
        })
      );
      asking = false;
      await sheet.refetch();
    } catch (thrown) {
      refusal = asRefusal(thrown);
    }
  }
  offer(() => []);
</script>

<svelte:head><title>Day sheet · Firm Tally</title></svelte:head>
<div class="page">
  <h1>What to do now</h1>
  <Notice refusal={refusalOf(sheet)} />
  {#if sheet.data}
    <div class="two">
      <table class="ledger" aria-label="What to do">
        <thead>
          <tr
            ><th>Why</th><th>What</th><th>Account</th><th class="figure">Due</th><th class="figure"
              >At stake</th
            ><th><span class="sr-only">Do</span></th></tr
          >
        </thead>
        <tbody>
          {#each sheet.data.rows as row (row.kind + row.record + row.id + row.activityId)}
            {@const late = row.activityId !== null && row.due < (session.view?.today ?? '')}
            <tr>
              <td class={row.kind === 'hold' ? 'bad' : row.kind === 'running-out' ? 'heed' : 'quiet'}
                >{REASON[row.kind] ?? words(row.kind)}</td
              >
              <td><a href={placeOf(row.record, row.id, row.number)}>{row.number}</a> {row.title}</td>
              <td>{row.account}</td>
              <td class="figure" class:bad={late}>{day(row.due)}{late ? ', late' : ''}</td>
              <td class="figure">{figure(row.atStake)}</td>
              <td class="figure">
                {#if row.activityId}<button class="plain" onclick={() => start(row)}>Done…</button>
                {:else}<a href={placeOf(row.record, row.id, row.number)}>Open</a>{/if}
              </td>
            </tr>
          {:else}
            <tr
              ><td colspan="6" class="quiet"
                >Nothing is due. <a href="/opportunities">Open an opportunity</a> and plan its next step.</td
              ></tr
            >
          {/each}
        </tbody>
      </table>
      <Period period={sheet.data.period} />
    </div>
  {/if}
</div>

<Ask bind:open={asking} title="Done: {doing?.title ?? ''}">
  <form onsubmit={finish}>
    <Field label="What came of it" name="outcome" bind:value={outcome} rows={3} focus />
    <Notice {refusal} />
    <p class="row"><button class="act main">Done</button></p>
  </form>
</Ask>

<style>
  .two {
    display: grid;
    grid-template-columns: minmax(0, 1fr) 268px;
    gap: 16px;
    align-items: start;
    margin-top: 12px;
  }
  .row {
    margin-top: 12px;
  }
  @media (max-width: 900px) {
    .two {
      grid-template-columns: minmax(0, 1fr);
    }
  }
</style>
