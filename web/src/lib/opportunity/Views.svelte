<script lang="ts">
  import { api, ask } from '$lib/api/client';
  import Ask from '$lib/ui/Ask.svelte';
  import MenuButton, { type MenuEntry } from '$lib/ui/MenuButton.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import { Acts } from '$lib/ui/acts.svelte';
  import { load } from '$lib/ui/load.svelte';
  import { say } from '$lib/ui/said';
  import ViewForm from './ViewForm.svelte';
  /** Kept views: one's own and those that are shared; the present one can be kept under a name. */
  let {
    text,
    onChoose,
    keeping = $bindable(false)
  }: { text: string; onChoose: (query: string) => void; keeping?: boolean } = $props();
  const kept = load(
    () => ['views'],
    () => api.GET('/api/views', { params: { query: { screen: 'opportunities' } } })
  );
  const acts = new Acts(() => kept.refetch());
  const views = $derived(kept.data?.views ?? []);
  let chosen = $state(0);
  let editing = $state(false);
  /** The one whose rows are shown, or that was chosen and narrowed further since. */
  const here = $derived(views.find((v) => v.query === text) ?? views.find((v) => v.id === chosen));
  const changed = $derived(here !== undefined && here.query !== text);
  const entries = $derived<MenuEntry[]>([
    ...views.map((v) => ({
      value: String(v.id),
      label: v.name,
      detail: v.mine ? audience(v.sharedWith ?? null) : v.owner,
      group: v.mine ? 'Mine' : 'Shared by others'
    })),
    { value: 'save', label: 'Save this view…', group: views.length > 0 ? 'This view' : '' },
    ...(here?.mine
      ? [
          { value: 'edit', label: `Edit ${here.name}…`, group: 'This view' },
          { value: 'delete', label: `Delete ${here.name}`, group: 'This view' }
        ]
      : [])
  ]);

  function audience(team: string | null): string {
    return team === null ? '' : team === '' ? 'everybody' : 'team ' + team;
  }

  function choose(value: string) {
    if (value === 'save') keeping = true;
    else if (value === 'edit') editing = true;
    else if (value === 'delete') drop();
    else {
      const view = views.find((v) => String(v.id) === value);
      chosen = view?.id ?? 0;
      if (view) onChoose(view.query);
    }
  }

  function drop() {
    const gone = here;
    if (!gone) return;
    const body = {
      name: gone.name,
      sharedWith: gone.sharedWith ?? null,
      query: gone.query,
      screen: 'opportunities'
    };
    void acts
      .run(() => ask(api.DELETE('/api/views/{id}', { params: { path: { id: gone.id } } })))
      .then((deleted) => {
        if (deleted)
          say(`${gone.name} deleted.`, () => acts.run(() => ask(api.POST('/api/views', { body }))));
      });
  }

  async function done() {
    keeping = false;
    editing = false;
    await kept.refetch();
  }
</script>

<MenuButton
  label={here ? here.name + (changed ? ', changed' : '') : 'Views'}
  name="Saved views"
  {entries}
  onChoose={choose}
/>
<Notice refusal={acts.refusal} />
<Ask bind:open={keeping} title="Save this view">
  <ViewForm query={text} teams={kept.data?.teams ?? []} onDone={done} />
</Ask>
<Ask bind:open={editing} title="Edit {here?.name ?? 'view'}">
  {#if here}<ViewForm view={here} query={text} teams={kept.data?.teams ?? []} onDone={done} />{/if}
</Ask>
