<script lang="ts">
  import { api, ask, type Schemas } from '$lib/api/client';
  import { offer } from '$lib/shell/actions.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import { Acts } from '$lib/ui/acts.svelte';
  import { figure, moment } from '$lib/ui/format';
  import { say } from '$lib/ui/said';
  import { told } from './walking';
  /** What a meeting decided, opportunity by opportunity. */
  let {
    walk,
    onBack,
    onChange
  }: {
    walk: Schemas['Walk'];
    /** back to the walk; null when it is over */
    onBack: (() => unknown) | null;
    onChange: () => unknown;
  } = $props();
  const acts = new Acts(() => onChange());
  const m = $derived(walk.meeting);
  const path = $derived({ id: m.id });
  const decided = $derived(walk.items.filter((i) => i.decisions.length > 0 || i.note));
  const looked = $derived(walk.items.filter((i) => i.seenAt && i.decisions.length === 0 && !i.note));
  const open = $derived(walk.items.filter((i) => !i.seenAt && i.decisions.length === 0 && !i.note));

  function end() {
    void acts.run(() => ask(api.PUT('/api/meetings/{id}/end', { params: { path } })));
  }

  function send() {
    void acts
      .run(() => ask(api.POST('/api/meetings/{id}/protocol', { params: { path } })))
      .then((sent) => {
        if (sent) say('The protocol is sent: each rep gets what is theirs.');
      });
  }
  offer(() => (onBack ? [{ label: 'Back to the walk', keys: 'k', run: onBack }] : null));
</script>

<div class="page">
  <div class="head">
    <h1>Protocol</h1>
    {#if onBack}<button class="act" onclick={() => onBack()}>Back to the walk</button>{/if}
    {#if m.mine && !m.endedAt}<button class="act main" disabled={acts.busy} onclick={end}
        >End the meeting</button
      >
    {:else if m.mine && !m.sentAt}<button class="act main" disabled={acts.busy} onclick={send}
        >{acts.busy ? 'Sending…' : 'Send to the reps'}</button
      >{/if}
    <button class="act" onclick={() => print()}>Print</button>
  </div>
  <p class="quiet">
    Meeting of {moment(m.startedAt)}, held by {m.holder}. {m.seen} of {m.items} looked at.
    {#if m.sentAt}Sent {moment(m.sentAt)}.{:else if m.endedAt}Ended {moment(m.endedAt)}.{/if}
  </p>
  <Notice refusal={acts.refusal} />
  {#each decided as i (i.id)}
    <section aria-label={i.number}>
      <h2>
        <a href="/opportunities/{i.id}">{i.number}</a>
        {i.title} <span class="quiet">{i.account}, {i.owner}</span><span class="figure"
          >{figure(i.value)}</span
        >
      </h2>
      <ul>
        {#each i.decisions as c, n (n)}<li>{told(c)}</li>{/each}
        {#if i.note}<li class="note">{i.note}</li>{/if}
      </ul>
    </section>
  {:else}<p class="leaf none">Nothing was decided yet. What is changed during the walk stands here.</p>{/each}
  {#if looked.length}
    <h2>Looked at, left as it is</h2>
    <p>
      {#each looked as i, n (i.id)}{n ? ', ' : ''}<a href="/opportunities/{i.id}">{i.number}</a>
        {i.title}{/each}
    </p>
  {/if}
  {#if open.length}<p class="quiet">{open.length} not looked at.</p>{/if}
</div>

<style>
  section {
    padding: 8px 0;
    border-bottom: 1px solid var(--rule);
    max-width: 900px;
  }
  h2 {
    display: flex;
    flex-wrap: wrap;
    gap: 2px 10px;
    align-items: baseline;
  }
  h2 .figure {
    margin-left: auto;
  }
  p + h2 {
    margin-top: 16px;
  }
  ul {
    padding-left: 18px;
    list-style: square;
  }
  .note {
    font-style: italic;
  }
  .none {
    padding: 22px;
    color: var(--stone);
    max-width: 900px;
  }
</style>
