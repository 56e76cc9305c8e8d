<script lang="ts">
  import { beforeNavigate, goto } from '$app/navigation';
  import { untrack } from 'svelte';
  import { api, ask, asRefusal, type Refusal, type Schemas } from '$lib/api/client';
  import { offer } from '$lib/shell/actions.svelte';
  import Trail from '$lib/trail/Trail.svelte';
  import Ask from '$lib/ui/Ask.svelte';
  import Field from '$lib/ui/Field.svelte';
  import Icon from '$lib/ui/Icon.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import Strokes from '$lib/ui/Strokes.svelte';
  import Verdict from '$lib/ui/Verdict.svelte';
  import { day, words } from '$lib/ui/format';
  import { tone } from '$lib/ui/tones';
  import Ruler from '$lib/worksheet/Ruler.svelte';
  import Worksheet from '$lib/worksheet/Worksheet.svelte';
  import { Bench, homeOf } from '$lib/worksheet/bench.svelte';
  import Activities from './Activities.svelte';

  let { o, onChange }: { o: Schemas['OpportunityView']; onChange: () => unknown } = $props();
  const bench = untrack(() => new Bench(o.worksheet, homeOf('opportunities', o.id)));
  let refusal = $state<Refusal | null>(null);
  let editing = $state(false);
  let losing = $state(false);
  let title = $state('');
  let close = $state('');
  let odds = $state('');
  let note = $state('');
  let reason = $state('');
  const match = $derived({ 'If-Match': `"${o.version}"` });

  // What somebody else saved is shown as soon as nothing typed here would be lost.
  $effect(() => {
    const fresh = o.worksheet;
    untrack(() => {
      if (!bench.dirty && fresh.version !== bench.view.version) bench.take(fresh);
    });
  });

  async function act(doing: () => Promise<unknown>): Promise<boolean> {
    refusal = null;
    try {
      await doing();
      await onChange();
      return true;
    } catch (thrown) {
      refusal = asRefusal(thrown);
      return false;
    }
  }

  function move(stage: number) {
    void act(() =>
      ask(
        api.POST('/api/opportunities/{id}/stage/{stage}', {
          params: { path: { id: o.id, stage }, header: match }
        })
      )
    );
  }

  async function quote() {
    if (bench.dirty && !(await bench.save())) return;
    await act(async () => {
      const made = await ask(api.POST('/api/opportunities/{id}/quotes', { params: { path: { id: o.id } } }));
      await goto('/quotes/' + made.id);
    });
  }

  function edit() {
    title = o.title;
    close = o.expectedClose;
    odds = o.ownOdds ?? '';
    note = o.note;
    refusal = null;
    editing = true;
  }

  async function change(event: SubmitEvent) {
    event.preventDefault();
    const body = { title, expectedClose: close, odds, note };
    editing = !(await act(() =>
      ask(api.PUT('/api/opportunities/{id}', { params: { path: { id: o.id }, header: match }, body }))
    ));
  }

  async function lose(event: SubmitEvent) {
    event.preventDefault();
    losing = !(await act(() =>
      ask(
        api.POST('/api/opportunities/{id}/lost', {
          params: { path: { id: o.id }, header: match },
          body: { reason }
        })
      )
    ));
  }

  beforeNavigate((navigation) => {
    if (bench.dirty && !confirm('There are lines that are not saved. Leave them?')) navigation.cancel();
  });

  offer(() =>
    o.mayChange
      ? [
          { label: 'Save lines', keys: 'Ctrl+s', run: () => bench.save() },
          { label: 'Undo', keys: 'Ctrl+z', run: () => bench.undo() },
          { label: 'Redo', keys: 'Ctrl+y', run: () => bench.redo() },
          { label: 'How the figure of a cell came about', keys: 'F8' },
          { label: 'Make a quote', keys: 'Ctrl+Enter', run: quote },
          { label: 'Change title, close, odds or note', keys: 'e', run: edit },
          { label: 'Lost', keys: 'x', run: () => (losing = true) }
        ]
      : []
  );
</script>

<div class="head">
  <h1>{o.title}</h1>
  {#if o.mayChange}
    <button class="plain" onclick={() => (losing = true)}>Lost…</button>
    <button class="act" onclick={edit}>Change…</button>
    <button class="act main" onclick={quote}>Make a quote <Icon name="arrow" size={13} /></button>
  {:else}<Verdict tone={tone(o.state)}>{o.state}{o.reason ? ': ' + o.reason : ''}</Verdict>{/if}
</div>
<div class="top">
  <div class="facts">
    <span>{o.number}</span>
    <span><a href="/accounts/{o.accountId}">{o.account}</a>, {o.town}</span>
    <span>terms <b>{o.termsDays} days</b>{o.priceGroup ? ', ' + words(o.priceGroup) : ''}</span>
    <span>closes <b>{day(o.expectedClose)}</b>{o.slips ? `, slipped ${o.slips}×` : ''}</span>
    <span>odds <b>{o.odds} %</b> <Strokes odds={o.odds} />{o.ownOdds ? ' own' : ''}</span>
    <span>{o.owner}</span>
  </div>
  <Ruler stages={o.stages} here={o.stageId} moves={o.moves} locked={!o.mayChange} onMove={move} />
</div>
{#if !editing && !losing}<Notice {refusal} />{/if}
{#snippet under()}
  <div class="under">
    <Activities {o} {onChange} />
    <Trail opportunity={o.id} here={o.number} />
  </div>
{/snippet}
<Worksheet {bench} locked={!o.mayChange} {under} />

<Ask bind:open={editing} title="Change {o.number}">
  <form onsubmit={change}>
    <Field label="What is it about" name="title" bind:value={title} problem={refusal?.at('title')} focus />
    <Field
      label="Expected close"
      name="close"
      type="date"
      bind:value={close}
      problem={refusal?.at('expectedClose')}
    />
    <Field
      label="Your own odds in percent; empty for the stage’s"
      name="odds"
      bind:value={odds}
      problem={refusal?.at('odds')}
    />
    <Field label="Note" name="note" rows={3} bind:value={note} problem={refusal?.at('note')} />
    <Notice {refusal} />
    <p><button class="act main">Save</button></p>
  </form>
</Ask>
<Ask bind:open={losing} title="{o.number} is lost">
  <form onsubmit={lose}>
    <Field
      label="Why"
      name="reason"
      bind:value={reason}
      problem={refusal?.at('reason')}
      list="reasons"
      focus
    />
    <datalist id="reasons"
      ><option value="Price"></option><option value="No budget this year"></option><option
        value="Bought elsewhere"
      ></option></datalist
    >
    <Notice {refusal} />
    <p><button class="act main">Lost, close it</button></p>
  </form>
</Ask>

<style>
  .top {
    display: flex;
    gap: 8px 26px;
    margin: -4px 0 12px;
    flex-direction: column;
  }
  .under {
    display: grid;
    grid-template-columns: repeat(auto-fit, minmax(340px, 1fr));
    gap: 14px;
    margin-top: 14px;
    align-items: start;
  }
  form {
    display: flex;
    flex-direction: column;
    gap: 10px;
  }
</style>
