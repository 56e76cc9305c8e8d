<script lang="ts">
  import { api, type Schemas } from '$lib/api/client';
  import RecordPick from '$lib/ui/RecordPick.svelte';
  import { day, figure } from '$lib/ui/format';
  import { load } from '$lib/ui/load.svelte';
  /** A line as the customer wrote it, and the product of ours that it is taken for. */
  let {
    line,
    mayChange,
    busy,
    onChoose
  }: {
    line: Schemas['ReceivedOrderLine'];
    mayChange: boolean;
    busy: boolean;
    onChoose: (position: number, product: string | null, leftOut: boolean) => Promise<void>;
  } = $props();
  let changing = $state(false);
  let text = $state('');
  const found = load(
    () => ['find', text],
    () => api.GET('/api/find', { params: { query: { q: text } } }),
    () => text.trim() !== '',
    true
  );
  type Found = { id: number; name: string; code: string };
  const rows = $derived(
    (text.trim() === '' ? [] : (found.data ?? []))
      .filter((hit) => hit.kind === 'product')
      .map((hit): Found => ({ id: hit.id, name: hit.words, code: hit.number ?? '' }))
  );
  const picking = $derived(mayChange && !line.leftOut && (line.product === null || changing));

  async function pick(row: Found | null) {
    if (!row) return;
    await onChoose(line.position, row.code, false);
    changing = false;
    text = '';
  }
</script>

<tr class:gone={line.leftOut}>
  <td class="figure off">{line.position}</td>
  <td class="lead"
    >{line.words}<br /><span class="quiet"
      >{[
        line.ourCode ? 'our code ' + line.ourCode : '',
        line.theirCode ? 'their code ' + line.theirCode : '',
        line.wanted ? 'wanted on ' + day(line.wanted) : ''
      ]
        .filter(Boolean)
        .join(', ')}</span
    ></td
  >
  <td class="ours">
    {#if picking}
      <RecordPick
        label="Product of line {line.position}"
        hideLabel
        name="product-{line.position}"
        bind:text
        {rows}
        pending={found.isPending}
        detail={(row: Found) => row.code}
        problem={undefined}
        onPick={pick}
      />
      <button class="plain" disabled={busy} onclick={() => void onChoose(line.position, null, true)}
        >Leave out</button
      >
    {:else if line.leftOut}
      left out {#if mayChange}<button
          class="plain"
          disabled={busy}
          onclick={() => void onChoose(line.position, line.product, false)}>Take it</button
        >{/if}
    {:else if line.product}
      <a href="/catalogue/{encodeURIComponent(line.product)}">{line.product}</a>
      {line.productName}
      {#if mayChange}<button class="plain" onclick={() => (changing = true)}>Change</button>{/if}
    {:else}<span class="bad">not known</span>{/if}
  </td>
  <td class="figure">{line.quantity}<span class="phone">times</span></td>
  <td class="figure" class:heed={line.differs === 'less'}
    ><span class="phone">they expect</span>{figure(line.theirPrice)}</td
  >
  <td class="figure"><span class="phone">ours</span>{figure(line.ourPrice)}</td>
  <td class="figure worth">{figure(line.amount)}</td>
</tr>

<style>
  .phone {
    padding: 0 0.35em;
  }
  .gone td {
    color: var(--stone);
  }
  @media (min-width: 640.02px) {
    .phone {
      display: none;
    }
  }
  .ours {
    min-width: 220px;
  }
</style>
