<script lang="ts">
  import { api, ask } from '$lib/api/client';
  import ReceivedEmail from '$lib/activity/ReceivedEmail.svelte';
  import { isPlannable } from '$lib/activity/planning';
  import { placeOf } from '$lib/shell/places';
  import More from '$lib/ui/More.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import RecordPick from '$lib/ui/RecordPick.svelte';
  import { Acts } from '$lib/ui/acts.svelte';
  import { at, day, words } from '$lib/ui/format';
  import { listed } from '$lib/ui/further.svelte';
  import { load } from '$lib/ui/load.svelte';
  import type { Schemas } from '$lib/api/client';
  /** Emails that came from outside, and which record each belongs to. */
  let open = $state(0);
  let loose = $state(false);
  let text = $state('');
  const list = listed(
    () => ['inbox', loose],
    (after) => api.GET('/api/inbox', { params: { query: { after, loose } } })
  );
  const rows = $derived(list.rows);
  const row = $derived(rows.find((one) => one.id === open) ?? rows[0]);
  const acts = new Acts(() => list.refetch());
  const found = load(
    () => ['find', text],
    () => api.GET('/api/find', { params: { query: { q: text } } }),
    () => text.trim() !== '',
    true
  );
  type Found = { id: string; name: string; hit: Schemas['Hit'] };
  const hits = $derived(
    (text.trim() === '' ? [] : (found.data ?? []))
      .filter((hit) => isPlannable(hit.kind))
      .map((hit): Found => ({ id: hit.kind + hit.id, name: hit.words, hit }))
  );

  function look() {
    void acts.run(() => ask(api.POST('/api/inbox/taken')));
  }

  function assign(to: Found | null) {
    if (!to || !row) return;
    const body = { kind: to.hit.kind, id: to.hit.id };
    text = '';
    void acts.run(() =>
      ask(api.POST('/api/inbox/{received}/record', { params: { path: { received: row.id } }, body }))
    );
  }
</script>

<div class="narrow">
  <label class="file"><input type="checkbox" bind:checked={loose} /> only those without a record</label>
  <button class="plain" onclick={look} disabled={acts.busy}>Look for new emails</button>
</div>
<Notice refusal={list.refusal ?? acts.refusal} />
{#if !list.isPending && !list.refusal && !rows.length}<p class="quiet">
    {loose
      ? 'Every email has its record.'
      : 'No emails yet. Drop one on a record, or put it into the folder of incoming mail.'}
  </p>{/if}
<div class="two">
  <div class="leaf list">
    {#each rows as one (one.id)}
      <button aria-pressed={one.id === row?.id} onclick={() => (open = one.id)}
        ><b>{one.subject || 'No subject'}</b><span class="quiet"
          >from {one.senderName || one.sender}, {day(one.at)}
          {at(one.at)}{#if one.waits}, <span class="heed">to answer</span>{:else if one.answeredAt}, answered{/if}{#if !one.record},
            <span class="bad">no record</span>{/if}</span
        ></button
      >
    {/each}
    <More {list} />
  </div>
  {#if row}
    <div class="leaf pad">
      {#if row.record && row.recordId}
        <p>
          <a class="act" href={placeOf(row.record, row.recordId, '')}>Open {words(row.record)}</a>
        </p>
      {:else}
        <RecordPick
          label="Belongs to"
          name="record"
          bind:text
          rows={hits}
          pending={found.isPending}
          detail={(hit: Found) => [hit.hit.number, hit.hit.detail].filter(Boolean).join(', ')}
          problem={undefined}
          onPick={assign}
        />
      {/if}
      <ReceivedEmail id={row.id} />
    </div>
  {/if}
</div>

<style>
  .narrow {
    display: flex;
    flex-wrap: wrap;
    gap: 8px 18px;
    align-items: center;
    margin-bottom: 10px;
  }
  .file {
    display: flex;
    gap: 6px;
    align-items: center;
  }
  .pad > p {
    margin-bottom: 10px;
  }
  .pad {
    padding: 14px 18px;
  }
</style>
