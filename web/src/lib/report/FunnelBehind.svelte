<script lang="ts">
  import { api, type Schemas } from '$lib/api/client';
  import Rows from '$lib/ui/Rows.svelte';
  import { day, figure } from '$lib/ui/format';
  import { listed } from '$lib/ui/further.svelte';
  /** The opportunities behind a figure of a stage. */
  let {
    query,
    stage,
    figure: of,
    onClose
  }: {
    query: Record<string, string>;
    stage: Schemas['FunnelStage'];
    figure: string;
    onClose: () => unknown;
  } = $props();
  const WORDS: Record<string, string> = {
    entered: 'entered',
    lost: 'lost here',
    open: 'open here',
    back: 'went back from here',
    reached: 'came this far',
    skipped: 'skipped'
  };
  const list = listed<Schemas['FunnelBehind']>(
    () => ['funnel', 'behind', query, stage.id, of],
    (after) =>
      api.GET('/api/funnel/behind', {
        params: { query: { ...query, stage: stage.id, figure: of, ...(after ? { after } : {}) } }
      })
  );
  let section: HTMLElement;
  $effect(() => {
    void of;
    section.scrollIntoView({ block: 'nearest' });
  });
</script>

<section bind:this={section} aria-label="{stage.name}, {WORDS[of]}">
  <div class="bar">
    <h2>{stage.name}, {WORDS[of]}</h2>
    <button class="act" onclick={onClose}>Close</button>
  </div>
  <Rows
    label="{stage.name}, {WORDS[of]}"
    columns={[
      { label: 'Number' },
      { label: 'Opportunity' },
      { label: 'Account' },
      { label: 'Rep' },
      { label: 'State' },
      { label: 'Since', figure: true },
      { label: 'Value', figure: true }
    ]}
    {list}
    key={(r: Schemas['FunnelBehind']) => r.id}
    empty="Nothing is behind it any more."
  >
    {#snippet row(r: Schemas['FunnelBehind'])}
      <td class="number"><a href="/opportunities/{r.id}">{r.number}</a></td>
      <td class="lead">{r.title}</td>
      <td>{r.account}</td>
      <td class="off">{r.owner}</td>
      <td>{r.state}</td>
      <td class="figure off">{day(r.since)}</td>
      <td class="figure worth">{figure(r.value)}</td>
    {/snippet}
  </Rows>
</section>

<style>
  section {
    margin-top: 16px;
  }
  .bar {
    display: flex;
    gap: 10px;
    align-items: center;
    margin-bottom: 6px;
  }
  h2 {
    margin-right: auto;
  }
</style>
