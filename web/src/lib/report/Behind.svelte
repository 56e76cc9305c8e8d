<script lang="ts">
  import { api, type Schemas } from '$lib/api/client';
  import { placeOf } from '$lib/shell/places';
  import Rows from '$lib/ui/Rows.svelte';
  import { day, figure } from '$lib/ui/format';
  import { listed } from '$lib/ui/further.svelte';
  import type { TableAsk } from './ask';
  /** The records behind a figure, the most first. */
  let { ask, title, onClose }: { ask: TableAsk; title: string; onClose: () => unknown } = $props();
  const list = listed<Schemas['TableRecord']>(
    () => ['table', 'records', ask],
    (after) => api.GET('/api/table/records', { params: { query: { ...ask, ...(after ? { after } : {}) } } })
  );
  let section: HTMLElement;
  const isZero = (amount: string) => !/[1-9]/.test(amount);
  // What was opened comes into sight, and the keys go on there.
  $effect(() => {
    void title;
    section.scrollIntoView({ block: 'start' });
    section.focus({ preventScroll: true });
  });

  function keys(event: KeyboardEvent) {
    if (event.key === 'Escape') onClose();
  }
</script>

<!-- svelte-ignore a11y_no_noninteractive_element_interactions -->
<section bind:this={section} tabindex="-1" aria-label="Behind {title}" onkeydown={keys}>
  <div class="bar">
    <h2>{title}</h2>
    <button class="act" onclick={onClose}>Close</button>
  </div>
  <Rows
    label="Behind {title}"
    columns={[
      { label: 'Number' },
      { label: 'What' },
      { label: 'Customer' },
      { label: 'Day', figure: true },
      { label: 'Amount', figure: true }
    ]}
    {list}
    key={(r: Schemas['TableRecord']) => r.kind + r.id + r.number + r.what + r.amount}
    empty="Nothing is behind it any more."
  >
    {#snippet row(r: Schemas['TableRecord'])}
      <td class="number"><a href={placeOf(r.kind, r.id, r.number)}>{r.number}</a></td>
      <td class="lead">{r.what}</td>
      <td>{r.who ?? '–'}</td>
      <td class="figure off">{day(r.day)}</td>
      <td class="figure worth">{isZero(r.amount) ? '–' : figure(r.amount)}</td>
    {/snippet}
  </Rows>
</section>

<style>
  section {
    margin-top: 18px;
    scroll-margin-top: 60px;
    outline: none;
  }
  .bar {
    display: flex;
    align-items: center;
    gap: 10px;
    margin-bottom: 6px;
  }
  h2 {
    margin-right: auto;
  }
</style>
