<script lang="ts">
  import { api, ask, type Schemas } from '$lib/api/client';
  import Ask from '$lib/ui/Ask.svelte';
  import Field from '$lib/ui/Field.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import { Acts, match } from '$lib/ui/acts.svelte';
  import { day } from '$lib/ui/format';
  import { load } from '$lib/ui/load.svelte';
  import { say } from '$lib/ui/said';
  /** The deliveries of an order, each with its note; one that was a mistake is taken back. */
  let { o, onChange }: { o: Schemas['OrderView']; onChange: () => unknown } = $props();
  const list = load(
    () => ['deliveries', 'of order', o.id, o.version],
    () => api.GET('/api/orders/{id}/deliveries', { params: { path: { id: o.id } } }),
    () => true,
    true
  );
  const acts = new Acts(() => onChange());
  let back = $state.raw<Schemas['DeliveryView'] | null>(null);
  let reason = $state('');
  const names = $derived(Object.fromEntries(o.progress.map((line) => [line.line, line.description])));

  async function reverse(event: SubmitEvent) {
    event.preventDefault();
    const of = back;
    if (!of) return;
    const done = await acts.run(() =>
      ask(
        api.POST('/api/deliveries/{id}/reverse', {
          params: { path: { id: of.id }, header: match(of.version) },
          body: { reason }
        })
      )
    );
    if (!done) return;
    back = null;
    reason = '';
    await list.refetch();
  }

  async function send(id: number, number: string) {
    const done = await acts.run(() =>
      ask(api.POST('/api/deliveries/{id}/email', { params: { path: { id } } }))
    );
    if (done) say(`The delivery note ${number} is sent.`);
  }
</script>

{#if list.data?.length}
  <section class="leaf pad" aria-label="Deliveries">
    <h2>Deliveries</h2>
    <ul>
      {#each list.data as d (d.id)}
        <li class:gone={d.state === 'reversed'}>
          <div>
            <a href="/api/deliveries/{d.id}/pdf" target="_blank" rel="noreferrer">{d.number}</a>
            <span class="quiet">{day(d.deliveredOn)}, {d.by}{d.note ? ': ' + d.note : ''}</span>
          </div>
          <div class="quiet">
            {#each d.lines as part, n (part.line)}{n ? ', ' : ''}{part.quantity} × {names[part.line]}{/each}
          </div>
          {#if d.state === 'reversed'}<span class="bad">taken back: {d.reason}</span>
          {:else if o.may.cancel || o.may.deliver}
            <button class="plain" disabled={acts.busy} onclick={() => void send(d.id, d.number)}
              >Send note by email</button
            >
            <button class="plain" onclick={() => (back = d)}>Take back…</button>
          {/if}
        </li>
      {/each}
    </ul>
    {#if !back}<Notice refusal={acts.refusal} />{/if}
  </section>
{/if}
<Ask
  bind:open={() => back !== null, (open) => (open ? null : (back = null))}
  title="Take back {back?.number ?? ''}"
>
  <form class="form one" onsubmit={reverse}>
    <p class="quiet">Its goods are on hand and due again.</p>
    <Field label="Reason" name="reason" bind:value={reason} problem={acts.at('reason')} focus />
    <Notice refusal={acts.at('reason') ? null : acts.refusal} />
    <p><button class="act main" disabled={acts.busy}>Take back</button></p>
  </form>
</Ask>

<style>
  li {
    padding: 4px 0;
    border-bottom: 1px solid var(--rule);
    font-size: var(--type-small);
  }
  .gone a {
    text-decoration: line-through;
  }
</style>
