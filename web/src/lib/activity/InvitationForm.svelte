<script lang="ts">
  import { api, ask, type Schemas } from '$lib/api/client';
  import Field from '$lib/ui/Field.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import { Acts } from '$lib/ui/acts.svelte';
  import { day } from '$lib/ui/format';
  import { load, refusalOf } from '$lib/ui/load.svelte';
  /** Invites others to a meeting by email; sent again, it tells them what has changed. */
  let { meeting, onDone }: { meeting: Schemas['Activity']; onDone: () => unknown } = $props();
  const params = $derived({ path: { id: meeting.id } });
  const sent = load(
    () => ['invitation', meeting.id],
    () => api.GET('/api/activities/{id}/invitation', { params })
  );
  const acts = new Acts(() => onDone());
  let to = $state('');
  let minutes = $state('');
  let place = $state('');
  let words = $state('');
  let started = false;

  $effect(() => {
    const s = sent.data;
    if (!s || started) return;
    started = true;
    to = s.to;
    minutes = String(s.minutes);
    place = s.place;
  });

  function send(event: SubmitEvent) {
    event.preventDefault();
    void acts.run(() =>
      ask(api.POST('/api/activities/{id}/invitation', { params, body: { to, minutes, place, words } }))
    );
  }

  function callOff() {
    void acts.run(() => ask(api.POST('/api/activities/{id}/invitation/cancelled', { params })));
  }
</script>

<Notice refusal={refusalOf(sent)} />
{#if sent.data}
  <form onsubmit={send} aria-label="Invitation">
    <p>
      <b>{meeting.subject}</b>, {day(meeting.due)}{meeting.atTime ? ', ' + meeting.atTime : ''}
      {#if sent.data.state === 'sent'}<br /><span class="quiet"
          >The invitation was sent. Moving the meeting tells everybody by itself.</span
        >{:else if sent.data.state === 'cancelled'}<br /><span class="quiet">It was called off.</span>{/if}
    </p>
    <Field label="To" name="to" bind:value={to} problem={acts.at('to')} focus />
    <Field label="Minutes" name="minutes" bind:value={minutes} problem={acts.at('minutes')} />
    <Field label="Place (optional)" name="place" bind:value={place} problem={acts.at('place')} />
    <Field label="Words (optional)" name="words" rows={3} bind:value={words} problem={acts.at('words')} />
    {#if acts.at('time')}<p class="bad">{acts.at('time')}</p>{/if}
    <Notice refusal={acts.refusal?.problems.length ? null : acts.refusal} />
    <p class="acts">
      <button class="act main" disabled={acts.busy}
        >{sent.data.state === 'sent' ? 'Send changes' : 'Send invitation'}</button
      >
      {#if sent.data.state === 'sent'}<button
          type="button"
          class="plain"
          disabled={acts.busy}
          onclick={callOff}>Call off with everybody invited</button
        >{/if}
    </p>
  </form>
{:else if sent.isPending}<p class="quiet" role="status">Loading…</p>{/if}

<style>
  form {
    display: grid;
    gap: 8px;
  }
  .acts {
    display: flex;
    gap: 12px;
    align-items: center;
  }
</style>
