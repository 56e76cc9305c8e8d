<script lang="ts">
  import { goto } from '$app/navigation';
  import { api, ask, type Schemas } from '$lib/api/client';
  import ReportTabs from '$lib/report/ReportTabs.svelte';
  import { offer } from '$lib/shell/actions.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import Rows from '$lib/ui/Rows.svelte';
  import { Acts } from '$lib/ui/acts.svelte';
  import { at } from '$lib/ui/format';
  import { listed } from '$lib/ui/further.svelte';
  import { load } from '$lib/ui/load.svelte';
  import { sells } from '$lib/users/sells';
  /** The weekly meeting: whose opportunities are walked through, and the meetings there were. */
  const people = load(
    () => ['people'],
    () => api.GET('/api/users')
  );
  const processes = load(
    () => ['processes'],
    () => api.GET('/api/processes')
  );
  const list = listed<Schemas['MeetingView']>(
    () => ['meetings'],
    (after) => api.GET('/api/meetings', { params: { query: after ? { after } : {} } })
  );
  const acts = new Acts(() => list.refetch());
  const sellers = $derived((people.data ?? []).filter((u) => u.active && sells(u)));
  const teams = $derived([...new Set(sellers.map((u) => u.team).filter((t): t is string => !!t))].sort());
  const live = $derived(
    (processes.data?.processes ?? []).map((p) => p.process).filter((p) => !p.deactivated)
  );
  let whose = $state('');
  let process = $state('');

  async function begin() {
    await acts.run(async () => {
      const [kind, of] = [whose.slice(0, 5), whose.slice(5)];
      const made = await ask(
        api.POST('/api/meetings', {
          body: {
            team: kind === 'team ' ? of : null,
            ownerId: kind === 'user ' ? Number(of) : null,
            processId: process ? Number(process) : null
          }
        })
      );
      await goto('/reports/meeting/' + made.id);
    });
  }
  offer(() => [{ label: 'Begin the meeting', keys: 'n', run: begin }]);

  function whoseWords(m: Schemas['MeetingView']): string {
    const who = m.ownerId
      ? (people.data?.find((u) => u.id === m.ownerId)?.name ?? '')
      : m.team
        ? 'team ' + m.team
        : 'all';
    const of = m.processId ? live.find((p) => p.id === m.processId)?.name : '';
    return of ? `${who}, ${of}` : who;
  }
</script>

<svelte:head><title>Meeting · Firm Tally</title></svelte:head>
<div class="page">
  <div class="head"><h1>Meeting</h1></div>
  <ReportTabs />
  <div class="leaf begin">
    <p>
      Walk through the open opportunities one by one: those that slipped, that nobody talked to, or that
      changed since the last meeting come first. Decide by keys; what you decide is done at once and stands in
      the protocol.
    </p>
    <div class="row">
      <label
        >whose <select class="box" bind:value={whose}>
          <option value="">all that I see</option>
          {#each teams as t (t)}<option value="team {t}">team {t}</option>{/each}
          {#each sellers as u (u.id)}<option value="user {u.id}">{u.name}</option>{/each}
        </select></label
      >
      <label
        >process <select class="box" bind:value={process}>
          <option value="">all processes</option>
          {#each live as p (p.id)}<option value={String(p.id)}>{p.name}</option>{/each}
        </select></label
      >
      <button class="act main" disabled={acts.busy} onclick={begin}
        >{acts.busy ? 'Beginning…' : 'Begin the meeting'}</button
      >
    </div>
    <Notice refusal={acts.refusal} />
  </div>
  <h2>Meetings</h2>
  <Rows
    label="Meetings"
    columns={[
      { label: 'Begun' },
      { label: 'Held by' },
      { label: 'Of' },
      { label: 'Looked at', figure: true },
      { label: 'State' }
    ]}
    {list}
    key={(m: Schemas['MeetingView']) => m.id}
    empty="No meeting yet. Choose whose opportunities to walk through, and begin."
  >
    {#snippet row(m: Schemas['MeetingView'])}
      <td class="lead"><a href="/reports/meeting/{m.id}">{at(m.startedAt)}</a></td>
      <td>{m.holder}</td>
      <td>{whoseWords(m)}</td>
      <td class="figure worth">{m.seen} of {m.items}</td>
      <td>{m.endedAt ? (m.sentAt ? 'protocol sent' : 'ended') : 'going on'}</td>
    {/snippet}
  </Rows>
</div>

<style>
  .begin {
    padding: 14px 16px;
    margin-bottom: 18px;
    max-width: 900px;
  }
  .begin p {
    margin-bottom: 10px;
  }
  .row {
    flex-wrap: wrap;
    gap: 8px 14px;
  }
  .box {
    width: auto;
  }
  h2 {
    margin-bottom: 6px;
  }
</style>
