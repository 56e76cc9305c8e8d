<script lang="ts">
  import { api, ask, asRefusal, type Refusal, type Schemas } from '$lib/api/client';
  import { session } from '$lib/shell/session.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import { day } from '$lib/ui/format';
  let { o, onChange }: { o: Schemas['OpportunityView']; onChange: () => unknown } = $props();
  let kind = $state('call');
  let subject = $state('');
  let due = $state(session.view?.today ?? '');
  let refusal = $state<Refusal | null>(null);

  async function act(doing: Promise<unknown>) {
    refusal = null;
    try {
      await doing;
      subject = '';
      await onChange();
    } catch (thrown) {
      refusal = asRefusal(thrown);
    }
  }
  const open = $derived(o.activities.filter((a) => !a.doneAt));
  const done = $derived(o.activities.filter((a) => a.doneAt));
</script>

<section class="leaf" aria-label="Activities">
  <h2>
    Next steps {#if o.state === 'open' && open.length === 0}<span class="bad">none is planned</span>{/if}
  </h2>
  {#each open as a (a.id)}
    <p>
      <button
        class="plain"
        onclick={() =>
          act(
            ask(
              api.POST('/api/activities/{id}/done', { params: { path: { id: a.id } }, body: { outcome: '' } })
            )
          )}>Done</button
      >
      <b class="figure">{day(a.due)}</b>
      {a.kind}: {a.subject} <span class="quiet">{a.person}</span>
    </p>
  {/each}
  {#if o.mayChange}
    <form
      onsubmit={(e) => {
        e.preventDefault();
        void act(
          ask(
            api.POST('/api/opportunities/{id}/activities', {
              params: { path: { id: o.id } },
              body: { kind, subject, due }
            })
          )
        );
      }}
    >
      <select class="box" aria-label="Kind" bind:value={kind}
        >{#each ['call', 'mail', 'meeting', 'task'] as k (k)}<option>{k}</option>{/each}</select
      >
      <input
        class="box"
        aria-label="Next step"
        placeholder="Next step"
        bind:value={subject}
        aria-invalid={refusal?.at('subject') ? 'true' : undefined}
      />
      <input class="box" type="date" aria-label="Due" bind:value={due} />
      <button class="act">Plan</button>
    </form>
  {/if}
  <Notice {refusal} />
  {#each done.slice(0, 4) as a (a.id)}
    <p class="quiet">{day(a.doneAt)} {a.kind}: {a.subject}{a.outcome ? ' – ' + a.outcome : ''}</p>
  {/each}
</section>

<style>
  section {
    padding: 10px 14px;
  }
  p {
    font-size: 12.5px;
    padding: 2px 0;
  }
  form {
    display: flex;
    flex-wrap: wrap;
    gap: 6px;
    margin: 6px 0;
  }
  form > * {
    flex: 0 0 auto;
  }
  form select.box {
    width: 84px;
  }
  form input.box {
    width: 130px;
  }
  form input.box:not([type='date']) {
    flex: 1 1 84px;
    min-width: 84px;
  }
</style>
