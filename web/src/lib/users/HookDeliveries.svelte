<script lang="ts">
  import { api, ask, type Schemas } from '$lib/api/client';
  import Notice from '$lib/ui/Notice.svelte';
  import Rows from '$lib/ui/Rows.svelte';
  import Verdict from '$lib/ui/Verdict.svelte';
  import { Acts } from '$lib/ui/acts.svelte';
  import { moment } from '$lib/ui/format';
  import { listed } from '$lib/ui/further.svelte';
  /** What a web hook was told, what it answered, and what is to be told yet. */
  let { hook, mayResend }: { hook: number; mayResend: boolean } = $props();
  type Delivery = Schemas['HookDelivery'];
  const list = listed(
    () => ['web-hook', hook],
    (after) => api.GET('/api/web-hooks/{hook}/deliveries', { params: { path: { hook }, query: { after } } })
  );
  const acts = new Acts(() => list.refetch());
  const COLUMNS = [
    { label: 'When' },
    { label: 'Event' },
    { label: 'Record' },
    { label: 'State' },
    { label: 'Tries', figure: true },
    { label: 'Answer' },
    { label: 'Action' }
  ];
  const TONES = { delivered: 'good', failed: 'bad', waiting: 'heed' } as const;

  function again(delivery: number) {
    const params = { path: { hook, delivery } };
    void acts.run(() => ask(api.POST('/api/web-hooks/{hook}/deliveries/{delivery}/sent-again', { params })));
  }
</script>

<Notice refusal={acts.refusal} />
<p><button class="plain" onclick={() => void list.refetch()}>Look again</button></p>
<Rows label="Deliveries" columns={COLUMNS} {list} key={(d: Delivery) => d.id} empty="Nothing was told yet.">
  {#snippet row(d: Delivery)}
    <td>{moment(d.at)}</td>
    <td class="lead">{d.event}</td>
    <td>{d.number}</td>
    <td
      ><Verdict tone={TONES[d.state as keyof typeof TONES]}
        >{d.state}{d.nextAt && d.tries > 0 ? ', again ' + moment(d.nextAt) : ''}</Verdict
      ></td
    >
    <td class="figure worth">{d.tries}</td>
    <td class="answer">{[d.status ?? '', d.answer ?? ''].filter(Boolean).join(' ')}</td>
    <td
      >{#if mayResend && d.state !== 'waiting'}<button
          class="plain"
          disabled={acts.busy}
          aria-label="Send {d.event} {d.number} again"
          onclick={() => again(d.id)}>Send again</button
        >{/if}</td
    >
  {/snippet}
</Rows>

<style>
  .answer {
    overflow-wrap: anywhere;
    max-width: 260px;
    font-size: var(--type-small);
  }
</style>
