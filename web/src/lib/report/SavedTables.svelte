<script lang="ts">
  import { api, ask as answer, type Schemas } from '$lib/api/client';
  import ViewForm from '$lib/opportunity/ViewForm.svelte';
  import Ask from '$lib/ui/Ask.svelte';
  import MenuButton, { type MenuEntry } from '$lib/ui/MenuButton.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import { Acts } from '$lib/ui/acts.svelte';
  import { day } from '$lib/ui/format';
  import { load } from '$lib/ui/load.svelte';
  import { say } from '$lib/ui/said';
  /** Saved tables: opened, kept, pinned to the day sheet, and sent again and again. */
  let {
    text,
    saving = $bindable(false),
    sending = $bindable(false),
    onChoose
  }: {
    /** what is shown now, as it stands in the address */
    text: string;
    saving?: boolean;
    sending?: boolean;
    onChoose: (query: string) => unknown;
  } = $props();
  const kept = load(
    () => ['views', 'table'],
    () => api.GET('/api/views', { params: { query: { screen: 'table' } } })
  );
  const schedules = load(
    () => ['schedules'],
    () => api.GET('/api/schedules')
  );
  const acts = new Acts(async () => {
    await kept.refetch();
    await schedules.refetch();
  });
  const views = $derived(kept.data?.views ?? []);
  const here = $derived(views.find((v) => v.query === text));
  const schedule = $derived(schedules.data?.find((s) => s.viewId === here?.id));
  let editing = $state(false);
  const EVERY = { day: 'every morning', week: 'every Monday', month: 'on the first of each month' } as const;
  const entries = $derived<MenuEntry[]>([
    ...views.map((v) => ({
      value: String(v.id),
      label: v.name,
      detail: v.mine ? (v.pinned ? 'on the day sheet' : '') : v.owner,
      group: v.mine ? 'Mine' : 'Shared by others'
    })),
    ...(here
      ? [
          {
            value: 'pin',
            label: here.pinned ? `Take ${here.name} off the day sheet` : `Put ${here.name} on the day sheet`,
            group: 'This table'
          },
          {
            value: 'send',
            label: schedule ? 'Sent by email: change…' : 'Send by email again and again…',
            group: 'This table'
          },
          ...(here.mine
            ? [
                { value: 'edit', label: `Edit ${here.name}…`, group: 'This table' },
                { value: 'delete', label: `Delete ${here.name}`, group: 'This table' }
              ]
            : [])
        ]
      : [{ value: 'save', label: 'Save this table…', group: views.length ? 'This table' : '' }])
  ]);

  function choose(value: string) {
    if (value === 'save') saving = true;
    else if (value === 'send') sending = true;
    else if (value === 'edit') editing = true;
    else if (value === 'pin') pin();
    else if (value === 'delete') drop();
    else {
      const view = views.find((v) => String(v.id) === value);
      if (view) void onChoose(view.query);
    }
  }

  function pin() {
    const view = here;
    if (!view) return;
    const turn = (pinned: boolean) =>
      acts.run(() =>
        answer(api.PUT('/api/views/{id}/pin', { params: { path: { id: view.id } }, body: { pinned } }))
      );
    void turn(!view.pinned).then((done) => {
      if (done)
        say(view.pinned ? `${view.name} is off the day sheet.` : `${view.name} is on your day sheet.`, () =>
          turn(view.pinned)
        );
    });
  }

  function drop() {
    const gone = here;
    if (!gone) return;
    const body = { name: gone.name, sharedWith: gone.sharedWith ?? null, query: gone.query, screen: 'table' };
    void acts
      .run(() => answer(api.DELETE('/api/views/{id}', { params: { path: { id: gone.id } } })))
      .then((deleted) => {
        if (deleted)
          say(`${gone.name} deleted.`, () => acts.run(() => answer(api.POST('/api/views', { body }))));
      });
  }

  function send(every: keyof typeof EVERY) {
    const view = here;
    if (!view) return;
    void acts
      .run(() => answer(api.POST('/api/schedules', { body: { viewId: view.id, every } })))
      .then((done) => {
        if (!done) return;
        sending = false;
        say(`${view.name} is sent to you ${EVERY[every]}.`);
      });
  }

  function end(of: Schemas['ScheduleView']) {
    void acts
      .run(() => answer(api.DELETE('/api/schedules/{id}', { params: { path: { id: of.id } } })))
      .then((done) => {
        if (!done) return;
        sending = false;
        say(`${of.name} is not sent any more.`);
      });
  }

  async function done() {
    saving = false;
    editing = false;
    await kept.refetch();
  }
</script>

<MenuButton label={here ? here.name : 'Saved'} name="Saved tables" {entries} onChoose={choose} />
<Notice refusal={sending ? null : acts.refusal} />
<Ask bind:open={saving} title="Save this table">
  <ViewForm query={text} screen="table" teams={kept.data?.teams ?? []} onDone={done} />
</Ask>
<Ask bind:open={editing} title="Edit {here?.name ?? 'table'}">
  {#if here}<ViewForm
      view={here}
      query={text}
      screen="table"
      teams={kept.data?.teams ?? []}
      onDone={done}
    />{/if}
</Ask>
<Ask bind:open={sending} title="Send by email">
  {#if here}
    <p>
      {#if schedule}{here.name} is sent to you {EVERY[schedule.every as keyof typeof EVERY]}, next on {day(
          schedule.nextOn
        )}.{:else}{here.name} as a workbook and as a PDF, with what you may see on that day.{/if}
    </p>
    <Notice refusal={acts.refusal} />
    <div class="row pick">
      {#each Object.entries(EVERY) as [every, words] (every)}
        <button
          class="act"
          class:main={schedule?.every === every}
          disabled={acts.busy}
          onclick={() => send(every as keyof typeof EVERY)}>{words}</button
        >
      {/each}
      {#if schedule}<button class="act" disabled={acts.busy} onclick={() => schedule && end(schedule)}
          >Not any more</button
        >{/if}
    </div>
  {:else}<p>Save the table first: what is sent is a saved one.</p>{/if}
</Ask>

<style>
  .pick {
    margin-top: 12px;
    flex-wrap: wrap;
  }
</style>
