<script lang="ts">
  import { api, type Schemas } from '$lib/api/client';
  import Protocol from '$lib/report/Protocol.svelte';
  import Walk from '$lib/report/Walk.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import { load, refusalOf } from '$lib/ui/load.svelte';
  import type { PageProps } from './$types';
  /** One meeting: the walk while it goes on, the protocol when it is over. */
  let { params }: PageProps = $props();
  const id = $derived(Number(params.id));
  const walk = load<Schemas['Walk']>(
    () => ['meeting', id],
    () => api.GET('/api/meetings/{id}', { params: { path: { id } } })
  );
  let reading = $state(false);
</script>

<svelte:head><title>Meeting · Firm Tally</title></svelte:head>
<Notice refusal={refusalOf(walk)} />
{#if walk.data}
  {#if walk.data.meeting.endedAt || reading || !walk.data.meeting.mine}
    <Protocol
      walk={walk.data}
      onBack={walk.data.meeting.endedAt || !walk.data.meeting.mine ? null : () => (reading = false)}
      onChange={() => walk.refetch()}
    />
  {:else}
    <Walk walk={walk.data} onChange={() => walk.refetch()} onProtocol={() => (reading = true)} />
  {/if}
{/if}
